/** The core for scripts: mixtures and recipes over HTTP, each call small, checked and limited in time. */
import type { z } from "zod";
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
import { GRID_10NM } from "../../core/spectrum/types";
import {
  LARGEST_BODY_BYTES,
  mixRequestSchema,
  recipesRequestSchema,
  type TargetRequest,
  type TubeRequest,
} from "./requests";

/** A call may compute for so long; a search that is under way is finished first. */
const TIME_LIMIT_MS = 10_000;

type Problem = { readonly status: number; readonly title: string; readonly detail: string };

/** An answer that says what was wrong and what to do, as RFC 9457 has it. */
function problem({ status, title, detail }: Problem): Response {
  return Response.json(
    { type: "about:blank", status, title, detail },
    { status, headers: { "content-type": "application/problem+json" } },
  );
}

class RequestProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

function refuse(status: number, title: string, detail: string): never {
  throw new RequestProblem({ status, title, detail });
}

async function answer<T>(
  request: Request,
  schema: z.ZodType<T>,
  compute: (query: T) => unknown,
): Promise<Response> {
  try {
    return Response.json(compute(await readBody(request, schema)));
  } catch (error) {
    if (error instanceof RequestProblem) return problem(error.problem);
    throw error;
  }
}

async function readBody<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  const bytes = await readLimited(request);
  let value: unknown;
  try {
    value = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch {
    refuse(400, "Not JSON", "The body must be JSON in UTF-8; see docs/api.md for an example.");
  }
  const parsed = schema.safeParse(value);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    const place = issue && issue.path.length > 0 ? issue.path.join(".") : "the body";
    refuse(422, "Not understood", `${place}: ${issue?.message ?? "does not fit the schema"}`);
  }
  return parsed.data;
}

/** Stops reading at the limit, whatever length the headers claim. */
async function readLimited(request: Request): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const chunk = await reader?.read();
    if (!chunk || chunk.done) break;
    size += chunk.value.byteLength;
    if (size > LARGEST_BODY_BYTES) {
      await reader?.cancel();
      refuse(
        413,
        "Too large",
        `A call may hold ${LARGEST_BODY_BYTES / 1024} KB. Send fewer targets or tubes at a time.`,
      );
    }
    chunks.push(chunk.value);
  }
  const whole = new Uint8Array(size);
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.byteLength;
  }
  return whole;
}

/** `POST /api/mix`: the colour of volumes of paint. */
export function answerMix(request: Request): Promise<Response> {
  return answer(request, mixRequestSchema, ({ parts, light, film }) => {
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
  });
}

/** `POST /api/recipes`: recipes for targets from the tubes given and no others. */
export function answerRecipes(request: Request): Promise<Response> {
  return answer(request, recipesRequestSchema, ({ tubes, targets, maxTubes, maxAnswers, tolerance }) => {
    const palette = tubes.map((tube) => ({ optics: opticsOf(tube), isBlack: isBlack(tube) }));
    const startedAt = Date.now();
    return {
      results: targets.map((wanted) => {
        if (Date.now() - startedAt > TIME_LIMIT_MS) {
          refuse(
            503,
            "Took too long",
            "Ask for fewer targets or tubes at a time, or for recipes of fewer tubes.",
          );
        }
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
  });
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
