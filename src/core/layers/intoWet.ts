/**
 * Paint that goes into wet paint: what has to lie on the board, so that with the share that the brush takes up from
 * below it has the wanted colour.
 *
 *   q_wanted = (1 - p) q_paint + p q_below      q = K/S per band, of paints that scatter alike
 *
 * Only colours are known here, so both paints are taken to scatter as titanium white does: right for paint with white in
 * it, an estimate for dark transparent paint, whose share then shows more than this says.
 */
import type { SurfaceConstants } from "../mixing/saunderson";
import { seenReflectance } from "../mixing/saunderson";
import { reflectanceFromKOverS } from "../mixing/kubelkaMunk";
import { num } from "../numbers";
import type { Reflectance } from "../spectrum/types";
import { reflectancePaint } from "./reflectancePaint";

export type PaintForWet = {
  /** Seen reflectance that the paint needs by itself. */
  readonly paint: Reflectance;
  /** Whether some band would have to absorb less than nothing: then the ground soils the colour whatever is laid. */
  readonly isSoiled: boolean;
};

/**
 * @param takenUp - of the paint below, as a share of the film, [0, 1).
 * @throws RangeError for a share outside of that.
 */
export function paintForWet(
  wanted: Reflectance,
  below: Reflectance,
  takenUp: number,
  surface: SurfaceConstants,
): PaintForWet {
  if (!(takenUp >= 0 && takenUp < 1))
    throw new RangeError(
      `The share taken up from a wet ground must be at least 0 and below 1, got ${takenUp}`,
    );
  if (takenUp === 0) return { paint: wanted, isSoiled: false };
  const [wantedPaint, lowerPaint] = [reflectancePaint(wanted, surface), reflectancePaint(below, surface)];
  let isSoiled = false;
  const values = Array.from({ length: wanted.grid.count }, (_, band) => {
    const q = num(wantedPaint.absorption[band]);
    const own = (q - takenUp * num(lowerPaint.absorption[band])) / (1 - takenUp);
    if (own < 0) isSoiled = true;
    return seenReflectance(reflectanceFromKOverS(Math.max(0, own)), surface);
  });
  return { paint: { grid: wanted.grid, values }, isSoiled };
}
