/** What stands in for a tube. */
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { chromaOf } from "../color/cieLab";
import { opaqueModel } from "../mixing/opaqueModel";
import { blendOptics } from "../mixing/mixture";
import { recipeSearch } from "../recipe/search";
import type { Recipe } from "../recipe/types";
import type { OpticalModel } from "../spectrum/types";
import { tintingStrength, tintLab, type TestWhite } from "./character";

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
  const search = recipeSearch(
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
