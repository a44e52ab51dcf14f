/**
 * Questions with one right answer each, drawn by a seeded generator: what an eye sees of colours, and what a hand knows of
 * tubes. What is right is computed; a question in which two answers are nearly as right is not asked.
 */
import { deltaE2000 } from "../color/ciede2000";
import { hueDifferenceDegrees, labFromLch, lchFromLab, chromaOf } from "../color/cieLab";
import { type LabD65, labD65, lchUnder } from "../color/types";
import { applyDifference, threeWayDifference, WARM_DEGREES } from "../describe/difference";
import type { ColorModel } from "../mixing/colorModel";
import { mixedLab } from "../mixing/mixedLab";
import { sumOf } from "../numbers";
import { bisected } from "../optimize/narrow";
import type { Rng } from "../random/rng";
import { isFairOnScreen } from "./practiceTargets";

export type Axis = "value" | "chroma" | "hue";

/** Five patches from dark to light. */
export type ValueOrder = {
  readonly kind: "value-order";
  readonly patches: readonly LabD65[];
  /** Places of the patches, the darkest first. */
  readonly key: readonly number[];
};

/** Which of two: the lighter, or the warmer. */
export type OneOfTwo = {
  readonly kind: "lighter" | "warmer";
  readonly patches: readonly [LabD65, LabD65];
  readonly key: 0 | 1;
};

/** Four patches, one of which differs on one axis. */
export type OddOne = {
  readonly kind: "odd";
  readonly axis: Axis;
  readonly patches: readonly LabD65[];
  readonly key: number;
  /** Between it and the others. */
  readonly deltaE2000: number;
};

/** A pile that misses its target on one axis more than on the others. */
export type WhatIsWrong = {
  readonly kind: "what-is-wrong";
  readonly target: LabD65;
  readonly pile: LabD65;
  /** By how much the pile lies off: L*, C*ab or ΔH*, signed. */
  readonly key: { readonly axis: Axis; readonly by: number };
};

export type Mixture = { readonly tubes: readonly number[]; readonly volumes: readonly number[] };

/** What tubes in a ratio give, among colours of which one is right. */
export type Predict = {
  readonly kind: "predict";
  readonly mixture: Mixture;
  readonly choices: readonly LabD65[];
  readonly key: number;
};

/** Which tube, and how much of it, brings the pile nearest to the target. */
export type WhatToAdd = {
  readonly kind: "what-to-add";
  readonly target: LabD65;
  readonly pile: Mixture;
  /** A tube, and its volume to one of the pile. */
  readonly choices: readonly { readonly tube: number; readonly volume: number }[];
  readonly key: number;
};

const TRIES = 400;
/** Values that lie nearer than this are not put in order, L*. */
const VALUES_APART = 6;
/** Patches of one question differ in hue by so much, degrees, so that value is not told by hue. */
const HUES_APART = 30;
const PATCHES = 5;
/** How much warmer one of a pair is at least, and at most as far they differ in value, L*. */
const WARMER_BY = 8;
const AS_LIGHT = 12;
const COLOURED = 10;
/** The axis that is furthest off is so much further than the next, in what an eye parts on each. */
const CLEARLY = 2;
export const STEP_OF_AXIS: Readonly<Record<Axis, number>> = { value: 5, chroma: 8, hue: 8 };
/** The right choice lies so much nearer than the next, ΔE00. */
const NEARER_BY = 2;
export const CHOICES = 4;

/** Undefined where the colours do not allow it. @param pool - fair colours. */
export function valueOrder(pool: readonly LabD65[], rng: Rng): ValueOrder | undefined {
  return tried(() => {
    const patches: LabD65[] = [];
    for (const lab of someOf(pool, pool.length, rng)) {
      const isApart = patches.every(
        (other) =>
          Math.abs(other[0] - lab[0]) >= VALUES_APART &&
          (chromaOf(lab) < COLOURED || chromaOf(other) < COLOURED || huesApart(lab, other) >= HUES_APART),
      );
      if (isApart) patches.push(lab);
      if (patches.length === PATCHES) break;
    }
    if (patches.length < PATCHES) return undefined;
    const key = [...patches.keys()].sort(
      (one, other) => (patches[one]?.[0] ?? 0) - (patches[other]?.[0] ?? 0),
    );
    return { kind: "value-order", patches, key };
  });
}

/** @param apart - by how much the two differ in value, L*: the finer the harder. */
export function lighterOf(pool: readonly LabD65[], apart: number, rng: Rng): OneOfTwo | undefined {
  return tried(() => {
    const [one, model] = someOf(pool, 2, rng);
    if (!one || !model || huesApart(one, model) < HUES_APART) return undefined;
    const lightness = one[0] + (rng.next() < 0.5 ? apart : -apart);
    const other = labD65(lightness, model[1], model[2]);
    if (!isFairOnScreen(one) || !isFairOnScreen(other)) return undefined;
    return { kind: "lighter", patches: [one, other], key: one[0] > other[0] ? 0 : 1 };
  });
}

