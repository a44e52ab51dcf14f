/** Tubes beside each other: the same ladder for both, look-alikes on the board, and what stands in for a tube. */
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { chromaOf } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { opaqueModel } from "../mixing/opaqueModel";
import { blendOptics } from "../mixing/mixture";
import type { Wash } from "../mixing/washMixer";
import { RecipeSearch } from "../recipe/search";
import type { Recipe } from "../recipe/types";
import type { OpticalModel } from "../spectrum/types";
import { LADDER_WHITE_PARTS, tintingStrength, tintLab, type TestWhite } from "./character";

export type ComparedStep = {
  /** Parts of white, or of water, to one of the tube. */
  readonly whiteParts: number;
  readonly first: LabD65;
  readonly second: LabD65;
  readonly deltaE2000: number;
};

/** @param wash - water over paper in place of the white. */
export function compareLadders(
  first: OpticalModel,
  second: OpticalModel,
  bench: TestWhite,
  wash?: Wash,
): ComparedStep[] {
  const lightened = (tube: OpticalModel, parts: number): LabD65 =>
    wash
      ? tintLab(tube, 0, bench, { thickness: wash.undilutedThickness / (1 + parts), ground: wash.paper })
      : tintLab(tube, parts, bench);
  return LADDER_WHITE_PARTS.map((whiteParts) => {
    const a = lightened(first, whiteParts);
    const b = lightened(second, whiteParts);
    return { whiteParts, first: a, second: b, deltaE2000: deltaE2000(a, b) };
  });
}

/** Masstones closer than this are mistaken for each other on the board, ΔE00. */
export const LOOK_ALIKE_BELOW = 5;

export type LookAlike = {
  /** Places in the list of tubes. */
  readonly first: number;
  readonly second: number;
  readonly masstoneDeltaE2000: number;
  /** How far their tints in four parts of white part, ΔE00. */
  readonly tintDeltaE2000: number;
};

const TOLD_APART_IN = 4;

/** Every pair of tubes whose masstones look alike, most alike first. */
export function lookAlikes(tubes: readonly OpticalModel[], bench: TestWhite): LookAlike[] {
  const masstones = tubes.map((tube) => tintLab(tube, 0, bench));
  const tints = tubes.map((tube) => tintLab(tube, TOLD_APART_IN, bench));
  const pairs: LookAlike[] = [];
  masstones.forEach((masstone, first) => {
    masstones.forEach((other, second) => {
      if (second <= first) return;
      const masstoneDeltaE2000 = deltaE2000(masstone, other);
      if (masstoneDeltaE2000 >= LOOK_ALIKE_BELOW) return;
      const [a = masstone, b = other] = [tints[first], tints[second]];
      pairs.push({ first, second, masstoneDeltaE2000, tintDeltaE2000: deltaE2000(a, b) });
    });
  });
  return pairs.sort((a, b) => a.masstoneDeltaE2000 - b.masstoneDeltaE2000);
}

export type Substitute = {
  /** Parts by place in the list of the other tubes. */
  readonly parts: Recipe["parts"];
  readonly masstoneDeltaE2000: number;
  /** In one part to nine of white: the miss, the chroma that is lost (negative for a gain), and the strength. */
  readonly tintDeltaE2000: number;
  readonly lostChroma: number;
  /** Strength of the substitute over that of the tube; undefined when one of them is a white. */
  readonly strengthRatio: number | undefined;
};

const JUDGED_IN = 9;
const MOST_TUBES = 4;

/** What the other tubes can stand in with for a tube: the mixture nearest to its masstone, judged in a tint. */
export function substituteFor(
  tube: OpticalModel,
  others: readonly OpticalModel[],
  bench: TestWhite,
): Substitute | undefined {
  if (others.length === 0) return undefined;
  const search = new RecipeSearch(
    opaqueModel(others, bench.view, bench.surface),
    others.map(() => false),
  );
  const masstone = tintLab(tube, 0, bench);
  const [recipe] = search.search({
    target: masstone,
    maxTubes: Math.min(MOST_TUBES, others.length),
    factors: REFERENCE_FACTORS,
    toleranceDeltaE2000: 0.5,
    maxAnswers: 1,
  }).recipes;
  if (!recipe) return undefined;
  const blend = blendOptics(
    recipe.parts.flatMap((part) => {
      const optics = others[part.tube];
      return optics ? [{ optics, volume: part.share }] : [];
    }),
  );
  const wanted = tintLab(tube, JUDGED_IN, bench);
  const got = tintLab(blend, JUDGED_IN, bench);
  const strength = tintingStrength(tube, bench);
  const blendStrength = tintingStrength(blend, bench);
  return {
    parts: recipe.parts,
    masstoneDeltaE2000: deltaE2000(masstone, recipe.predicted),
    tintDeltaE2000: deltaE2000(wanted, got),
    lostChroma: chromaOf(wanted) - chromaOf(got),
    strengthRatio:
      strength !== undefined && blendStrength !== undefined ? blendStrength / strength : undefined,
  };
}
