/** The solver's work, apart from the worker around it, so that it can be tested without one. */
import type { LearningConditions } from "../core/learning/boxModel";
import { believe } from "../core/learning/believe";
import {
  type Medium,
  type PaletteAnswer,
  paletteMixer,
  type PaletteMixer,
} from "../core/recipe/paletteMixer";
import { underFilm } from "../core/layers/underFilm";
import { colorModelOf } from "../core/mixing/colorModelOf";
import { buildPaletteTable, type TablePart } from "../core/picture/paletteTable";
import { greenCures } from "../core/correct/greenCures";
import { laidCorrectors } from "../core/correct/laidCorrectors";
import { oneTouchOfEach } from "../core/correct/oneTouch";
import type { PileAndTubes } from "../core/correct/pileModel";
import { waysToNeutral } from "../core/correct/toNeutral";
import { lightenAndShade } from "../core/correct/lightenAndShade";
import { nextAddition } from "../core/correct/nextAddition";
import { aimAt, distanceTo } from "../core/color/aimDistance";
import { deltaE2000 } from "../core/color/ciede2000";
import { xyzFromLab } from "../core/color/cieLab";
import { blendOptics, mixtureReflectance, type PaintVolume } from "../core/mixing/mixture";
import { washAddition } from "../core/correct/washAddition";
import { nearestTube } from "../core/recipe/nearestTube";
import { checkUnderLights } from "../core/spectrum/metamerism";
import { smoothestReflectance } from "../core/spectrum/smoothestReflectance";
import { USUAL_SURFACE_PRIOR } from "../core/learning/surfaceModel";
import { USUAL_PRIOR } from "../core/learning/tubeModel";
import { calibrateTube, type TubeCalibration } from "../core/learning/calibrateTube";
import { learnBox } from "../core/learning/learnBox";
import { sheetForBox } from "../core/learning/sheetForBox";
import { minuteReading } from "../core/learning/minuteReading";
import { UNDILUTED_THICKNESS } from "../data/paper";
import { WHITE_BENCH } from "../data/testWhite";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import type { MixtureRequest } from "../domain/mixture/mixtureRequest";
import { opticsOf } from "../domain/tube/solverTube";
import type { RecipeRequest } from "../domain/recipe/recipeRequest";
import type { SolverApi } from "./protocol";
import { paperOf, washOf, washOver } from "../domain/palette/washes";

function mediumOf({ asWash = false, under, paper }: RecipeRequest): Medium | undefined {
  if (under) return underFilm({ optics: opticsOf(under.film), thickness: under.thickness });
  // Transparent paint on paper, whose white is the paper's.
  return asWash
    ? { kind: "film", ground: paperOf(paper), undilutedThickness: UNDILUTED_THICKNESS, allowWhite: false }
    : undefined;
}

function volumesOf({ tubes, parts }: MixtureRequest): PaintVolume[] {
  return parts.map(({ tube, volume }) => {
    const known = tubes[tube];
    if (!known) throw new RangeError(`There is no tube ${tube}`);
    return { optics: opticsOf(known), volume };
  });
}

/** What lies there, and what may be added: a wash where there is water or water may go in. */
function pileOf(mixture: MixtureRequest): PileAndTubes & { readonly pileVolume: number } {
  const paint = mixture.parts.reduce((sum, { volume }) => sum + volume, 0);
  const { water } = mixture;
  return {
    pile: blendOptics(volumesOf(mixture)),
    pileVolume: paint + (water ?? 0),
    tubes: mixture.tubes.map(opticsOf),
    ...(water !== undefined && {
      wash: { ...washOver(mixture.paper), paintShare: paint / (paint + water) },
    }),
  };
}

/** A tube that brings a colour nearer by less than this is not worth laying out, ΔE00. */
const WORTH_LAYING_OUT = 1;

/** So many beliefs are kept. */
const MOST_BELIEFS = 300;

const LEARNING: LearningConditions = {
  view: VIEWING.D65,
  surface: PAINT_SURFACE,
  surfacePrior: USUAL_SURFACE_PRIOR,
  prior: USUAL_PRIOR,
};

