/**
 * The questions of one session, drawn in the worker: of what is weakest first, in colours that the palette reaches and the
 * screen shows, the same for the same seed.
 */
import { labFromLch, lchFromLab } from "../../core/color/cieLab";
import { type LabD65, labD65, lchUnder } from "../../core/color/types";
import type { ColorModel } from "../../core/mixing/colorModel";
import {
  type Axis,
  labOf,
  lighterOf,
  type Mixture,
  oddOne,
  predict,
  valueOrder,
  warmerOf,
  STEP_OF_AXIS,
  whatIsWrong,
  whatToAdd,
} from "../../core/practice/drills";
import { practiceTargets } from "../../core/practice/practiceTargets";
import {
  opposites,
  parents,
  pathBetween,
  SECONDARY_HUES,
  type SecondaryHue,
  whichFirst,
} from "../../core/practice/tubeDrills";
import { createRng, type Rng } from "../../core/random/rng";
import type { LayingStart } from "../../core/recipe/layingOrder";
import { tapsFor } from "./naming";
import {
  type Drill,
  MOST_QUESTIONS,
  type PlacedDose,
  type Question,
  SKILL_AXES,
  type SkillAxis,
} from "./practice";
import { AXES, WRONG_STEPS } from "./score";
import { type HueRegion, regionOf, skillKey } from "./skills";

export type SessionRequest = {
  readonly seed: number;
  /** How much each skill wants practice, above 0; what is not named wants {@link usual} of its axis. */
  readonly weights: Readonly<Record<string, number>>;
  readonly usual: Readonly<Record<SkillAxis, number>>;
  /** How much more than others colours of a hue want practice; 1 where left out. */
  readonly hues: Readonly<Partial<Record<HueRegion, number>>>;
  /** What a session takes, s. */
  readonly seconds: number;
  /** Differences to ask about next, by what was told so far: L* of the lighter of two, ΔE00 of the odd one. */
  readonly apart: { readonly lighter: number } & Readonly<Record<Axis, number>>;
  /** L* between which this screen tells its steps. */
  readonly screen: { readonly least: number; readonly most: number };
  readonly start: LayingStart;
  /** Of an eye that does not tell hues: values lead, and no question is about hue alone. */
  readonly isValueFirst: boolean;
};

/** About what a painter takes for each, with its feedback, s. */
export const SECONDS_OF_DRILL: Readonly<Record<Drill, number>> = {
  name: 45,
  place: 18,
  order: 30,
  lighter: 10,
  odd: 12,
  warmer: 12,
  wrong: 24,
  add: 30,
  predict: 24,
  path: 28,
  parents: 24,
  opposites: 20,
  first: 18,
  bench: 150,
  grey: 180,
  screen: 8,
};

const DRILLS_OF_AXIS: Readonly<Record<SkillAxis, readonly Drill[]>> = {
  value: ["order", "lighter", "place", "odd", "name"],
  chroma: ["name", "wrong", "odd"],
  hue: ["warmer", "name", "wrong", "odd"],
  mixing: ["predict", "add", "first", "parents", "path", "opposites"],
};

/** Colours of a series. */
const POOL = 30;
/** Sizes of one session lie about the one that says most, so that its later questions are not all alike. */
const SPREAD = [1, 0.7, 1.4, 1] as const;
/** A skill that was just asked about wants this much less. */
const ASKED = 0.35;
const WRONG_TRIES = 8;
/** A skill that is missed twice as far wants more than twice the practice. */
const EMPHASIS = 1.6;
/** Every second colour that is named or placed lies on a surround that pulls. */
const PULLED_SHARE = 0.5;

