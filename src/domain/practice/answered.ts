/** All that was answered, session after session, as what it says of skills. */
import { type Miss, type Score, scoreOf } from "./score";
import type { Answer, PracticeSession, Question } from "./practice";

export type Answered = {
  readonly at: number;
  readonly question: Question;
  readonly answer: Answer;
  readonly score: Score;
};

/** In the order in which it was answered. */
export function answeredOf(sessions: readonly PracticeSession[]): readonly Answered[] {
  return sessions
    .flatMap(({ questions, answers }) =>
      answers.flatMap((answer, i): Answered[] => {
        const question = questions[i];
        return question ? [{ at: answer.at, question, answer, score: scoreOf(question, answer) }] : [];
      }),
    )
    .sort((one, other) => one.at - other.at);
}

/** A sign of a skill: from practice, or from the log's own matches. */
export type Sign = Pick<Miss, "axis" | "about" | "steps"> & { readonly at: number };

export function signsOf(answered: readonly Answered[]): readonly Sign[] {
  return answered.flatMap(({ at, score }) =>
    score.misses.map(({ axis, about, steps }) => ({ axis, about, steps, at })),
  );
}
