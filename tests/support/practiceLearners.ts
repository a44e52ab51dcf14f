/** Painters who practise: how they see and answer is known, so that what is said of them can be held to it. */
import { labFromLch } from "@/core/color/cieLab";
import { type LabD65, lchUnder } from "@/core/color/types";
import { applyDifference } from "@/core/describe/difference";
import type { ColorModel } from "@/core/mixing/colorModel";
import { colorModelOf } from "@/core/mixing/colorModelOf";
import type { Rng } from "@/core/random/rng";
import { type Answered, answeredOf, signsOf } from "@/domain/practice/answered";
import { drawSession } from "@/domain/practice/drawSession";
import { tapsFor } from "@/domain/practice/naming";
import type { PracticeSession, Question } from "@/domain/practice/practice";
import { type HueRegion, regionOf } from "@/domain/practice/skills";
import { nextApart } from "@/domain/practice/progress";
import { weaknessOf } from "@/domain/practice/weakness";
import { recallOf } from "@/kit/practice/recall";
import { VIEWING } from "@/data/standardViewing";
import { PAINT_SURFACE } from "@/data/surface";
import { pigment } from "./paint";

export const NINE = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "prussian-blue",
  "raw-umber",
  "yellow-ochre",
  "quinacridone-rose",
  "ultramarine-blue",
  "viridian",
] as const;

export function paletteOfTubes(ids: readonly string[]): ColorModel {
  return colorModelOf(
    ids.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
}

export type Learner = {
  /** Mean errors of the eye, L*, C*ab, ΔH*. */
  readonly bias: { readonly value: number; readonly chroma: number; readonly hue: number };
  readonly noise: { readonly value: number; readonly chroma: number; readonly hue: number };
  /** Colours of this hue are seen three times as unsurely. */
  readonly weakHue?: HueRegion;
  /** Chance that a question is missed that is not about naming. */
  readonly missOf: (question: Question) => number;
};

const WEAK = 3;

export function seenBy({ bias, noise, weakHue }: Learner, truth: LabD65, rng: Rng): LabD65 {
  const times = weakHue !== undefined && regionOf(truth).hue === weakHue ? WEAK : 1;
  const { lightness, chroma, hueDegrees } = applyDifference(truth, {
    deltaLightness: bias.value + times * noise.value * rng.normal(),
    deltaChroma: bias.chroma + times * noise.chroma * rng.normal(),
    deltaHue: bias.hue + times * noise.hue * rng.normal(),
  });
  return labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees));
}

export function answerOf(learner: Learner, question: Question, rng: Rng): readonly number[] {
  const [first] = question.patches;
  if ((question.drill === "name" || question.drill === "place") && first)
    return tapsFor(question, seenBy(learner, first, rng));
  if (rng.next() >= learner.missOf(question)) return question.key;
  if (question.drill === "path") return question.key.map((place) => place + 40);
  if (question.drill === "order") return [...question.key].reverse();
  const count = Math.max(
    2,
    question.choices.length,
    question.drill === "wrong" ? 3 : question.patches.length,
  );
  return question.key.map((place, i) => (i === 0 ? (place + 1) % count : place));
}

const DAY_MS = 24 * 3600 * 1000;

/** Sessions of one learner, one a day, each planned by what came before as the application plans it. */
export function practised(
  learner: Learner,
  palette: ColorModel,
  sessions: number,
  rng: Rng,
): { readonly sessions: readonly PracticeSession[]; readonly answered: readonly Answered[] } {
  const kept: PracticeSession[] = [];
  for (let day = 0; day < sessions; day++) {
    const at = day * DAY_MS;
    const before = answeredOf(kept);
    const signs = signsOf(before);
    const seed = rng.below(1 << 30);
    const questions = drawSession(palette, {
      seed,
      ...weaknessOf(signs, recallOf(signs, at).of),
      seconds: 600,
      apart: nextApart(before),
      screen: { least: 0, most: 100 },
      start: "weakest",
      isValueFirst: false,
    });
    kept.push({
      id: `day-${day}`,
      startedAt: at,
      level: "own",
      seed,
      tubes: [],
      questions,
      answers: questions.map((question, i) => ({
        at: at + 1000 * i,
        given: answerOf(learner, question, rng),
      })),
    });
  }
  return { sessions: kept, answered: answeredOf(kept) };
}
