/** The colour of a mixture, opaque or as a film of paint and water over paper. */
import { labFromXyz } from "../../core/color/cieLab";
import type { LabD65 } from "../../core/color/types";
import { type Film, mixtureReflectance, type PaintVolume } from "../../core/mixing/mixture";
import { xyzFromReflectance } from "../../core/spectrum/colorimetry";
import { UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import type { Dose } from "../pile/pile";
import { opticsOfTube } from "../tube/optics";
import type { Tube } from "../tube/tube";
import { isWater, paperUnder } from "../tube/water";
import { kindOfMixture } from "./drying";
import { isPuddle } from "../pile/puddle";

/** CIELAB of volumes of paint, opaque or as a film, in daylight. */
export function labOfVolumes(volumes: readonly PaintVolume[], film?: Film): LabD65 {
  const view = VIEWING.D65;
  return labFromXyz(xyzFromReflectance(mixtureReflectance(volumes, PAINT_SURFACE, film), view), view.white);
}

/**
 * The film that a wash dries to, over the painting's paper. Undefined for paint that counts as opaque: all that has no
 * water in it, but watercolour, which is a film even as it comes from the tube.
 */
export function filmOf(contents: readonly Dose[], tubeById: ReadonlyMap<string, Tube>): Film | undefined {
  const sumOf = (parts: typeof contents): number => parts.reduce((sum, part) => sum + part.parts, 0);
  const water = sumOf(contents.filter(isWater));
  const isWash =
    water > 0 || contents.some(isPuddle) || kindOfMixture(contents, tubeById)?.medium === "watercolour";
  if (!isWash) return undefined;
  return { thickness: UNDILUTED_THICKNESS * (1 - water / sumOf(contents)), ground: paperUnder(tubeById) };
}

/**
 * Predicted colour of what was put down. Undefined for an empty pile, or when a tube is not known any more:
 * a guess must not look like a prediction.
 */
export function labOfAdditions(
  additions: readonly Dose[],
  tubeById: ReadonlyMap<string, Tube>,
): LabD65 | undefined {
  const volumes: PaintVolume[] = [];
  for (const { tubeId, parts } of additions.filter((addition) => !isWater(addition))) {
    const tube = tubeById.get(tubeId);
    const optics = tube && opticsOfTube(tube);
    if (!optics) return undefined;
    volumes.push({ optics, volume: parts });
  }
  return volumes.length > 0 ? labOfVolumes(volumes, filmOf(additions, tubeById)) : undefined;
}
