/**
 * How far what a hand lays lies from what it meant to, by the size of the dose, learned from doses that were weighed.
 *
 *   ln(laid / meant) ~ N(0, s²),   s² = relative² + (absolute / meant)²
 *
 * A large dose is off by a share of itself, a small one by an amount that no hand undercuts. Both are maximum a posteriori
 * on a lattice; one dose in fifty may be a slip.
 */
import { isPositive } from "../numbers";
export type HandScatter = {
  /** One standard deviation as a share of the dose, > 0. */
  readonly relative: number;
  /** The same in parts, > 0. */
  readonly absolute: number;
};

export type WeighedDose = {
  /** In parts, > 0. */
  readonly meant: number;
  /** In parts, > 0: what the scale showed. */
  readonly laid: number;
};

/** Before anything was weighed: a steady knife. */
export const USUAL_HAND: HandScatter = { relative: 0.06, absolute: 0.01 };
/** Standard deviations of the logarithms of both, before anything was weighed. */
const PRIOR_SD = { relative: 0.7, absolute: 1 };
const SLIPS = 0.02;
const SLIP_WIDTH = 10;
/** Widest step from the usual, in prior standard deviations, and how finely it is walked. */
const REACH = 3;
const STEPS = 60;

/** One standard deviation of ln(laid / meant) of a dose of so many parts. */
export function scatterOf({ relative, absolute }: HandScatter, parts: number): number {
  return Math.hypot(relative, absolute / parts);
}

/** Of a miss: of this hand, or now and then a slip, by which a hand is not judged. */
function likelihood(square: number, variance: number): number {
  const normal = (wider: number): number =>
    Math.exp(-square / (2 * variance * wider * wider)) / (Math.sqrt(variance) * wider);
  return (1 - SLIPS) * normal(1) + SLIPS * normal(SLIP_WIDTH);
}

/** @throws RangeError where an amount is not above zero, or not finite. */
export function learnHand(doses: readonly WeighedDose[]): HandScatter {
  for (const { meant, laid } of doses)
    if (!(isPositive(meant) && isPositive(laid)))
      throw new RangeError(`A weighed dose needs two amounts above zero, got ${meant} and ${laid}`);
  if (doses.length === 0) return USUAL_HAND;
  const misses = doses.map(({ meant, laid }) => ({ meant, square: Math.log(laid / meant) ** 2 }));
  let best = USUAL_HAND;
  let bestCost = Number.POSITIVE_INFINITY;
  for (let i = 0; i <= STEPS; i++) {
    for (let j = 0; j <= STEPS; j++) {
      const [u, v] = [i, j].map((step) => REACH * ((2 * step) / STEPS - 1)) as [number, number];
      const hand = {
        relative: USUAL_HAND.relative * Math.exp(PRIOR_SD.relative * u),
        absolute: USUAL_HAND.absolute * Math.exp(PRIOR_SD.absolute * v),
      };
      const cost = misses.reduce(
        (sum, { meant, square }) => {
          const variance = scatterOf(hand, meant) ** 2;
          return sum - Math.log(likelihood(square, variance));
        },
        (u * u + v * v) / 2,
      );
      if (cost < bestCost) {
        best = hand;
        bestCost = cost;
      }
    }
  }
  return best;
}
