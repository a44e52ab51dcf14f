/** How much paint is needed, in millilitres. */
import { isPositive } from "../numbers";

/** What one asks for: an area under a film, or a volume that is known. */
export type Need =
  | { readonly by: "area"; readonly areaCm2: number; readonly filmMm: number }
  | { readonly by: "volume"; readonly ml: number };

/**
 * Volume of the need itself, without any margin.
 *
 * @throws RangeError unless the need comes to a finite volume above zero.
 */
export function neededMl(need: Need): number {
  const ml = need.by === "area" ? need.areaCm2 * (need.filmMm / 10) : need.ml;
  if (!isPositive(ml)) throw new RangeError(`A need must be finite and above zero, got ${ml}`);
  return ml;
}

/**
 * Amounts that together come to the need and its margin.
 *
 * @param needMl - volume that the painting takes, above 0.
 * @param shares - of the volume; they sum to 1.
 * @param marginShare - waste on top, >= 0: 0.15 mixes 15 % more.
 * @throws RangeError unless the margin is at least 0 and the need comes to a volume above zero.
 */
export function amountsFor(shares: readonly number[], needMl: number, marginShare: number): number[] {
  if (!(marginShare >= 0)) throw new RangeError(`A margin must not be below zero, got ${marginShare}`);
  return shares.map((share) => share * needMl * (1 + marginShare));
}