/** @returns no questions where the palette gives no colours to ask about. */
export function drawSession(palette: ColorModel, request: SessionRequest): readonly Question[] {
  const { seed, screen, isValueFirst, seconds } = request;
  const rng = createRng(seed);
  const pool = practiceTargets(palette, POOL, seed).filter(
    ([lightness]) => lightness >= screen.least && lightness <= screen.most,
  );
  if (pool.length === 0) return [];
  const axes = SKILL_AXES.filter((axis) => !isValueFirst || axis === "value" || axis === "mixing");
  const drawer = new Drawer(palette, request, rng);
  const weights = new Map<string, number>();
  for (const axis of axes)
    for (const lab of pool) {
      const key = skillKey(axis, lab);
      const lead = isValueFirst && axis === "value" ? 2 : 1;
      const hue = axis === "mixing" ? 1 : (request.hues[regionOf(lab).hue] ?? 1);
      weights.set(key, lead * (request.weights[key] ?? hue * request.usual[axis]) ** EMPHASIS);
    }
  const questions: Question[] = [];
  // A colour is named once before any is named again: an answer that was just told is no practice.
  const named = new Set<LabD65>();
  let left = seconds;
  let tries = 4 * MOST_QUESTIONS;
  while (left > 0 && tries-- > 0 && questions.length < MOST_QUESTIONS) {
    // The weakest comes first; after it, by how much each wants practice.
    const skill = questions.length === 0 ? heaviest(weights) : drawn(weights, rng);
    const axis = axes.find((one) => skill.startsWith(`${one} `)) ?? "value";
    const inRegion = pool.filter((lab) => skillKey(axis, lab) === skill);
    const last = questions.at(-1)?.drill;
    const drills = DRILLS_OF_AXIS[axis].filter(
      (drill) => drill !== last && !(isValueFirst && drill === "name"),
    );
    const drill = drills[rng.below(drills.length)];
    const isNaming = drill === "name" || drill === "place";
    if (isNaming && named.size === pool.length) named.clear();
    const from = isNaming ? freshOf(inRegion, pool, named) : inRegion;
    const question = drill && drawer.ask(drill, axis, from, pool);
    weights.set(skill, ASKED * (weights.get(skill) ?? 0));
    if (!question || SECONDS_OF_DRILL[question.drill] > left) continue;
    for (const lab of isNaming ? question.patches : []) named.add(lab);
    questions.push(question);
    left -= SECONDS_OF_DRILL[question.drill];
  }
  return questions;
}

/** Of the skill what was not named yet, or else of all colours. */
function freshOf(
  inRegion: readonly LabD65[],
  pool: readonly LabD65[],
  named: ReadonlySet<LabD65>,
): readonly LabD65[] {
  const fresh = inRegion.filter((lab) => !named.has(lab));
  return fresh.length > 0 ? fresh : pool.filter((lab) => !named.has(lab));
}

function heaviest(weights: ReadonlyMap<string, number>): string {
  return [...weights].reduce((most, one) => (one[1] > most[1] ? one : most))[0];
}

function drawn(weights: ReadonlyMap<string, number>, rng: Rng): string {
  const whole = [...weights.values()].reduce((sum, weight) => sum + weight, 0);
  let at = rng.next() * whole;
  for (const [key, weight] of weights) {
    at -= weight;
    if (at <= 0) return key;
  }
  return [...weights.keys()].at(-1) ?? "";
}

/** A target on the simulated bench: one that is not simply a tube. @returns undefined without such a colour. */
export function benchTarget(palette: ColorModel, seed: number, isGrey: boolean): LabD65 | undefined {
  const rng = createRng(seed);
  if (isGrey) return labD65(35 + 35 * rng.next(), 0, 0);
  const pool = practiceTargets(palette, POOL, seed);
  return pool[rng.below(Math.max(1, pool.length))];
}

class Drawer {
  private threshold = 0;
  /** What this palette did not give once is not looked for again: looking takes long. */
  private readonly missing = new Set<Drill>();

  constructor(
    private readonly palette: ColorModel,
    private readonly request: SessionRequest,
    private readonly rng: Rng,
  ) {}

  /** @param from - colours of the skill. @param pool - all fair colours, where one skill has too few. */
  ask(drill: Drill, axis: SkillAxis, from: readonly LabD65[], pool: readonly LabD65[]): Question | undefined {
    const { rng, request } = this;
    switch (drill) {
      case "name":
      case "place": {
        const lab = from[rng.below(from.length)];
        if (!lab) return undefined;
        const around = rng.next() < PULLED_SHARE ? pulling(lab, rng) : undefined;
        const asked = { drill, axis, patches: [lab], choices: [], ...(around && { around }) };
        return { ...asked, key: tapsFor(asked, lab) };
      }
      case "order": {
        const question = valueOrder(pool, rng);
        return (
          question && { drill, axis: "value", patches: question.patches, choices: [], key: question.key }
        );
      }
      case "lighter": {
        const apart = request.apart.lighter * this.spread();
        const question = lighterOf(fewOrAll(from, pool), apart, rng);
        return (
          question && {
            drill,
            axis: "value",
            patches: question.patches,
            choices: [],
            key: [question.key],
            by: Math.abs(question.patches[0][0] - question.patches[1][0]),
          }
        );
      }
      case "odd": {
        if (axis === "mixing") return undefined;
        const question = oddOne(from, axis, request.apart[axis] * this.spread(), rng);
        return (
          question && {
            drill,
            axis,
            patches: question.patches,
            choices: [],
            key: [question.key],
            by: question.deltaE2000,
          }
        );
      }
      case "warmer": {
        const question = warmerOf(fewOrAll(from, pool), rng) ?? warmerOf(pool, rng);
        return (
          question && { drill, axis: "hue", patches: question.patches, choices: [], key: [question.key] }
        );
      }
      case "wrong": {
        // Asked for an axis, it is that axis which is off.
        const question = Array.from({ length: WRONG_TRIES }, () => whatIsWrong(from, rng)).find(
          (one) => one?.key.axis === axis,
        );
        if (!question) return undefined;
        const place = AXES.indexOf(question.key.axis);
        const steps = question.key.by / STEP_OF_AXIS[question.key.axis];
        const offs = WRONG_STEPS.map((step) => Math.abs(step - steps));
        return {
          drill,
          axis: question.key.axis,
          patches: [question.target, question.pile],
          choices: [],
          key: [place, offs.indexOf(Math.min(...offs))],
          by: question.key.by,
        };
      }
      default: {
        if (this.missing.has(drill)) return undefined;
        const question = this.ofTubes(drill);
        if (!question) this.missing.add(drill);
        return question;
      }
    }
  }

