/** All notes of a painting drawn into another range of values, in the same order. */
import { type LabD65, labD65 } from "../color/types";

/**
 * Moves L* evenly so that the darkest and the lightest note lie at the ends of the range; a* and b* shrink with
 * the span, since a distance takes contrast out of both. A single value goes to the middle of the range.
 *
 * @param darkest, lightest - L* of the new ends, 0 <= darkest < lightest <= 100.
 * @throws RangeError unless the range runs upwards within L* 0 to 100.
 */
export function intoValueRange(
  labs: readonly LabD65[],
  darkest: number,
  lightest: number,
  keepsChroma: boolean,
): LabD65[] {
  if (!(darkest >= 0 && lightest <= 100 && darkest < lightest))
    throw new RangeError(`A value range runs upwards within L* 0 to 100, not ${darkest} to ${lightest}`);
  const lightnesses = labs.map((lab) => lab[0]);
  const low = Math.min(...lightnesses);
  const span = Math.max(...lightnesses) - low;
  const scale = span > 0 ? (lightest - darkest) / span : 0;
  const chromaScale = keepsChroma ? 1 : Math.min(1, scale);
  return labs.map(([l, a, b]) =>
    labD65(
      span > 0 ? Math.min(lightest, darkest + scale * (l - low)) : (darkest + lightest) / 2,
      a * chromaScale,
      b * chromaScale,
    ),
  );
}
