/** What a tube is believed to be, optically: its last accepted calibration, or the generic model of its pigments. */
import { createPigmentLibrary } from "../../core/pigment/library";
import { blendByStrength } from "../../core/pigment/startingModel";
import type { PigmentModel } from "../../core/pigment/types";
import { GRID_10NM, type OpticalModel } from "../../core/spectrum/types";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { SURFACE_OF_SHINE } from "../../data/surface";
import type { Settings } from "../settings/settings";
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

type Shine = keyof typeof SURFACE_OF_SHINE;
const shines = new WeakMap<Tube, Shine>();
const shining = new WeakMap<Tube, Partial<Record<Shine, Tube>>>();

/**
 * The same tubes as the painter says that their paint dries: what nothing was read of yet is seen under that surface. A
 * tube stays the same object from one call to the next, so that what was worked out of it stays.
 */
export function withShine(tubes: readonly Tube[], said: Settings["paintSurfaces"]): readonly Tube[] {
  return tubes.some((tube) => said?.[tube.medium])
    ? tubes.map((tube) => {
        const shine = said?.[tube.medium];
        if (!shine) return tube;
        const known = shining.get(tube)?.[shine];
        if (known) return known;
        const shown = { ...tube };
        shines.set(shown, shine);
        shining.set(tube, { ...shining.get(tube), [shine]: shown });
        return shown;
      })
    : tubes;
}

/** How the tube's dry paint is said to shine; undefined where nothing was said. */
export function shineOf(tube: Tube): Shine | undefined {
  return shines.get(tube);
}

/** The generic model before any reading: of one pigment, or the blend of several. */
export function genericOpticsOf(tube: Tube): OpticalModel | undefined {
  const models = modelsOfTube(tube);
  const [first] = models;
  const optics = models.length > 1 ? blendByStrength(models.map((model) => model.optics)) : first?.optics;
  const shine = shineOf(tube);
  return optics && shine ? { ...optics, surface: SURFACE_OF_SHINE[shine].centre } : optics;
}
