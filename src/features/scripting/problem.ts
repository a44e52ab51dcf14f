/** What was wrong with a call and what to do, as RFC 9457 has it. */
export type Problem = {
  readonly status: number;
  readonly title: string;
  readonly detail: string;
  /** Seconds after which the same call may be taken. */
  readonly retryAfter?: number;
};

export class RequestProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

export function refuse(status: number, title: string, detail: string): never {
  throw new RequestProblem({ status, title, detail });
}