  private ofTubes(drill: Drill): Question | undefined {
    const { palette, rng, request } = this;
    switch (drill) {
      case "predict": {
        const question = predict(palette, rng);
        return (
          question && {
            drill,
            axis: "mixing",
            patches: [],
            mixture: dosesOf(question.mixture),
            choices: question.choices.map((lab) => ({ lab })),
            key: [question.key],
          }
        );
      }
      case "add": {
        const question = whatToAdd(palette, rng);
        if (!question) return undefined;
        const { pile, target, choices, key } = question;
        const whole = pile.volumes.reduce((sum, volume) => sum + volume, 0);
        return {
          drill,
          axis: "mixing",
          patches: [target, labOf(palette, pile)],
          mixture: dosesOf(pile),
          choices: choices.map(({ tube, volume }) => ({
            // In the parts in which the pile is told.
            doses: [{ tube, parts: (volume * whole) / Math.max(...pile.volumes) }],
            lab: labOf(palette, { tubes: [...pile.tubes, tube], volumes: [...pile.volumes, volume * whole] }),
          })),
          key: [key],
        };
      }
      case "parents": {
        const hues = Object.keys(SECONDARY_HUES) as readonly SecondaryHue[];
        const start = rng.below(hues.length);
        // A palette may give one secondary and not another.
        let question: ReturnType<typeof parents>;
        for (let i = 0; i < hues.length && !question; i++) {
          const hue = hues[(start + i) % hues.length];
          question = hue && parents(palette, hue, rng);
        }
        return (
          question && {
            drill,
            axis: "mixing",
            patches: [],
            hue: question.hue,
            choices: question.choices.map(({ mixture, lab }) => ({ doses: dosesOf(mixture), lab })),
            key: [question.key],
          }
        );
      }
      case "opposites": {
        const question = opposites(palette, rng);
        return (
          question && {
            drill,
            axis: "mixing",
            patches: [],
            mixture: [{ tube: question.tube, parts: 1 }],
            choices: question.choices.map(({ dullest, lab }) => ({ doses: dosesOf(dullest), lab })),
            key: [question.key],
          }
        );
      }
      case "first": {
        const question = whichFirst(palette, request.start, rng);
        if (!question) return undefined;
        const doses = dosesOf(question.mixture);
        return {
          drill,
          axis: "mixing",
          patches: [labOf(palette, question.mixture)],
          mixture: doses,
          choices: doses.map((dose) => ({ doses: [dose] })),
          key: [question.key],
        };
      }
      case "path": {
        const question = pathBetween(palette, rng);
        return (
          question && {
            drill,
            axis: "mixing",
            patches: question.ends,
            mixture: dosesOf(question.mixture),
            // The middle, then the whole way from one tube to the other.
            choices: [{ lab: question.middle }, ...question.way.map((lab) => ({ lab }))],
            key: [Math.round(question.middle[1]), Math.round(question.middle[2])],
          }
        );
      }
      default:
        return undefined;
    }
  }

  private spread(): number {
    return SPREAD[this.threshold++ % SPREAD.length] ?? 1;
  }
}

/** Pairs want a choice: one skill alone may hold a single colour. */
function fewOrAll(from: readonly LabD65[], pool: readonly LabD65[]): readonly LabD65[] {
  return from.length >= 2 ? from : [...from, ...pool];
}

/** The opposite hue, or the other end of value: what moves the look of a colour most. */
function pulling(lab: LabD65, rng: Rng): LabD65 {
  const [lightness, chroma, hue] = lchFromLab(lab);
  const isByValue = rng.next() < 0.5;
  return isByValue
    ? labD65(lightness > 50 ? 22 : 84, 0, 0)
    : labFromLch(lchUnder<"D65">(lightness, Math.min(35, Math.max(12, chroma)), (hue + 180) % 360));
}

/** Parts to one of the largest dose. */
function dosesOf({ tubes, volumes }: Mixture): readonly PlacedDose[] {
  const most = Math.max(...volumes);
  return tubes.map((tube, i) => ({ tube, parts: (volumes[i] ?? 0) / most }));
}
