/**
 * The engine at the bench that a painter practised on: the same paint, the same target, its own advice. It is told what is
 * read of the piles and nothing else.
 */
import { deltaE2000, REFERENCE_FACTORS } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { DEFAULT_SIZES } from "../../core/amounts/amounts";
import { plainParts } from "../../core/correct/additionPart";
import type { NextAddition } from "../../core/correct/nextAddition";
import type { Evidence, MixPart } from "../../core/learning/evidence";
import type { PaletteAnswer } from "../../core/recipe/paletteMixer";
import type { AdditionRequest } from "../pile/additionRequest";
import { paintRecipe } from "../recipe/paintRecipe";
import type { RecipeRequest } from "../recipe/recipeRequest";
import type { SolverTube } from "../tube/solverTube";

export type EngineAtWork = {
  readonly searchRecipes: (request: RecipeRequest) => Promise<PaletteAnswer | undefined>;
  readonly nextAddition: (request: AdditionRequest) => Promise<NextAddition | undefined>;
};

export type EngineMatch = {
  readonly additions: number;
  /** All paint that was used. */
  readonly parts: number;
  /** Of the last reading from the target. */
  readonly deltaE2000: number;
};

/** As close as a painter is asked to come, ΔE00. */
export const CLOSE_ENOUGH = 2;
const MOST_ADDITIONS = 8;
const MOST_LOOKS = 14;
const INSTRUMENT = 0.4;
const WANTED_PARTS = 3;

/**
 * @param read - an instrument's reading of volumes of each tube, by place.
 * @returns undefined where the tubes give no recipe, or a worker failed.
 */
export async function engineMatch(
  engine: EngineAtWork,
  tubes: readonly SolverTube[],
  target: LabD65,
  read: (volumes: readonly number[], look: number) => LabD65,
): Promise<EngineMatch | undefined> {
  const dosing = { unit: "parts", sizes: DEFAULT_SIZES, wantedParts: WANTED_PARTS } as const;
  const found = await engine.searchRecipes({
    tubes,
    query: { target, maxTubes: 4, factors: REFERENCE_FACTORS, toleranceDeltaE2000: 1, maxAnswers: 1 },
    dosing,
  });
  const recipe = found?.recipes[0];
  if (!recipe) return undefined;
  const places = tubes.map((_, place) => String(place));
  let parts: readonly MixPart[] = paintRecipe(recipe, places, 1).amounts.map(({ tubeId, parts: volume }) => ({
    tube: Number(tubeId),
    volume,
  }));
  let additions = 0;
  const evidence: Evidence[] = [];
  const usedOf = (): number => volumeOf(parts);
  for (let look = 0; look < MOST_LOOKS; look++) {
    const lab = read(volumesOf(parts, tubes.length), look);
    const miss = deltaE2000(target, lab);
    const ended: EngineMatch = { additions, parts: usedOf(), deltaE2000: miss };
    if (miss <= CLOSE_ENOUGH || additions === MOST_ADDITIONS) return ended;
    evidence.push({ parts, lab, uncertaintyDeltaE2000: INSTRUMENT });
    const advice = await engine.nextAddition({
      tubes,
      allowed: tubes.map((_, place) => place),
      parts,
      evidence,
      target,
      toleranceDeltaE2000: CLOSE_ENOUGH,
      strengthError: 0.3,
      maxTubes: 3,
      dosing: { unit: "parts", sizes: DEFAULT_SIZES },
    });
    if (!advice) return undefined;
    if (advice.advice === "leave-it") return ended;
    if (advice.advice === "look-again") continue;
    const [addition] = advice.additions;
    if (!addition) return ended;
    additions++;
    parts = [...parts, ...plainParts(addition.parts)];
  }
  return {
    additions,
    parts: usedOf(),
    deltaE2000: deltaE2000(target, read(volumesOf(parts, tubes.length), MOST_LOOKS)),
  };
}

function volumesOf(parts: readonly MixPart[], count: number): readonly number[] {
  return Array.from({ length: count }, (_, place) =>
    parts.reduce((sum, { tube, volume }) => sum + (tube === place ? volume : 0), 0),
  );
}

function volumeOf(parts: readonly MixPart[]): number {
  return parts.reduce((sum, { volume }) => sum + volume, 0);
}