export function warmerOf(pool: readonly LabD65[], rng: Rng): OneOfTwo | undefined {
  return tried(() => {
    const [one, other] = someOf(pool, 2, rng);
    if (!one || !other || Math.abs(one[0] - other[0]) > AS_LIGHT) return undefined;
    const by = warmth(one) - warmth(other);
    return Math.abs(by) < WARMER_BY
      ? undefined
      : { kind: "warmer", patches: [one, other], key: by > 0 ? 0 : 1 };
  });
}

/** @param apart - by how much the odd one differs, ΔE00: the finer the harder. */
export function oddOne(pool: readonly LabD65[], axis: Axis, apart: number, rng: Rng): OddOne | undefined {
  return tried(() => {
    const [base] = someOf(pool, 1, rng);
    if (!base || (axis !== "value" && chromaOf(base) < COLOURED)) return undefined;
    const odd = differing(base, axis, apart, sign(rng));
    if (!odd || !isFairOnScreen(odd) || !isFairOnScreen(base)) return undefined;
    const key = rng.below(CHOICES);
    return {
      kind: "odd",
      axis,
      patches: Array.from({ length: CHOICES }, (_, place) => (place === key ? odd : base)),
      key,
      deltaE2000: deltaE2000(base, odd),
    };
  });
}

const HALVINGS = 40;
/** As far as an axis is followed, in units of L*, C*ab or ΔH*. */
const FURTHEST = 60;

/** The colour that lies so far off along one axis alone; undefined where the axis ends before. */
function differing(base: LabD65, axis: Axis, apart: number, way: 1 | -1): LabD65 | undefined {
  const at = (size: number): LabD65 => {
    const { lightness, chroma, hueDegrees } = applyDifference(base, {
      deltaLightness: axis === "value" ? way * size : 0,
      deltaChroma: axis === "chroma" ? way * size : 0,
      deltaHue: axis === "hue" ? way * size : 0,
    });
    return labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees));
  };
  const isNear = (size: number): boolean => deltaE2000(base, at(size)) < apart;
  return isNear(FURTHEST) ? undefined : at(bisected(isNear, 0, FURTHEST, HALVINGS));
}

export function whatIsWrong(pool: readonly LabD65[], rng: Rng): WhatIsWrong | undefined {
  return tried(() => {
    const [target] = someOf(pool, 1, rng);
    if (!target || chromaOf(target) < COLOURED) return undefined;
    const axes = someOf(["value", "chroma", "hue"] as const, 3, rng);
    const [axis] = axes;
    if (!axis) return undefined;
    const sizes = new Map(
      axes.map((one) => [
        one,
        STEP_OF_AXIS[one] * (one === axis ? 1 + rng.next() : 0.4 * rng.next()) * sign(rng),
      ]),
    );
    const { lightness, chroma, hueDegrees } = applyDifference(target, {
      deltaLightness: sizes.get("value") ?? 0,
      deltaChroma: sizes.get("chroma") ?? 0,
      deltaHue: sizes.get("hue") ?? 0,
    });
    const pile = labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees));
    const key = furthestOff(target, pile);
    return key?.axis === axis && isFairOnScreen(pile) && isFairOnScreen(target)
      ? { kind: "what-is-wrong", target, pile, key }
      : undefined;
  });
}

/** The axis on which a pile lies off most, as an eye parts it; undefined where two lie off alike. */
function furthestOff(target: LabD65, pile: LabD65): WhatIsWrong["key"] | undefined {
  const { deltaLightness, deltaChroma, deltaHue } = threeWayDifference(target, pile);
  const sizes = [
    { axis: "value" as const, by: deltaLightness },
    { axis: "chroma" as const, by: deltaChroma },
    { axis: "hue" as const, by: deltaHue },
  ].sort((one, other) => stepsOf(other) - stepsOf(one));
  const [first, second] = sizes;
  return first && second && stepsOf(first) > CLEARLY * stepsOf(second) ? first : undefined;
}

const stepsOf = ({ axis, by }: WhatIsWrong["key"]): number => Math.abs(by) / STEP_OF_AXIS[axis];

