/**
 * What a recipe still asks for when other amounts than its own were laid down: paint cannot be taken out, so
 * the pile grows until the tube of which there is too much has its share, and all others are filled up to it.
 */
import { isNotNegative, isPositive } from "../numbers";

export type RestOfRecipe = {
  /** What is still to be added of each tube, in the order of the recipe; 0 where there is enough. */
  readonly rest: readonly number[];
  /** Volume of the finished pile over the volume that was planned, >= 1. */
  readonly growth: number;
};

/**
 * @param planned - volumes of the recipe, each above zero.
 * @param laid - volumes of the same tubes that lie in the pile.
 * @throws RangeError when recipe and pile differ in length, or a volume is not finite or below its range.
 */
export function restOfRecipe(planned: readonly number[], laid: readonly number[]): RestOfRecipe {
  if (planned.length === 0 || planned.length !== laid.length)
    throw new RangeError("A recipe and its pile must name the same tubes");
  if (!planned.every(isPositive)) throw new RangeError("Planned volumes must be finite and above zero");
  if (!laid.every(isNotNegative)) throw new RangeError("Laid volumes must be finite and not below zero");
  const growth = Math.max(1, ...planned.map((volume, i) => (laid[i] ?? 0) / volume));
  return { growth, rest: planned.map((volume, i) => Math.max(0, volume * growth - (laid[i] ?? 0))) };
}
