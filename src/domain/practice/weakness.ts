/** What wants practice: skills that are missed far, and those that are about to be forgotten. */
import { AXES } from "./score";
import type { Sign } from "./answered";
import type { SkillAxis } from "./practice";
import { type HueRegion, regionOf, skillKey } from "./skills";
import { threeWayDifference } from "../../core/describe/difference";
import { STEP_OF_AXIS } from "../../core/practice/drills";
import type { LabD65 } from "../../core/color/types";

/** Before anything is known of a skill it is taken to be like its axis, as if so many answers said so; of an axis likewise. */
const LIKE_ITS_AXIS = 3;
const LIKE_THE_OTHERS = 4;
/** Steps off of who has never practised. */
const AT_FIRST = 0.8;
/** Even what is known well comes again. */
const LEAST = 0.05;
/** Of what is remembered surely, so much of its weight stays. */
const REMEMBERED = 0.25;

export type Weakness = {
  /** Mean steps off, drawn towards its axis where little is known. */
  readonly weights: Readonly<Record<string, number>>;
  readonly usual: Readonly<Record<SkillAxis, number>>;
  /** How much more than others colours of a hue are missed, about 1. */
  readonly hues: Readonly<Partial<Record<HueRegion, number>>>;
};

/**
 * @param signs - oldest first.
 * @param recall - chance that what a skill was taught is still there, 0 to 1.
 */
export function weaknessOf(signs: readonly Sign[], recall: (skill: string) => number): Weakness {
  const all = meanTowards(AT_FIRST, LIKE_THE_OTHERS, signs);
  const axisMean = (axis: SkillAxis): number =>
    meanTowards(
      all,
      LIKE_THE_OTHERS,
      signs.filter((sign) => sign.axis === axis),
    );
  const usual = {
    value: axisMean("value"),
    chroma: axisMean("chroma"),
    hue: axisMean("hue"),
    mixing: axisMean("mixing"),
  };
  // A hue that is hard is hard on every axis: what is said of its value speaks of its chroma too.
  const byHue = new Map<HueRegion, number[]>();
  for (const { axis, about, steps } of signs) {
    if (axis === "mixing") continue;
    const { hue } = regionOf(about);
    const times = byHue.get(hue) ?? [];
    times.push(steps / Math.max(LEAST, usual[axis]));
    byHue.set(hue, times);
  }
  const hues = Object.fromEntries(
    [...byHue].map(([hue, times]) => [
      hue,
      (LIKE_THE_OTHERS + times.reduce((sum, one) => sum + one, 0)) / (LIKE_THE_OTHERS + times.length),
    ]),
  ) as Weakness["hues"];
  const bySkill = new Map<string, Sign[]>();
  for (const sign of signs) {
    const key = skillKey(sign.axis, sign.about);
    const own = bySkill.get(key) ?? [];
    own.push(sign);
    bySkill.set(key, own);
  }
  const weights = Object.fromEntries(
    [...bySkill].map(([key, own]) => {
      const first = own[0];
      const axis = first?.axis ?? "mixing";
      const hue = axis === "mixing" || !first ? 1 : (hues[regionOf(first.about).hue] ?? 1);
      const miss = meanTowards(hue * usual[axis], LIKE_ITS_AXIS, own);
      return [key, Math.max(LEAST, miss) * (1 - (1 - REMEMBERED) * recall(key))] as const;
    }),
  );
  return { weights, usual, hues };
}

/** Half of what an answer says is said by the last so many: an eye that learned is not held to its first week. */
const HALF_LIFE = 12;

function meanTowards(prior: number, count: number, signs: readonly Sign[]): number {
  let [sum, whole] = [prior * count, count];
  for (const [i, { steps }] of signs.entries()) {
    const weight = 0.5 ** ((signs.length - 1 - i) / HALF_LIFE);
    sum += weight * steps;
    whole += weight;
  }
  return sum / whole;
}

/** A real match, or a first look, as signs: how far off it was on each axis. */
export function signsOfPair(truth: LabD65, said: LabD65, at: number): readonly Sign[] {
  const { deltaLightness, deltaChroma, deltaHue } = threeWayDifference(truth, said);
  const off = { value: deltaLightness, chroma: deltaChroma, hue: deltaHue };
  return AXES.map((axis) => ({
    axis,
    about: truth,
    at,
    steps: Math.min(3, Math.abs(off[axis]) / STEP_OF_AXIS[axis]),
  }));
}
