/**
 * Front door of the core: the computation with the standard tables already in place (CIE 1931 2° observer,
 * five lights, generic pigments, the surface of a brushed-out paint). Everything here is pure.
 *
 *   import { findPigment, labOfMixture, pigmentLibrary, searchRecipes } from "@/core";
 *
 * Inside the project, import the file that holds the thing; this file is for scripts, routes and tests.
 */
import { PIGMENT_MODELS } from "../data/pigments.generated";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import { DEFAULT_SIZES } from "./amounts/amounts";
import { REFERENCE_FACTORS } from "./color/ciede2000";
import type { Lab, LabD65, LightName } from "./color/types";
import { type Film, mixtureReflectance, type PaintVolume } from "./mixing/mixture";
import { createPigmentLibrary } from "./pigment/library";
import { type PaletteAnswer, paletteMixer, type PaletteTube } from "./recipe/paletteMixer";
import type { RecipeQuery } from "./recipe/types";
import { labFromReflectance } from "./spectrum/colorimetry";
import type { Reflectance } from "./spectrum/types";

/** The generic pigment models that ship. */
export const pigmentLibrary = createPigmentLibrary(PIGMENT_MODELS);
/** A generic pigment by id, such as "prussian-blue". */
export const findPigment = pigmentLibrary.byId;

export { PAINT_SURFACE } from "../data/surface";
export { VIEWING } from "../data/standardViewing";

/** CIELAB of a reflectance under one of the five lights, relative to that light's own white. */
export function labOfReflectance<L extends LightName>(reflectance: Reflectance, light: L): Lab<L> {
  return labFromReflectance(reflectance, VIEWING[light]);
}

/** Seen reflectance of volumes of paint, opaque or as a film over a ground, with the standard surface. */
export function reflectanceOfMixture(parts: readonly PaintVolume[], film?: Film): Reflectance {
  return mixtureReflectance(parts, PAINT_SURFACE, film);
}

/** CIELAB D65 of volumes of paint, opaque or as a film over a ground. */
export function labOfMixture(parts: readonly PaintVolume[], film?: Film): LabD65 {
  return labOfReflectance(reflectanceOfMixture(parts, film), "D65");
}

/** Up to four really different recipes for a target, from the tubes given and no others. */
export function searchRecipes(
  tubes: readonly PaletteTube[],
  target: LabD65,
  options: Partial<Omit<RecipeQuery, "target">> = {},
): PaletteAnswer {
  const mixer = paletteMixer(tubes, VIEWING.D65, PAINT_SURFACE);
  return mixer.recipesFor({ ...DEFAULT_QUERY, ...options, target }, { unit: "parts", sizes: DEFAULT_SIZES });
}

export const DEFAULT_QUERY: Omit<RecipeQuery, "target"> = {
  maxTubes: 4,
  factors: REFERENCE_FACTORS,
  toleranceDeltaE2000: 1,
  maxAnswers: 4,
};

export { contrastPush, contrastRemedy } from "./aim/contrast";
export { atEqualValue } from "./aim/equalValue";
export { type IntoReach, intoReach } from "./aim/intoReach";
export { inSceneLight, outOfSceneLight, type SceneLight } from "./aim/sceneLight";
export { intoValueRange } from "./aim/valueRange";
export { amountWords, DEFAULT_SIZES } from "./amounts/amounts";
export { type DosingChoice, dosingOf, gramsOf } from "./amounts/dosing";
export { amountsFor, type Need, neededMl } from "./amounts/needed";
export { type DilutedRecipe, preDiluted } from "./amounts/preDilution";
export { type RestOfRecipe, restOfRecipe } from "./amounts/restOfRecipe";
export { type Corrector, type CorrectorQuery, correctors } from "./correct/correctors";
export { type Addition, nextAddition, type NextAddition, type PileQuery } from "./correct/nextAddition";
export { aimDistance } from "./color/aimDistance";
export { deltaE2000, REFERENCE_FACTORS } from "./color/ciede2000";
export { labFromLch, labFromXyz, lchFromLab } from "./color/cieLab";
export { hexFromSrgb, parseHex } from "./color/hex";
export { labFromSrgb, screenColorFromLab } from "./color/srgb";
export {
  type Lab,
  type LabD65,
  type Lch,
  type LchD65,
  LIGHT_NAMES,
  type LightName,
  labD65,
  type Srgb,
} from "./color/types";
export { describeColor } from "./describe/describe";
export {
  comparedTemperature,
  differenceWords,
  threeWayDifference,
  WORKING_TOLERANCE,
} from "./describe/difference";
export { hueWords, readHue } from "./describe/huePlaces";
export { readWords, type WordReading } from "./describe/readWords";
export { TEN_IS_WHITE, type ValueScale, valueText } from "./describe/valueScale";
export { type DryingModel, dryFromWet, dryingModel, type WetDryPair, wetFromDry } from "./drying/dryingShift";
export type { Evidence, MixPart } from "./learning/evidence";
export { type LearnedTubes, learnTubes } from "./learning/learnTubes";
export { USUAL_PRIOR } from "./learning/tubeModel";
export { type Contamination, contamination } from "./mixing/contamination";
export type { Film, PaintVolume } from "./mixing/mixture";
export { type Ground, layerReflectance } from "./mixing/overGround";
export { type ColorArea, colorAreas } from "./picture/colorAreas";
export { mapPicture } from "./picture/mapPicture";
export { buildPaletteTable, type PaletteTable } from "./picture/paletteTable";
export { nearestGenerics, type StartingModel, startingModel } from "./pigment/startingModel";
export type { PigmentModel } from "./pigment/types";
export { createRng } from "./random/rng";
export {
  choosePalettes,
  type ChosenPalette,
  type PaletteChoice,
  type PaletteWishes,
} from "./palette/choosePalette";
export { type MixturePath, mixturePath } from "./palette/mixturePath";
export { type NearestColor, NearestMixture } from "./palette/nearestMixture";
export { NoteMisses } from "./palette/noteMisses";
export { neutralPartners, rankParents } from "./palette/pairs";
export { type PaletteAdvice, paletteAdvice, REDUNDANT_BELOW } from "./palette/paletteAdvice";
export { pictureCover } from "./palette/pictureCover";
export { cleanestGrey, mostChroma, type ReachProfile, reachProfile } from "./palette/reachProfile";
export { type MixedScheme, mixScheme, schemeHues } from "./palette/scheme";
export { PaletteReach, type Priority, type ReachAnswer } from "./reach/reach";
export { REACHED } from "./reach/reached";
export { type LayingStart, orderOfSchool } from "./recipe/layingOrder";
export { type Medium, type PaletteAnswer, type PaletteMixer, type PaletteTube } from "./recipe/paletteMixer";
export type { Recipe, RecipePart, RecipeReason } from "./recipe/types";
export { xyzFromReflectance } from "./spectrum/colorimetry";
export { checkUnderLights, type LightCheck } from "./spectrum/metamerism";
export { smoothestReflectance } from "./spectrum/smoothestReflectance";
export type { OpticalModel, Reflectance } from "./spectrum/types";
