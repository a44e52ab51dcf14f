import type { Result } from "../../core/result";
import type { Memory } from "./useTask";

/** Keeps the last few answers; the one asked for longest ago gives way. @param most - answers at once, above 0. */
export function memoryOf<T>(most: number): Memory<T> {
  const answers = new Map<string, T>();
  const coming = new Map<string, Promise<Result<T, unknown>>>();
  const set = (key: string, answer: T): void => {
    answers.delete(key);
    answers.set(key, answer);
    const [oldest] = answers.keys();
    if (answers.size > most && oldest !== undefined) answers.delete(oldest);
  };
  const askAhead = async (key: string, ask: () => Promise<Result<T, unknown>>) => {
    const asked = ask();
    coming.set(key, asked);
    try {
      const answer = await asked;
      if (answer.ok) set(key, answer.value);
    } finally {
      coming.delete(key);
    }
  };
  return {
    set,
    get: (key) => {
      const answer = answers.get(key);
      if (answer !== undefined) set(key, answer);
      return answer;
    },
    coming: (key) => coming.get(key),
    workOut: async (key, ask) => {
      if (!answers.has(key)) await (coming.get(key) ?? askAhead(key, ask));
    },
  };
}
