/**
 * What tasks cost, apart from what the machine does besides. A machine that is shared is slow for seconds at a time, and never
 * quicker than it is: of some rounds over all tasks, spread over a while, the quickest of each task is the task's own.
 */
import type { Figure } from "./report";

const MOST_ROUNDS = 12;
const LEAST_ROUNDS = 3;
/** After so long no round is begun, and between two of them the machine is left alone. */
const LONG_ENOUGH_MS = 12_000;
const PAUSE_MS = 400;

export type Timed = {
  /** Milliseconds, one for each task. */
  readonly times: readonly number[];
  /** All of them together. */
  readonly sum: number;
  /** The slowest round over the sum of the quickest: how much of a time that is taken once is the machine's. */
  readonly unrest: Figure;
};

export function quickest(tasks: readonly (() => void)[]): Timed {
  const times = tasks.map(() => Number.POSITIVE_INFINITY);
  let slowest = 0;
  let rounds = 0;
  const begun = performance.now();
  while (rounds < LEAST_ROUNDS || (rounds < MOST_ROUNDS && performance.now() - begun < LONG_ENOUGH_MS)) {
    if (rounds++ > 0) pause();
    let round = 0;
    tasks.forEach((task, i) => {
      const started = performance.now();
      task();
      const time = performance.now() - started;
      round += time;
      times[i] = Math.min(times[i] ?? time, time);
    });
    slowest = Math.max(slowest, round);
  }
  const sum = times.reduce((all, time) => all + time, 0);
  return {
    times,
    sum,
    unrest: {
      what: `  slowest of ${rounds} rounds over the quickest, which are told`,
      measured: slowest / sum,
      unit: "times",
    },
  };
}

function pause(): void {
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, PAUSE_MS);
}
