/** From stored tubes to paint: optics, ladders and the colour of what lies in a pile. */
import { labFromXyz } from "../../core/color/cieLab";
import type { LabD65 } from "../../core/color/types";
import { mixtureReflectance, type PaintVolume } from "../../core/mixing/mixture";
import { createPigmentLibrary } from "../../core/pigment/library";
import type { PigmentModel } from "../../core/pigment/types";
import { xyzFromReflectance } from "../../core/spectrum/colorimetry";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import type { Pile, Tube } from "../../persistence/schema";

const library = createPigmentLibrary(PIGMENT_MODELS);
export const GENERIC_PIGMENTS = library.all;

/** The generic model behind a tube; undefined when the record names one that does not ship. */
export function modelOfTube(tube: Tube): PigmentModel | undefined {
  return library.byId(tube.optics.modelId);
}

/** CIELAB of volumes of paint, opaque, in daylight. */
export function labOfVolumes(volumes: readonly PaintVolume[]): LabD65 {
  const view = VIEWING.D65;
  return labFromXyz(xyzFromReflectance(mixtureReflectance(volumes, PAINT_SURFACE), view), view.white);
}

/** Parts of titanium white to one of the tube, from the masstone up. */
const LADDER_WHITE_PARTS = [0, 0.5, 1.5, 4, 9, 19] as const;
const ladders = new Map<string, readonly LabD65[]>();

/** A generic pigment from its masstone through its tints in titanium white. */
export function ladderOfModel(model: PigmentModel): readonly LabD65[] {
  const known = ladders.get(model.id);
  if (known) return known;
  const white = library.byId("titanium-white");
  const ladder = LADDER_WHITE_PARTS.map((whiteParts) =>
    labOfVolumes([
      { optics: model.optics, volume: 1 },
      ...(white && whiteParts > 0 ? [{ optics: white.optics, volume: whiteParts }] : []),
    ]),
  );
  ladders.set(model.id, ladder);
  return ladder;
}

export function ladderOfTube(tube: Tube): readonly LabD65[] {
  const model = modelOfTube(tube);
  return model ? ladderOfModel(model) : [];
}

/** The tint by which a tube is known on ribbons: its masstone, or a lighter step of a very dark one. */
export function tintOfTube(tube: Tube): LabD65 | undefined {
  const ladder = ladderOfTube(tube);
  return ladder.find((lab) => lab[0] >= 40) ?? ladder.at(-1);
}

/**
 * Predicted colour of what was put down. Undefined for an empty pile, or when a tube is not known any more:
 * a guess must not look like a prediction.
 */
export function labOfAdditions(
  additions: readonly Pick<Pile["additions"][number], "tubeId" | "parts">[],
  tubeById: ReadonlyMap<string, Tube>,
): LabD65 | undefined {
  const volumes: PaintVolume[] = [];
  for (const { tubeId, parts } of additions) {
    const tube = tubeById.get(tubeId);
    const model = tube && modelOfTube(tube);
    if (!model) return undefined;
    volumes.push({ optics: model.optics, volume: parts });
  }
  return volumes.length > 0 ? labOfVolumes(volumes) : undefined;
}

/** Amounts per tube over all additions, in the order in which the tubes first came. */
export function totalsOf(
  additions: readonly Pick<Pile["additions"][number], "tubeId" | "parts">[],
): { readonly tubeId: string; readonly parts: number }[] {
  const totals = new Map<string, number>();
  for (const { tubeId, parts } of additions) totals.set(tubeId, (totals.get(tubeId) ?? 0) + parts);
  return [...totals].map(([tubeId, parts]) => ({ tubeId, parts }));
}
