import type { Memory } from "./useTask";

/** Keeps the last few answers; the one asked for longest ago gives way. @param most - answers at once, above 0. */
export function memoryOf<T>(most: number): Memory<T> {
  const answers = new Map<string, T>();
  const set = (key: string, answer: T): void => {
    answers.delete(key);
    answers.set(key, answer);
    const [oldest] = answers.keys();
    if (answers.size > most && oldest !== undefined) answers.delete(oldest);
  };
  return {
    set,
    get: (key) => {
      const answer = answers.get(key);
      if (answer !== undefined) set(key, answer);
      return answer;
    },
  };
}