export function createSolverApi(): SolverApi {
  // One palette is in use at a time; what its searches share is worth keeping.
  let current: { key: string; mixer: PaletteMixer } | undefined;

  // Each rest on the board is asked about again whenever one of them changes.
  const beliefs = new Map<string, ReturnType<SolverApi["believe"]>>();

  const mixerFor = (request: RecipeRequest): PaletteMixer => {
    const { asWash = false, under, paper } = request;
    const key = JSON.stringify([request.tubes, asWash, under, paper]);
    if (current?.key === key) return current.mixer;
    const tubes = request.tubes.map((tube) => ({ optics: opticsOf(tube), isBlack: tube.isBlack }));
    current = { key, mixer: paletteMixer(tubes, VIEWING.D65, PAINT_SURFACE, mediumOf(request)) };
    return current.mixer;
  };

  return {
    searchRecipes: (request): PaletteAnswer => mixerFor(request).recipesFor(request.query, request.dosing),
    calibrateTube: (tube, readings): TubeCalibration => calibrateTube(opticsOf(tube), readings, WHITE_BENCH),
    sheetForBox: (tubes, piles, asked) => sheetForBox(tubes, piles, WHITE_BENCH, asked),
    minuteReading: (tubes, uncertainty) => minuteReading(tubes, WHITE_BENCH, uncertainty),
    learnBox: (tubes, piles) => learnBox(tubes, piles, WHITE_BENCH),
    believe: (request) => {
      const key = JSON.stringify(request);
      const known = beliefs.get(key);
      if (known) return known;
      const { tubes, doubtDeltaE2000 } = believe(
        request.tubes.map(opticsOf),
        request.parts,
        request.evidence,
        LEARNING,
      );
      const answer = {
        tubes: tubes.map(({ absorption, scattering, surface }) => ({
          absorption: Array.from(absorption),
          scattering: Array.from(scattering),
          ...(surface && { surface }),
        })),
        doubtDeltaE2000,
      };
      if (beliefs.size >= MOST_BELIEFS) beliefs.clear();
      beliefs.set(key, answer);
      return answer;
    },
    nextAddition: ({ tubes, ...query }) => nextAddition({ ...query, tubes: tubes.map(opticsOf) }, LEARNING),
    washAddition: ({ tubes, paper, ...query }) =>
      washAddition({ ...query, tubes: tubes.map(opticsOf), ...washOver(paper) }, VIEWING.D65, PAINT_SURFACE),
    waysToMove: (pile, way) =>
      laidCorrectors({ ...way, ...pileOf(pile), maxTubes: 2 }, VIEWING.D65, PAINT_SURFACE),
    waysToNeutral: (pile, way) => waysToNeutral({ ...way, ...pileOf(pile) }, VIEWING.D65, PAINT_SURFACE),
    greenCures: (pile, way) => {
      const asked = { ...way, ...pileOf(pile) };
      return greenCures(asked, VIEWING.D65, PAINT_SURFACE);
    },
    oneTouchOfEach: (pile, share) => oneTouchOfEach({ ...pileOf(pile), share }, VIEWING.D65, PAINT_SURFACE),
    lightenAndShade: (match, steps) => {
      const { pile, ...asked } = pileOf(match);
      return lightenAndShade({ ...steps, ...asked, match: pile }, VIEWING.D65, PAINT_SURFACE);
    },
    nearestTube: (target, tubes, white, thinned) =>
      nearestTube(
        {
          target,
          tubes: tubes.map(opticsOf),
          white,
          paper: washOf(thinned)?.paper,
        },
        VIEWING.D65,
        PAINT_SURFACE,
      ),
    closingTube: (request, others) => {
      const mixer = mixerFor(request);
      const { query, dosing } = request;
      const aim = aimAt(query.target, query.factors);
      // Nearest is meant as recipes are chosen by; what is told is ΔE00.
      const nearestWith = (required: readonly number[]): { distance: number; deltaE2000: number } => {
        const forbidden = [
          ...(query.forbidden ?? []),
          ...others.filter((other) => !required.includes(other)),
        ];
        const asked = { ...query, forbidden, required: [...(query.required ?? []), ...required] };
        const { recipes } = mixer.recipesFor(asked, dosing);
        const answers = recipes.map(({ laidDown: { predicted } }) => ({
          distance: distanceTo(aim, predicted),
          deltaE2000: deltaE2000(query.target, predicted),
        }));
        return answers.reduce((nearest, one) => (one.distance < nearest.distance ? one : nearest), {
          distance: Number.POSITIVE_INFINITY,
          deltaE2000: Number.POSITIVE_INFINITY,
        });
      };
      const own = nearestWith([]);
      const [best] = others
        .map((tube) => ({ tube, ...nearestWith([tube]) }))
        .sort((one, other) => one.distance - other.distance);
      return best && best.distance < own.distance - WORTH_LAYING_OUT
        ? { tube: best.tube, deltaE2000: best.deltaE2000 }
        : undefined;
    },
    lightCheck: (target, mixture) => {
      const smooth = smoothestReflectance(xyzFromLab(target, VIEWING.D65.white), VIEWING.D65);
      // Outside what any surface can be there is nothing to compare with.
      if (!smooth.ok) return undefined;
      const paint = mixture.parts.reduce((sum, { volume }) => sum + volume, 0);
      const { water } = mixture;
      const film =
        water === undefined
          ? undefined
          : { thickness: (UNDILUTED_THICKNESS * paint) / (paint + water), ground: paperOf(mixture.paper) };
      const seen = mixtureReflectance(volumesOf(mixture), PAINT_SURFACE, film);
      return checkUnderLights(smooth.value, seen, VIEWING);
    },
    paletteTable: (tubes, asked, lightening, onProgress): TablePart => {
      const mixer = colorModelOf(tubes.map(opticsOf), VIEWING.D65, PAINT_SURFACE, washOf(lightening));
      const table = buildPaletteTable(mixer, {
        ...asked,
        onProgress: (share) => {
          onProgress(share);
          return true;
        },
      });
      // Only a refused progress gives up, and this one never refuses.
      if (!table) throw new Error("The table was given up");
      return table;
    },
  };
}
