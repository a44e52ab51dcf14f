/** What a tube is believed to be, optically: its last accepted calibration, or the generic model of its pigments. */
import { createPigmentLibrary } from "../../core/pigment/library";
import { blendByStrength } from "../../core/pigment/startingModel";
import type { PigmentModel } from "../../core/pigment/types";
import { GRID_10NM, type OpticalModel } from "../../core/spectrum/types";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import type { Tube } from "./tube";

export const PIGMENT_LIBRARY = createPigmentLibrary(PIGMENT_MODELS);
const library = PIGMENT_LIBRARY;
export const GENERIC_PIGMENTS = library.all;

/** The generic models behind a tube; empty when the record names one that does not ship. */
export function modelsOfTube(tube: Tube): readonly PigmentModel[] {
  const models = tube.optics.modelIds.flatMap((id) => library.byId(id) ?? []);
  return models.length === tube.optics.modelIds.length ? models : [];
}

const opticsByTube = new WeakMap<Tube, OpticalModel>();

/** What a tube is believed to be: its last calibration, or its generic model; undefined when that is not known. */
export function opticsOfTube(tube: Tube): OpticalModel | undefined {
  const known = opticsByTube.get(tube);
  if (known) return known;
  const calibration = tube.optics.calibrations.at(-1);
  const optics = calibration
    ? {
        grid: GRID_10NM,
        absorption: calibration.absorption,
        scattering: calibration.scattering,
        ...(calibration.surface && { surface: calibration.surface }),
      }
    : genericOpticsOf(tube);
  if (optics) opticsByTube.set(tube, optics);
  return optics;
}

/** The same tube as it is believed to be for a while: in the light of what was read of one pile. */
export function withOptics(tube: Tube, optics: OpticalModel): Tube {
  const believed = { ...tube };
  opticsByTube.set(believed, optics);
  return believed;
}

/** The generic model before any reading: of one pigment, or the blend of several. */
export function genericOpticsOf(tube: Tube): OpticalModel | undefined {
  const models = modelsOfTube(tube);
  const [first] = models;
  return models.length > 1 ? blendByStrength(models.map((model) => model.optics)) : first?.optics;
}
