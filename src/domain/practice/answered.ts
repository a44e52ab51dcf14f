/** All that was answered, session after session, as what it says of skills. */
import { type Miss, type Score, scoreOf } from "./score";
import type { Answer, PracticeSession, Question } from "./practice";

export type Answered = {
  readonly at: number;
  readonly question: Question;
  readonly answer: Answer;
  readonly score: Score;
};

const scored = new WeakMap<PracticeSession, readonly Answered[]>();

/** In the order in which it was answered. */
export function answeredOf(sessions: readonly PracticeSession[]): readonly Answered[] {
  return sessions.flatMap(answersOf).sort((one, other) => one.at - other.at);
}

/** Scored once for each state of a session. */
function answersOf(session: PracticeSession): readonly Answered[] {
  const { questions, answers } = session;
  const all =
    scored.get(session) ??
    answers.flatMap((answer, i): Answered[] => {
      const question = questions[i];
      return question ? [{ at: answer.at, question, answer, score: scoreOf(question, answer) }] : [];
    });
  scored.set(session, all);
  return all;
}

/** A sign of a skill: from practice, or from the log's own matches. */
export type Sign = Pick<Miss, "axis" | "about" | "steps"> & { readonly at: number };

export function signsOf(answered: readonly Answered[]): readonly Sign[] {
  return answered.flatMap(({ at, score }) =>
    score.misses.map(({ axis, about, steps }) => ({ axis, about, steps, at })),
  );
}
