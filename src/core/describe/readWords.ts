/**
 * A reading in words: "a bit too red and a little dark", said of a pile beside its target.
 *
 * Each fault is an amount and a direction. Amounts are what the same words stand for when Gaman says them
 * (./difference); the reading that comes out is wide, as an eye is. A word with two studio meanings is never
 * guessed, and neither is a denial, a turn that may be a wish or a look, or a word that is not known: what could
 * change the meaning comes back as a question. An axis that was not said keeps what was predicted of the pile.
 */
import { chromaOf, hueDegreesOf, hueDifferenceDegrees, labFromLch, lchFromLab } from "../color/cieLab";
import { type LabD65, labD65, lchUnder } from "../color/types";
import { NEUTRAL_CHROMA } from "./chromaWords";
import { applyDifference, threeWayDifference } from "./difference";
import {
  type Amount,
  AMOUNT_WORDS,
  AMOUNTS,
  AXIS_WORDS,
  CHROMA_WORDS,
  FAULT_WORDS,
  type Fault,
  HIGH_OR_LOW,
  QUESTION_WORDS,
  ROLES,
  TURN_WORDS,
} from "./eyeWords";
import { wordsOf } from "./saidWords";
import { lightnessPerStep, type ValueScale } from "./valueScale";

export type SaidAxis = "value" | "chroma" | "hue";

export type WordQuestion = {
  /** As it stands in the text. */
  readonly word: string;
  /** What it may stand for; put the chosen one in its place and read again. */
  readonly meanings: readonly [string, string];
};

export type WordReading = {
  /** The pile's colour as the words put it; undefined while there is a question or nothing was understood. */
  readonly lab: LabD65 | undefined;
  /** One standard deviation on each said axis of ΔE00: an eye's floor and a share of what was said. */
  readonly uncertaintyDeltaE2000: number;
  /** Axes of which something was said; the others are as predicted, and as uncertain. */
  readonly said: readonly SaidAxis[];
  readonly questions: readonly WordQuestion[];
  /** Words that mean nothing here, or too much, and could change the meaning: nothing is read while there is one. */
  readonly unknown: readonly string[];
};

export type SayingTerms = {
  /** What was predicted of the pile; what was not said stays so. The target where it is left out. */
  readonly predicted?: LabD65 | undefined;
  /** This painter's own meanings of words that have two, such as "bright": "vivid". */
  readonly ownWords?: Readonly<Record<string, string>> | undefined;
};

const EYE_FLOOR = 1.4;
const EYE_SHARE = 0.3;
/** A step of value said of chroma or hue, in their units. */
const UNITS_PER_STEP = 14;

/** @param target - what the pile was compared with. */
export function readWords(
  text: string,
  target: LabD65,
  scale: ValueScale,
  { predicted = target, ownWords = {} }: SayingTerms = {},
): WordReading {
  const sentence = new Sentence(wordsOf(text), scale, ownWords);
  sentence.read();
  const { value, chroma, hues, said, questions, unknown } = sentence;
  const turn = turnOf(target, hues);
  // A hue from across the wheel quiets first of all.
  if (turn.chroma < -SEEN_CHROMA) said.add("chroma");
  const isUnderstood = said.size > 0 && questions.length === 0 && unknown.length === 0;
  const size = Math.hypot(value, chroma, ...hues.map(({ units }) => units));
  return {
    lab: isUnderstood ? applied(target, predicted, said, { value, chroma, hues, turn }) : undefined,
    uncertaintyDeltaE2000: Math.hypot(EYE_FLOOR, (EYE_SHARE * size) / Math.sqrt(3)),
    said: (["value", "chroma", "hue"] as const).filter((axis) => said.has(axis)),
    questions,
    unknown,
  };
}

/** Nobody sees more than so many steps between two colours of one scale. */
const MOST_STEPS = 10;

/** What stands before a thing of which there is too much or too little. */
const COUNTED_BY: ReadonlySet<string> = new Set("much more less need needs want wants add some".split(" "));

/** What holds until the clause ends. */
type Clause = {
  amount?: Amount | undefined;
  axis?: SaidAxis | undefined;
  /** Said of what the pile should become, or of the target instead of the pile. */
  isWish?: boolean;
  isOfTarget?: boolean;
  hasVerb?: boolean;
  isLacking?: boolean;
  compared?: "more" | "less" | undefined;
};

/** What has been understood so far, and in which turn of speech the next word stands. */
class Sentence {
  value = 0;
  chroma = 0;
  readonly hues: { readonly towardsDegrees: number; readonly units: number }[] = [];
  readonly said = new Set<SaidAxis>();
  readonly questions: WordQuestion[] = [];
  readonly unknown: string[] = [];

