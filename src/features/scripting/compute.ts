/** What the calls for scripts compute, without HTTP: it runs in worker threads. */
import {
  amountWords,
  DEFAULT_QUERY,
  DEFAULT_SIZES,
  describeColor,
  type Film,
  findPigment,
  hexFromSrgb,
  type LabD65,
  labD65,
  labFromSrgb,
  labOfReflectance,
  type OpticalModel,
  parseHex,
  reflectanceOfMixture,
  screenColorFromLab,
  searchRecipes,
  TEN_IS_WHITE,
} from "../../core";
import { fail, type Result, succeed } from "../../core/result";
import { GRID_10NM } from "../../core/spectrum/types";
import { type Problem, refuse, RequestProblem } from "./problem";
import type { MixRequest, RecipesRequest, TargetRequest, TubeRequest } from "./requests";

export type Task =
  | { readonly call: "mix"; readonly query: MixRequest }
  | { readonly call: "recipes"; readonly query: RecipesRequest };

/** What is wrong with the question is a value, so that it crosses threads. */
export function compute(task: Task): Result<unknown, Problem> {
  try {
    return succeed(task.call === "mix" ? mixed(task.query) : recipesFor(task.query));
  } catch (error) {
    if (error instanceof RequestProblem) return fail(error.problem);
    throw error;
  }
}

function mixed({ parts, light, film }: MixRequest) {
  const reflectance = reflectanceOfMixture(
    parts.map(({ tube, volume }) => ({ optics: opticsOf(tube), volume })),
    film ? filmOf(film) : undefined,
  );
  const daylight = labOfReflectance(reflectance, "D65");
  return {
    light,
    lab: rounded(labOfReflectance(reflectance, light)),
    ...screenOf(daylight),
    words: wordsOf(daylight),
    reflectance: Array.from({ length: GRID_10NM.count }, (_, band) =>
      round(reflectance.values[band] ?? Number.NaN, 5),
    ),
  };
}

function recipesFor({ tubes, targets, maxTubes, maxAnswers, tolerance }: RecipesRequest) {
  const palette = tubes.map((tube) => ({ optics: opticsOf(tube), isBlack: isBlack(tube) }));
  return {
    results: targets.map((wanted) => {
      const target = labOfTarget(wanted);
      const { recipes } = searchRecipes(palette, target, {
        ...DEFAULT_QUERY,
        maxTubes,
        maxAnswers,
        toleranceDeltaE2000: tolerance,
      });
      return {
        target: rounded(target),
        words: wordsOf(target),
        recipes: recipes.map((recipe) => ({
          parts: recipe.parts.map((part, i) => ({
            tube: nameOf(tubes[part.tube]),
            share: round(part.share, 6),
            parts: recipe.laidDown.volumes[i],
            amount: amountWords(recipe.laidDown.volumes[i] ?? Number.NaN, DEFAULT_SIZES),
          })),
          predicted: rounded(recipe.laidDown.predicted),
          ...screenOf(recipe.laidDown.predicted),
          deltaE2000: round(recipe.laidDown.deltaE2000, 3),
          exactDeltaE2000: round(recipe.deltaE2000, 3),
          reasons: recipe.reasons,
        })),
      };
    }),
  };
}

function opticsOf(tube: TubeRequest): OpticalModel {
  if ("absorption" in tube)
    return { grid: GRID_10NM, absorption: tube.absorption, scattering: tube.scattering };
  const model = findPigment(tube.pigment);
  if (!model)
    refuse(422, "Unknown pigment", `There is no generic pigment “${tube.pigment}”; docs/api.md lists them.`);
  return model.optics;
}

function isBlack(tube: TubeRequest): boolean {
  if ("absorption" in tube) return tube.isBlack ?? false;
  return findPigment(tube.pigment)?.family === "black";
}

function nameOf(tube: TubeRequest | undefined): string {
  if (!tube) return "";
  return "absorption" in tube ? tube.name : tube.pigment;
}

function labOfTarget(wanted: TargetRequest): LabD65 {
  if ("lab" in wanted) return labD65(...wanted.lab);
  const parsed = parseHex(wanted.hex);
  if (!parsed.ok) refuse(422, "Not a colour", `“${wanted.hex}” is not hex; write #4a7d80.`);
  return labFromSrgb(parsed.value);
}

function filmOf({ thickness, ground }: { thickness: number; ground: number | number[] }): Film {
  const values = typeof ground === "number" ? new Array<number>(GRID_10NM.count).fill(ground) : ground;
  return { thickness, ground: { grid: GRID_10NM, values } };
}

function screenOf(lab: LabD65): { readonly hex: string; readonly isExactOnScreen: boolean } {
  const { rgb, isExact } = screenColorFromLab(lab);
  return { hex: hexFromSrgb(rgb), isExactOnScreen: isExact };
}

function wordsOf(lab: LabD65): string {
  return describeColor(lab, { scale: TEN_IS_WHITE, vocabulary: "dull-bright" }).sentence;
}

function rounded(lab: readonly [number, number, number]): number[] {
  return lab.map((value) => round(value, 3));
}

function round(value: number, digits: number): number {
  return Number(value.toFixed(digits));
}
