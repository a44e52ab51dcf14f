/**
 * The smallest difference that an eye tells: asked again and again, each time where the answer says most.
 *
 * What an observer gets right of differences of size d, among m choices, with threshold t and slope β:
 *
 *   p = γ + (1 - γ - λ) (1 - exp(-(d / t)^β)),   γ = 1 / m,   λ: slips of the finger
 *
 * What is believed of log t is kept on a grid, and each answer multiplies it by its likelihood. The next difference is
 * the one after whose answer the spread of log t will be least.
 *
 * Sources: A. B. Watson, D. G. Pelli, QUEST: a Bayesian adaptive psychometric method, Percept. Psychophys. 33, 113-120
 * (1983); P. E. King-Smith et al., Vision Res. 34, 885-912 (1994), for the choice by least expected spread.
 */
import { num, sumOf, zeros } from "../numbers";

/** Slope of the curve over the logarithm of the difference, as for most such tasks. */
export const SLOPE = 3.5;
const SLIPS = 0.02;
/** Told right three times of four. */
const TOLD = 0.75;
/** Differences that are asked about, and thresholds that are believed possible, ΔE00. */
const SMALLEST = 0.3;
const LARGEST = 30;
const GRID = 120;
const ASKED = 48;
/** Before any answer: about 3, give or take a factor of three. */
const USUAL = { middle: Math.log(3), spread: Math.log(3) } as const;

/** From the smallest to the largest by equal ratios. */
function gridOf(count: number): readonly number[] {
  return Array.from({ length: count }, (_, i) => SMALLEST * (LARGEST / SMALLEST) ** (i / (count - 1)));
}

const THRESHOLDS = gridOf(GRID);
const LOGS = Float64Array.from(THRESHOLDS, Math.log);
const ASKED_ABOUT = gridOf(ASKED);

function rightAt(difference: number, threshold: number, choices: number): number {
  const guess = 1 / choices;
  return guess + (1 - guess - SLIPS) * (1 - Math.exp(-((difference / threshold) ** SLOPE)));
}

const known = new Map<number, readonly Float64Array[]>();

/** Of each difference that may be asked about, how often it is told right at each threshold. */
function curvesOf(choices: number): readonly Float64Array[] {
  const curves =
    known.get(choices) ??
    ASKED_ABOUT.map((difference) => Float64Array.from(THRESHOLDS, (t) => rightAt(difference, t, choices)));
  known.set(choices, curves);
  return curves;
}

export type ThresholdAnswer = { readonly difference: number; readonly isRight: boolean };

export type Threshold = {
  /** Difference that is told right three times of four, ΔE00: the middle of what is believed. */
  readonly deltaE2000: number;
  /** Between these nine of ten beliefs lie. */
  readonly least: number;
  readonly most: number;
  readonly count: number;
};

/** @param choices - 2 or more: among how many one was right. @throws RangeError for fewer. */
export class ThresholdTrial {
  private readonly curves: readonly Float64Array[];
  private belief: readonly number[];
  private count = 0;

  constructor(
    private readonly choices: number,
    answers: readonly ThresholdAnswer[] = [],
  ) {
    if (!(choices >= 2)) throw new RangeError(`An answer is among two choices or more, not ${choices}`);
    this.curves = curvesOf(choices);
    this.belief = normalized(
      THRESHOLDS.map((t) => Math.exp(-(((Math.log(t) - USUAL.middle) / USUAL.spread) ** 2) / 2)),
    );
    for (const answer of answers) this.take(answer);
  }

  take({ difference, isRight }: ThresholdAnswer): void {
    this.count++;
    this.belief = normalized(
      this.belief.map((belief, i) => {
        const right = rightAt(difference, num(THRESHOLDS[i]), this.choices);
        return belief * (isRight ? right : 1 - right);
      }),
    );
  }

  /** The difference to ask about next, ΔE00. */
  next(): number {
    let best = { difference: LARGEST, spread: Number.POSITIVE_INFINITY };
    for (const [at, difference] of ASKED_ABOUT.entries()) {
      const spread = this.spreadAfter(this.curves[at] ?? zeros(0));
      if (spread < best.spread) best = { difference, spread };
    }
    return best.difference;
  }

  estimate(): Threshold {
    // From the curve's own threshold to the difference that is told three times of four.
    const guess = 1 / this.choices;
    const factor = (-Math.log(1 - (TOLD - guess) / (1 - guess - SLIPS))) ** (1 / SLOPE);
    return {
      deltaE2000: factor * this.quantile(0.5),
      least: factor * this.quantile(0.05),
      most: factor * this.quantile(0.95),
      count: this.count,
    };
  }

  /** Variance of the logarithm once the answer is known, by how likely either is. @param right - at each threshold. */
  private spreadAfter(right: Float64Array): number {
    // Sums of 1, log and log² over what is believed: for a right answer, and for a wrong one.
    let [right0, right1, right2, wrong0, wrong1, wrong2] = [0, 0, 0, 0, 0, 0];
    for (let i = 0; i < right.length; i++) {
      const [belief, log, share] = [this.belief[i] as number, LOGS[i] as number, right[i] as number];
      const [told, missed] = [belief * share, belief * (1 - share)];
      right0 += told;
      right1 += told * log;
      right2 += told * log * log;
      wrong0 += missed;
      wrong1 += missed * log;
      wrong2 += missed * log * log;
    }
    const variance = (weight: number, sum: number, squares: number): number =>
      weight > 0 ? squares - (sum * sum) / weight : 0;
    return variance(right0, right1, right2) + variance(wrong0, wrong1, wrong2);
  }

  private quantile(share: number): number {
    let below = 0;
    for (const [i, belief] of this.belief.entries()) {
      const before = below;
      below += belief;
      if (below >= share) {
        const [low, high] = [THRESHOLDS[Math.max(0, i - 1)], THRESHOLDS[i]];
        const part = belief > 0 ? (share - before) / belief : 1;
        return Math.exp((1 - part) * Math.log(low ?? SMALLEST) + part * Math.log(high ?? LARGEST));
      }
    }
    return LARGEST;
  }
}

function normalized(values: readonly number[]): readonly number[] {
  const whole = sumOf(values);
  return values.map((value) => value / whole);
}
