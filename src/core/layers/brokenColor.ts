/**
 * Broken colour: paints laid side by side in strokes too fine to be told apart from where one stands. Their light is
 * averaged, by area, while mixed paint takes light away twice: so the one is lighter than the other.
 *
 * Source: G. Wyszecki, W. S. Stiles, Color Science, 2nd ed. (1982), section 3.2: additive mixture by averaging.
 */
import type { LabD65 } from "../color/types";
import { chromaOf } from "../color/cieLab";
import { mixtureReflectance, type PaintVolume } from "../mixing/mixture";
import type { SurfaceConstants } from "../mixing/saunderson";
import { num, sumOf } from "../numbers";
import { labFromReflectance, type ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../spectrum/types";

export type BrokenColor = {
  /** As it is seen from afar. */
  readonly average: LabD65;
  /** The same paints in the same shares, mixed. */
  readonly mixture: LabD65;
  /** Of the average less that of the mixture, L* and C*. */
  readonly lighterBy: number;
  readonly brighterBy: number;
};

/**
 * @param paints - two or more, opaque.
 * @param shares - of the area, and of the volume in the mixture; each above 0, in any unit.
 * @throws RangeError unless there is a share above 0 for each of two paints or more.
 */
export function brokenColor(
  paints: readonly OpticalModel[],
  shares: readonly number[],
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): BrokenColor {
  const whole = sumOf(shares);
  if (
    paints.length < 2 ||
    shares.length !== paints.length ||
    !shares.every((share) => share > 0 && share < Infinity)
  )
    throw new RangeError("Broken colour takes two paints or more, each with a share above 0");
  const parts: PaintVolume[] = paints.map((optics, i) => ({ optics, volume: num(shares[i]) }));
  const each = parts.map(({ optics }) => mixtureReflectance([{ optics, volume: 1 }], surface));
  const average = labFromReflectance(
    meanOf(
      each,
      shares.map((share) => share / whole),
    ),
    view,
  );
  const mixture = labFromReflectance(mixtureReflectance(parts, surface), view);
  return {
    average,
    mixture,
    lighterBy: average[0] - mixture[0],
    brighterBy: chromaOf(average) - chromaOf(mixture),
  };
}

function meanOf(all: readonly Reflectance[], shares: readonly number[]): Reflectance {
  const [first] = all;
  if (!first) throw new RangeError("There is nothing to average");
  return {
    grid: first.grid,
    values: Array.from({ length: first.grid.count }, (_, band) =>
      all.reduce((sum, { values }, i) => sum + num(shares[i]) * num(values[band]), 0),
    ),
  };
}