  private steps: number | undefined;
  private denied: string | undefined;
  private isNeither = false;
  private isSame = false;
  private before = "";
  private clause: Clause = {};

  constructor(
    private readonly words: readonly string[],
    private readonly scale: ValueScale,
    private readonly ownWords: Readonly<Record<string, string>>,
  ) {}

  read(): void {
    this.words.forEach((word, i) => {
      this.readWord(word, this.words[i + 1] ?? "");
      this.before = word;
    });
    if (this.denied !== undefined || this.steps !== undefined) this.unknown.push(this.denied ?? "that many");
    if (this.isSame) for (const axis of ["value", "chroma", "hue"] as const) this.said.add(axis);
  }

  private readWord(word: string, next: string): void {
    const turned = this.clause.isWish ? TURN_WORDS.get(word) : undefined;
    const meant = turned ?? word;
    const meanings = QUESTION_WORDS.get(meant);
    const own = meanings?.find((meaning) => meaning === this.ownWords[meant]);
    const fault = FAULT_WORDS.get(own ?? meant) ?? this.axisFault(word);
    const amount = AMOUNT_WORDS.get(word);
    if (word.startsWith("#")) this.count(word);
    else if (word.startsWith("unlike-")) this.unlike();
    else if (fault) this.fault(fault, word);
    else if (meanings) this.questions.push({ word, meanings });
    else if (word === "not" || word === "neither" || word === "nor") {
      this.denied = word;
      this.isNeither = word !== "not" || this.isNeither;
    } else if (word === "more" || word === "less") this.compare(word, next);
    else if (amount && !(word === "little" && this.before === "too")) {
      // "A little bit", "far too much": the first amount that is said counts, except "very slightly".
      if (!this.clause.amount || this.before === "very") this.clause.amount = amount;
    } else if (AXIS_WORDS.has(word)) this.clause.axis = AXIS_WORDS.get(word);
    else if (word === "close")
      // "Very close" says nothing of how far off the rest is.
      this.clause.amount = undefined;
    else this.takesRole(word, next);
  }

  private takesRole(word: string, next: string): void {
    const role = ROLES.get(word);
    if (role === "end") this.endClause(word);
    else if (role === "lack") this.clause.isLacking = true;
    else if (role === "wish") this.clause.isWish = true;
    else if (role === "is") this.clause.hasVerb = true;
    else if (role === "same") this.same();
    else if (role === "target" || role === "pile") {
      // "Than the target" compares with it; "the target is" speaks of it.
      if (/is|wish|lack/.test(ROLES.get(next) ?? "")) this.clause.isOfTarget = role === "target";
    } else if (!role) this.unknown.push(word);
  }

  /** "Chroma too high", "value a little low", "lacks chroma", "too much colour". */
  private axisFault(word: string): Fault | undefined {
    const { axis, isLacking = false, compared } = this.clause;
    const sign = HIGH_OR_LOW.get(word);
    if (sign !== undefined && (axis === "value" || axis === "chroma")) return { axis, sign };
    const isCounted = isLacking || compared !== undefined || COUNTED_BY.has(this.before);
    return CHROMA_WORDS.has(word) && isCounted ? { axis: "chroma", sign: 1 } : undefined;
  }

  private endClause(word: string): void {
    if (this.denied !== undefined && word !== ",") this.unknown.push(this.denied);
    this.clause = {};
  }

  private count(word: string): void {
    const steps = word
      .slice(1)
      .split("+")
      .reduce((sum, part) => sum + Number(part), 0);
    if (steps > 0 && steps <= MOST_STEPS) this.steps = steps;
    else this.unknown.push(`${steps} steps`);
  }

  /** A bare "less red" may be what is seen or what is wished. */
  private compare(word: "more" | "less", next: string): void {
    const { isWish, hasVerb, isOfTarget } = this.clause;
    const isClear = [isWish, hasVerb, isOfTarget, this.before === "one", next === "or"].some(Boolean);
    if (isClear) this.clause.isLacking = word === "less" ? !this.clause.isLacking : this.clause.isLacking;
    else this.clause.compared = word;
  }

  private unlike(): void {
    if (this.clause.axis) this.unknown.push(this.clause.axis);
    // That they differ says nothing of how; something else has to.
    this.clause.hasVerb = true;
  }

  private same(): void {
    const { denied, clause } = this;
    if (this.isNeither || denied === undefined) {
      if (clause.axis) this.said.add(clause.axis);
      else this.isSame = true;
      clause.axis = undefined;
    }
    this.denied = undefined;
  }