/** Wrong choices are what painters take for right: the mean of the two colours, and other ratios. */
export function predict(palette: ColorModel, rng: Rng): Predict | undefined {
  return tried(() => {
    const [one, other] = someOf([...Array(palette.tubeCount).keys()], 2, rng);
    if (one === undefined || other === undefined) return undefined;
    const strengths = [palette.strengthOf(one), palette.strengthOf(other)];
    const mixed = (x: number, y: number): LabD65 => labOf(palette, { tubes: [one, other], volumes: [x, y] });
    const [x, y] = [1, 1 + rng.below(4)];
    const right = mixed(x, y);
    const [alone, with_] = [mixed(1, 0), mixed(0, 1)];
    const mean = labD65(
      (x * alone[0] + y * with_[0]) / (x + y),
      (x * alone[1] + y * with_[1]) / (x + y),
      (x * alone[2] + y * with_[2]) / (x + y),
    );
    // By strength in place of volume, and the other way round.
    const equal = mixed(1 / (strengths[0] ?? 1), 1 / (strengths[1] ?? 1));
    const wrong = [mean, equal, mixed(y, x), mixed(x, 12 * y), mixed(12 * x, y)];
    return choicesOf(right, wrong, rng, (choices, key) => ({
      kind: "predict",
      mixture: { tubes: [one, other], volumes: [x, y] },
      choices,
      key,
    }));
  });
}

export function whatToAdd(palette: ColorModel, rng: Rng): WhatToAdd | undefined {
  return tried(() => {
    const tubes = someOf([...Array(palette.tubeCount).keys()], 3, rng);
    const [, , added] = tubes;
    if (added === undefined) return undefined;
    const pile: Mixture = {
      tubes: tubes.slice(0, 2),
      volumes: tubes.slice(0, 2).map((tube) => (0.5 + rng.next()) / palette.strengthOf(tube)),
    };
    const whole = sumOf(pile.volumes);
    const dose = (tube: number, share: number) => ({
      tube,
      // To one volume of the pile.
      volume: share / palette.strengthOf(tube) / whole,
    });
    const after = ({ tube, volume }: { readonly tube: number; readonly volume: number }): LabD65 =>
      labOf(palette, { tubes: [...pile.tubes, tube], volumes: [...pile.volumes, volume * whole] });
    const right = dose(added, 0.2 + 0.6 * rng.next());
    const target = after(right);
    if (!isFairOnScreen(target) || !isFairOnScreen(labOf(palette, pile))) return undefined;
    const others = someOf(
      [...Array(palette.tubeCount).keys()].filter((tube) => tube !== added),
      2,
      rng,
    );
    const wrong = [...others.map((tube) => dose(tube, 0.5)), { tube: added, volume: 3.5 * right.volume }];
    if (wrong.length < CHOICES - 1) return undefined;
    const choices = someOf([right, ...wrong], CHOICES, rng);
    const misses = choices.map((choice) => deltaE2000(after(choice), target));
    const key = choices.indexOf(right);
    return misses.every((miss, i) => i === key || miss > NEARER_BY)
      ? { kind: "what-to-add", target, pile, choices, key }
      : undefined;
  });
}

function choicesOf<Q>(
  right: LabD65,
  wrong: readonly LabD65[],
  rng: Rng,
  asked: (choices: readonly LabD65[], key: number) => Q,
): Q | undefined {
  const told: LabD65[] = [];
  for (const lab of wrong)
    if (isFairOnScreen(lab) && [right, ...told].every((other) => deltaE2000(lab, other) > NEARER_BY))
      told.push(lab);
  if (told.length < CHOICES - 1 || !isFairOnScreen(right)) return undefined;
  const choices = someOf([right, ...told.slice(0, CHOICES - 1)], CHOICES, rng);
  return asked(choices, choices.indexOf(right));
}

export function labOf(palette: ColorModel, { tubes, volumes }: Mixture): LabD65 {
  return mixedLab(palette, tubes, volumes);
}

/** Undefined where no such question can be found. */
export function tried<Q>(ask: () => Q | undefined): Q | undefined {
  for (let i = 0; i < TRIES; i++) {
    const question = ask();
    if (question) return question;
  }
  return undefined;
}

export function someOf<T>(list: readonly T[], count: number, rng: Rng): readonly T[] {
  return list
    .map((item) => ({ item, key: rng.next() }))
    .sort((one, other) => one.key - other.key)
    .slice(0, count)
    .map(({ item }) => item);
}

const sign = (rng: Rng): 1 | -1 => (rng.next() < 0.5 ? 1 : -1);
const huesApart = (one: LabD65, other: LabD65): number =>
  Math.abs(hueDifferenceDegrees(lchFromLab(one)[2], lchFromLab(other)[2]));

/** Along the way from blue to orange. */
function warmth(lab: LabD65): number {
  const radians = (WARM_DEGREES * Math.PI) / 180;
  return lab[1] * Math.cos(radians) + lab[2] * Math.sin(radians);
}
