/**
 * A bench scale behind an interface, and a simulated one that ships in its place.
 *
 * The simulated one streams weights as a real one does: to a hundredth of a gram, a little restless, drifting
 * slowly between tares, taking a moment to settle when something falls on it, and refusing more than its pan
 * can bear. What falls on it is told by whoever simulates the hand.
 */
import type { Rng } from "../core/random/rng";
import { fail, type Result, succeed } from "../core/result";

export type ScaleFailure = { readonly code: "not-connected" } | { readonly code: "overloaded" };

export type Weight =
  | { readonly state: "weighing"; readonly grams: number; readonly isSteady: boolean }
  /** More lies on it than it can bear: take some off. */
  | { readonly state: "overloaded" };

export type Scale = {
  readonly name: string;
  /** Grams between two figures of its display. */
  readonly stepGrams: number;
  readonly mostGrams: number;
  readonly connect: () => Promise<Result<undefined, ScaleFailure>>;
  /** Makes what lies on it count as nothing. */
  readonly tare: () => Result<undefined, ScaleFailure>;
  /** Streams weights until the returned function is called. */
  readonly onWeight: (listener: (weight: Weight) => void) => () => void;
  readonly disconnect: () => void;
};

export type SimulatedScale = Scale & {
  /** Paint falls on the pan; only ever adds. */
  readonly drop: (grams: number) => void;
};

export type ScaleConditions = {
  readonly rng: Rng;
  readonly wait: (milliseconds: number) => Promise<void>;
  /** Calls again and again until the returned function is called. */
  readonly every: (milliseconds: number, task: () => void) => () => void;
};

const CONNECT_MS = 500;
const STREAM_MS = 150;
const STEP_GRAMS = 0.01;
const MOST_GRAMS = 200;
/** One standard deviation of a single weight, and of the drift from one weight to the next, in grams. */
const NOISE_GRAMS = 0.004;
const DRIFT_GRAMS = 0.0004;
/** Share of what fell that the display has caught up with at each weight. */
const SETTLING = 0.6;
const STEADY_GRAMS = 0.01;

export function createSimulatedScale({ rng, wait, every }: ScaleConditions): SimulatedScale {
  let isConnected = false;
  let onPan = 0;
  let displayed = 0;
  let zero = 0;
  let drift = 0;
  return {
    name: "simulated scale",
    stepGrams: STEP_GRAMS,
    mostGrams: MOST_GRAMS,
    async connect() {
      await wait(CONNECT_MS);
      isConnected = true;
      return succeed(undefined);
    },
    tare() {
      if (!isConnected) return fail({ code: "not-connected" });
      if (onPan > MOST_GRAMS) return fail({ code: "overloaded" });
      displayed = onPan;
      zero = onPan + drift;
      return succeed(undefined);
    },
    onWeight(listener) {
      return every(STREAM_MS, () => {
        if (!isConnected) return;
        if (onPan > MOST_GRAMS) {
          listener({ state: "overloaded" });
          return;
        }
        drift += DRIFT_GRAMS * rng.normal();
        const before = displayed;
        displayed += SETTLING * (onPan - displayed);
        const grams = displayed + drift - zero + NOISE_GRAMS * rng.normal();
        listener({
          state: "weighing",
          grams: Math.round(grams / STEP_GRAMS) * STEP_GRAMS,
          isSteady: Math.abs(displayed - before) < STEADY_GRAMS,
        });
      });
    },
    disconnect() {
      isConnected = false;
    },
    drop(grams) {
      if (!(grams >= 0) || !Number.isFinite(grams))
        throw new RangeError(`Paint that falls must weigh something, got ${grams}`);
      onPan += grams;
    },
  };
}
