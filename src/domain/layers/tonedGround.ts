/** One toned ground for a whole picture. */
import type { LabD65 } from "../../core/color/types";

/**
 * The grey with as much of the picture below it as above.
 *
 * @param greys - what each area wants below its glaze, and its share; shares need not sum to one.
 * @returns undefined for no area at all.
 */
export function middleGrey(
  greys: readonly { readonly base: LabD65; readonly share: number }[],
): LabD65 | undefined {
  const sorted = [...greys].sort((one, other) => one.base[0] - other.base[0]);
  const half = sorted.reduce((sum, { share }) => sum + share, 0) / 2;
  let below = 0;
  for (const { base, share } of sorted) {
    below += share;
    if (below >= half && share > 0) return base;
  }
  return undefined;
}
