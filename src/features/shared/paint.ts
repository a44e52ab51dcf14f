/** From stored tubes to paint: optics, ladders and the colour of what lies in a pile. */
import { labFromXyz } from "../../core/color/cieLab";
import type { LabD65 } from "../../core/color/types";
import { type Film, mixtureReflectance, type PaintVolume } from "../../core/mixing/mixture";
import { createPigmentLibrary } from "../../core/pigment/library";
import { blendByStrength } from "../../core/pigment/startingModel";
import type { PigmentModel } from "../../core/pigment/types";
import { xyzFromReflectance } from "../../core/spectrum/colorimetry";
import { GRID_10NM, type OpticalModel } from "../../core/spectrum/types";
import { tintLadder } from "../../core/tube/character";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { WHITE_BENCH } from "../../data/whiteBench";
import type { Pile, Tube } from "../../persistence/schema";

export const PIGMENT_LIBRARY = createPigmentLibrary(PIGMENT_MODELS);
const library = PIGMENT_LIBRARY;
export const GENERIC_PIGMENTS = library.all;

/** The generic models behind a tube; empty when the record names one that does not ship. */
export function modelsOfTube(tube: Tube): readonly PigmentModel[] {
  const models = tube.optics.modelIds.flatMap((id) => library.byId(id) ?? []);
  return models.length === tube.optics.modelIds.length ? models : [];
}

export function isBlackTube(tube: Tube): boolean {
  return modelsOfTube(tube).some((model) => model.family === "black");
}

export function isWhiteTube(tube: Tube): boolean {
  return modelsOfTube(tube).some((model) => model.family === "white");
}

const LIGHTFAST: readonly Tube["lightfastness"][] = ["I", "I-II", "II"];

/** Of ASTM class I or II: what is sold as lasting. */
export function isLightfast(tube: Tube): boolean {
  return LIGHTFAST.includes(tube.lightfastness);
}

const opticsByTube = new WeakMap<Tube, OpticalModel>();

/** What a tube is believed to be: its last calibration, or its generic model; undefined when that is not known. */
export function opticsOfTube(tube: Tube): OpticalModel | undefined {
  const known = opticsByTube.get(tube);
  if (known) return known;
  const calibration = tube.optics.calibrations.at(-1);
  const optics = calibration
    ? { grid: GRID_10NM, absorption: calibration.absorption, scattering: calibration.scattering }
    : genericOpticsOf(tube);
  if (optics) opticsByTube.set(tube, optics);
  return optics;
}

/** The generic model before any reading: of one pigment, or the blend of several. */
export function genericOpticsOf(tube: Tube): OpticalModel | undefined {
  const models = modelsOfTube(tube);
  const [first] = models;
  return models.length > 1 ? blendByStrength(models.map((model) => model.optics)) : first?.optics;
}

/** CIELAB of volumes of paint, opaque or as a film, in daylight. */
export function labOfVolumes(volumes: readonly PaintVolume[], film?: Film): LabD65 {
  const view = VIEWING.D65;
  return labFromXyz(xyzFromReflectance(mixtureReflectance(volumes, PAINT_SURFACE, film), view), view.white);
}

/** Parts of titanium white to one of the tube, from the masstone up. */
const SMEAR_WHITE_PARTS = [0, 0.5, 1.5, 4, 9, 19] as const;
const smears = new WeakMap<OpticalModel, readonly LabD65[]>();

/** From its masstone through its tints in titanium white: what a smear shows. */
function smearOf(optics: OpticalModel): readonly LabD65[] {
  const known = smears.get(optics);
  if (known) return known;
  const smear = tintLadder(optics, WHITE_BENCH, SMEAR_WHITE_PARTS).map((step) => step.lab);
  smears.set(optics, smear);
  return smear;
}

export function ladderOfModel(model: PigmentModel): readonly LabD65[] {
  return smearOf(model.optics);
}

export function ladderOfTube(tube: Tube): readonly LabD65[] {
  const optics = opticsOfTube(tube);
  return optics ? smearOf(optics) : [];
}

/** The tint by which a tube is known on ribbons: its masstone, or a lighter step of a very dark one. */
export function tintOfTube(tube: Tube): LabD65 | undefined {
  const ladder = ladderOfTube(tube);
  return ladder.find((lab) => lab[0] >= 40) ?? ladder.at(-1);
}

/** Water goes into washes as a tube of its own: it has no colour, it thins the film. */
export const WATER: Tube = {
  id: "water",
  label: "Water",
  colourIndexNames: [],
  medium: "other",
  grade: "unknown",
  opacity: "unknown",
  lightfastness: "unknown",
  hazard: "unknown",
  safetySheet: "",
  price: 0,
  volumeMl: 1,
  gramsPerMl: 1,
  batch: "",
  remark: "",
  optics: { modelIds: [], isLookAlike: false, calibrations: [] },
  position: 0,
  addedAt: 0,
};

export function isWater({ tubeId }: { readonly tubeId: string }): boolean {
  return tubeId === WATER.id;
}

/** The film that a wash dries to, over paper; undefined for paint without water, which counts as opaque. */
export function filmOf(
  contents: readonly { readonly tubeId: string; readonly parts: number }[],
): Film | undefined {
  const sumOf = (parts: typeof contents): number => parts.reduce((sum, part) => sum + part.parts, 0);
  const water = sumOf(contents.filter(isWater));
  if (water === 0) return undefined;
  return { thickness: UNDILUTED_THICKNESS * (1 - water / sumOf(contents)), ground: PAPER };
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
  for (const { tubeId, parts } of additions.filter((addition) => !isWater(addition))) {
    const tube = tubeById.get(tubeId);
    const optics = tube && opticsOfTube(tube);
    if (!optics) return undefined;
    volumes.push({ optics, volume: parts });
  }
  return volumes.length > 0 ? labOfVolumes(volumes, filmOf(additions)) : undefined;
}

/** Amounts per tube over all additions, in the order in which the tubes first came. */
export function totalsOf(
  additions: readonly Pick<Pile["additions"][number], "tubeId" | "parts">[],
): { readonly tubeId: string; readonly parts: number }[] {
  const totals = new Map<string, number>();
  for (const { tubeId, parts } of additions) totals.set(tubeId, (totals.get(tubeId) ?? 0) + parts);
  return [...totals].map(([tubeId, parts]) => ({ tubeId, parts }));
}