  private fault(fault: Fault, word: string): void {
    if (this.denied !== undefined) this.denies(fault, word);
    else if (this.clause.compared) this.asksWhich(word, this.clause.compared);
    else this.adds(fault);
    this.clause.compared = undefined;
    this.clause.isLacking = false;
    this.steps = undefined;
    this.clause.amount = undefined;
    this.clause.axis = undefined;
  }

  /** "Not too dark" says what is not wrong: whether it is right or the other way is asked. */
  private denies(fault: Fault, word: string): void {
    this.denied = this.isNeither ? this.denied : undefined;
    const axis = fault.axis === "value" ? "value" : fault.axis === "chroma" ? "chroma" : "hue";
    this.questions.push({ word: `not ${word}`, meanings: [`${axis} is right`, `lacks ${word}`] });
  }

  private asksWhich(word: string, compared: "more" | "less"): void {
    this.questions.push({
      word: `${compared} ${word}`,
      meanings:
        compared === "less" ? [`lacks ${word}`, `needs less ${word}`] : [`too ${word}`, `needs more ${word}`],
    });
  }

  private adds(fault: Fault): void {
    // "Less red" in a wish is more red in the pile; so is "the target is less red".
    const turns = [this.clause.isWish, this.clause.isLacking, this.clause.isOfTarget].filter(Boolean).length;
    const sign = turns % 2 === 0 ? 1 : -1;
    const amount = this.clause.amount ?? AMOUNTS.plain;
    const units = this.steps === undefined ? amount.units : UNITS_PER_STEP * this.steps;
    this.said.add(fault.axis);
    if (fault.axis === "hue") this.hues.push({ towardsDegrees: fault.towardsDegrees, units: sign * units });
    else if (fault.axis === "chroma") this.chroma += sign * fault.sign * units;
    else this.value += sign * fault.sign * lightnessPerStep(this.scale) * (this.steps ?? amount.steps);
  }
}

/** Chroma that an eye sees a change of, C*ab. */
const SEEN_CHROMA = 2;

type SaidHue = { readonly towardsDegrees: number; readonly units: number };

/**
 * "Too red" turns a colour towards red by the shorter way; what leans to the other side of the wheel is duller first
 * of all, since the two hues quiet each other. In ΔH* and C*ab.
 */
function turnOf(target: LabD65, hues: readonly SaidHue[]): { readonly hue: number; readonly chroma: number } {
  const [, chroma, hue] = lchFromLab(target);
  if (chroma < NEUTRAL_CHROMA) return { hue: 0, chroma: 0 };
  let turned = 0;
  let quieted = 0;
  for (const { towardsDegrees, units } of hues) {
    const turn = hueDifferenceDegrees(hue, towardsDegrees);
    const across = Math.max(0, -Math.cos((turn * Math.PI) / 180));
    turned += Math.sign(turn) * units * Math.sqrt(1 - across * across);
    quieted -= units * across;
  }
  return { hue: turned, chroma: quieted };
}

/** What was said, from the target; what was not, as predicted. A grey takes a step of chroma in the hue's direction. */
function applied(
  target: LabD65,
  predicted: LabD65,
  said: ReadonlySet<SaidAxis>,
  {
    value,
    chroma: saidChroma,
    hues,
    turn,
  }: {
    readonly value: number;
    readonly chroma: number;
    readonly hues: readonly SaidHue[];
    readonly turn: { readonly hue: number; readonly chroma: number };
  },
): LabD65 {
  const chroma = chromaOf(target);
  const silent = threeWayDifference(target, predicted);
  const deltaLightness = said.has("value") ? value : silent.deltaLightness;
  if (chroma < NEUTRAL_CHROMA) {
    const base = said.has("chroma") || said.has("hue") ? target : predicted;
    const towards = (of: (radians: number) => number): number =>
      hues.reduce((sum, { towardsDegrees, units }) => sum + units * of((towardsDegrees * Math.PI) / 180), 0);
    const a = base[1] + towards(Math.cos);
    const b = base[2] + towards(Math.sin);
    const grown = Math.max(0, Math.hypot(a, b) + saidChroma);
    const direction = (hueDegreesOf(a, b) * Math.PI) / 180;
    return labD65(
      Math.max(0, Math.min(100, target[0] + deltaLightness)),
      grown * Math.cos(direction),
      grown * Math.sin(direction),
    );
  }
  const deltaChroma = said.has("chroma") ? saidChroma + turn.chroma : silent.deltaChroma;
  const seen = applyDifference(target, {
    deltaLightness,
    deltaChroma: Math.max(-chroma, deltaChroma),
    deltaHue: said.has("hue") ? turn.hue : silent.deltaHue,
  });
  return labFromLch(lchUnder<"D65">(seen.lightness, seen.chroma, seen.hueDegrees));
}
