/** What went wrong and was not read yet. A later success wipes nothing away: each stays until it is put away. */
import { useSyncExternalStore } from "react";
import { saveFailureWords } from "../../words/failures";

export type Problem = { readonly id: number; readonly words: string };

let problems: readonly Problem[] = [];
let count = 0;
const listeners = new Set<() => void>();
const NONE: readonly Problem[] = [];

function set(next: readonly Problem[]): void {
  problems = next;
  for (const listener of listeners) listener();
}

export function tellProblem(words: string): void {
  // The same words once: trying again and failing again is one story.
  set([...problems.filter((one) => one.words !== words), { id: ++count, words }]);
}

export function putAway(id: number): void {
  set(problems.filter((one) => one.id !== id));
}

let underWay = 0;

/** Whether something that was attempted is not through yet: what is shown will change. */
export function isWriting(): boolean {
  return underWay > 0;
}

/** Carries a write on and says so when it could not be done. */
export function attempt(write: Promise<unknown>): void {
  underWay++;
  write
    .catch((error: unknown) => {
      tellProblem(saveFailureWords(error));
    })
    .finally(() => {
      underWay--;
    });
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useProblems(): readonly Problem[] {
  return useSyncExternalStore(
    subscribe,
    () => problems,
    () => NONE,
  );
}
