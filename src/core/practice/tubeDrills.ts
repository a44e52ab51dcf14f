/** Questions about tubes: which pair keeps most chroma, what quiets what, what goes first, where a path passes. */
import { deltaE2000 } from "../color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { type LabD65, labD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { sumOf } from "../numbers";
import type { Rng } from "../random/rng";
import { layingOrder, type LayingStart, orderOfSchool } from "../recipe/layingOrder";
import { CHOICES, labOf, type Mixture, someOf, tried } from "./drills";
import { isFairOnScreen } from "./practiceTargets";

/** Hues that a pair may give, CIELAB degrees: wider than what is sold under the name. */
export const SECONDARY_HUES = { orange: [48, 78], green: [115, 205], violet: [290, 345] } as const;
export type SecondaryHue = keyof typeof SECONDARY_HUES;

/** Two tubes, and the brightest mixture of the hue that they give; the nearest in hue where they give none. */
export type Pair = { readonly mixture: Mixture; readonly lab: LabD65; readonly chroma: number };

export type ParentsQuestion = {
  readonly kind: "parents";
  readonly hue: SecondaryHue;
  readonly choices: readonly Pair[];
  readonly key: number;
};

/** Which of four tubes takes most chroma from another. */
export type OppositesQuestion = {
  readonly kind: "opposites";
  readonly tube: number;
  readonly choices: readonly { readonly tube: number; readonly dullest: Mixture; readonly lab: LabD65 }[];
  readonly key: number;
};

export type FirstQuestion = {
  readonly kind: "first";
  readonly mixture: Mixture;
  /** Place in the mixture. */
  readonly key: number;
};

/** Where the middle of the way between two tubes lies, by strength. */
export type PathQuestion = {
  readonly kind: "path";
  readonly mixture: Mixture;
  readonly ends: readonly [LabD65, LabD65];
  readonly middle: LabD65;
  /** From the first to the second, both left out. */
  readonly way: readonly LabD65[];
};

/** Ratios by strength that are looked at between two tubes. */
const RATIO_STEPS = 96;
/** The best pair is the best also where the hue is taken so much wider or narrower, degrees: no edge decides. */
const HUE_EDGE = 3;
/** The right answer is one that a painter would take: as bright as so much of what the palette gives, C*ab. */
const WORTH_MIXING = 15;
const WORTHY_SHARE = 0.6;
/** The right answer keeps, or takes, so much more chroma than the next, C*ab. */
const CLEAR_CHROMA = 3;
/** A touch of the tube that goes first moves the mixture less than a touch of the next, by this factor. */
const CLEAR_SHIFT = 1.4;
/** Of all mixtures on the way every so many are told. */
const TOLD_STEP = RATIO_STEPS / 8;
/** A touch: so much of the whole. */
const TOUCH_SHARE = 0.01;
/** A path that hardly leaves the straight line asks nothing, ΔE00. */
const BENT = 5;
/** A tube of less chroma has no opposite. */
const COLOURED = 20;

/** Mixtures of two tubes by strength, the two ends left out. */
function mixturesBetween(palette: ColorModel, one: number, other: number): readonly Mixture[] {
  const [first, second] = [palette.strengthOf(one), palette.strengthOf(other)];
  return Array.from({ length: RATIO_STEPS - 1 }, (_, i) => {
    const way = (i + 1) / RATIO_STEPS;
    return { tubes: [one, other], volumes: [(1 - way) / first, way / second] };
  });
}

type HueMixture = Pair & { readonly hue: number };

const pairsOf = new WeakMap<ColorModel, readonly (readonly HueMixture[])[]>();

/** Of each pair of the palette, worked out once. */
function everyPair(palette: ColorModel): readonly (readonly HueMixture[])[] {
  const known =
    pairsOf.get(palette) ??
    allPairs(palette.tubeCount).map(([one, other]) => hueMixtures(palette, one, other));
  pairsOf.set(palette, known);
  return known;
}

function hueMixtures(palette: ColorModel, one: number, other: number): readonly HueMixture[] {
  return mixturesBetween(palette, one, other).map((mixture) => {
    const lab = labOf(palette, mixture);
    const [, chroma, hue] = lchFromLab(lab);
    return { mixture, lab, chroma, hue };
  });
}

function brightestOf(mixtures: readonly HueMixture[], low: number, high: number): Pair {
  let brightest: HueMixture | undefined;
  let nearest: HueMixture | undefined;
  let least = Infinity;
  for (const one of mixtures) {
    const off = one.hue >= low && one.hue <= high ? 0 : offOf(one.hue, low, high);
    if (off === 0 && !(brightest && brightest.chroma >= one.chroma)) brightest = one;
    if (off < least) [nearest, least] = [one, off];
  }
  const best = brightest ?? nearest;
  if (!best) throw new RangeError("There are no mixtures to choose from");
  // A pair that does not give the hue at all keeps nothing of it.
  return { mixture: best.mixture, lab: best.lab, chroma: brightest?.chroma ?? 0 };
}

function offOf(hue: number, low: number, high: number): number {
  return Math.min(Math.abs(hueDifferenceDegrees(hue, low)), Math.abs(hueDifferenceDegrees(hue, high)));
}

/** Undefined where the palette gives no such hue, or no pair is clearly the best. */
export function parents(palette: ColorModel, hue: SecondaryHue, rng: Rng): ParentsQuestion | undefined {
  const [low, high] = SECONDARY_HUES[hue];
  const pairs = everyPair(palette).map((all) => ({
    pair: brightestOf(all, low, high),
    wider: brightestOf(all, low - HUE_EDGE, high + HUE_EDGE).chroma,
    narrower: brightestOf(all, low + HUE_EDGE, high - HUE_EDGE).chroma,
  }));
  const most = Math.max(0, ...pairs.map(({ pair }) => pair.chroma));
  if (pairs.length < CHOICES || most < WORTH_MIXING) return undefined;
  return tried(() => {
    const asked = someOf(pairs, CHOICES, rng);
    const choices = asked.map(({ pair }) => pair);
    const key = clearly(choices.map(({ chroma }) => chroma));
    const isSure =
      key === clearly(asked.map(({ wider }) => wider)) &&
      key === clearly(asked.map(({ narrower }) => narrower));
    return choices.length === CHOICES &&
      key !== undefined &&
      isSure &&
      (choices[key]?.chroma ?? 0) >= Math.max(WORTH_MIXING, WORTHY_SHARE * most) &&
      choices.every(({ lab }) => isFairOnScreen(lab))
      ? { kind: "parents", hue, choices, key }
      : undefined;
  });
}

export function opposites(palette: ColorModel, rng: Rng): OppositesQuestion | undefined {
  const all = [...Array(palette.tubeCount).keys()];
  const masstones = all.map((tube) => labOf(palette, { tubes: [tube], volumes: [1] }));
  const coloured = all.filter((tube) => chromaOf(masstones[tube]) >= COLOURED);
  if (coloured.length <= CHOICES) return undefined;
  return tried(() => {
    const [tube] = someOf(coloured, 1, rng);
    if (tube === undefined) return undefined;
    const choices = someOf(
      coloured.filter((other) => other !== tube),
      CHOICES,
      rng,
    ).map((other) => ({ tube: other, ...dullestOf(palette, tube, other) }));
    const key = clearly(choices.map(({ lab }) => -chromaOf(lab)));
    return choices.length === CHOICES && key !== undefined && choices.every(({ lab }) => isFairOnScreen(lab))
      ? { kind: "opposites", tube, choices, key }
      : undefined;
  });
}

function dullestOf(
  palette: ColorModel,
  one: number,
  other: number,
): { readonly dullest: Mixture; readonly lab: LabD65 } {
  return mixturesBetween(palette, one, other)
    .map((dullest) => ({ dullest, lab: labOf(palette, dullest) }))
    .reduce((least, next) => (chromaOf(next.lab) < chromaOf(least.lab) ? next : least));
}

/** @param start - as the painter's school begins. */
export function whichFirst(palette: ColorModel, start: LayingStart, rng: Rng): FirstQuestion | undefined {
  return tried(() => {
    const tubes = someOf([...Array(palette.tubeCount).keys()], 3, rng);
    if (tubes.length < 3) return undefined;
    const volumes = tubes.map((tube) => (0.3 + rng.next()) / palette.strengthOf(tube));
    const mixture = { tubes, volumes };
    const shifts = shiftsOf(palette, mixture);
    const order = layingOrder(shifts);
    const whole = sumOf(volumes);
    const parts = order.map((place) => ({
      share: (volumes[place] ?? 0) / whole,
      lightness: labOf(palette, { tubes: [tubes[place] ?? 0], volumes: [1] })[0],
    }));
    const [first, second] = orderOfSchool(start, parts).map((place) => order[place] ?? 0);
    if (first === undefined || second === undefined) return undefined;
    const isClear =
      start === "weakest"
        ? (shifts[second] ?? 0) > CLEAR_SHIFT * (shifts[first] ?? 0)
        : start === "majority"
          ? (volumes[first] ?? 0) > CLEAR_SHIFT * (volumes[second] ?? 0)
          : true;
    return isClear && isFairOnScreen(labOf(palette, mixture))
      ? { kind: "first", mixture, key: first }
      : undefined;
  });
}

/** ΔE00 by which a touch more of each tube moves the mixture. */
function shiftsOf(palette: ColorModel, { tubes, volumes }: Mixture): readonly number[] {
  const whole = sumOf(volumes);
  const lab = labOf(palette, { tubes, volumes });
  return tubes.map((_, place) => {
    const more = volumes.map((volume, i) => (i === place ? volume + TOUCH_SHARE * whole : volume));
    return deltaE2000(lab, labOf(palette, { tubes, volumes: more }));
  });
}

export function pathBetween(palette: ColorModel, rng: Rng): PathQuestion | undefined {
  return tried(() => {
    const [one, other] = someOf([...Array(palette.tubeCount).keys()], 2, rng);
    if (one === undefined || other === undefined) return undefined;
    const mixture = {
      tubes: [one, other],
      volumes: [1 / palette.strengthOf(one), 1 / palette.strengthOf(other)],
    };
    const ends = [
      labOf(palette, { tubes: [one], volumes: [1] }),
      labOf(palette, { tubes: [other], volumes: [1] }),
    ] as const;
    const middle = labOf(palette, mixture);
    const straight = labD65(middle[0], (ends[0][1] + ends[1][1]) / 2, (ends[0][2] + ends[1][2]) / 2);
    return isFairOnScreen(middle) && deltaE2000(middle, straight) > BENT
      ? {
          kind: "path",
          mixture,
          ends,
          middle,
          way: mixturesBetween(palette, one, other)
            .filter((_, i) => (i + 1) % TOLD_STEP === 0)
            .map((between) => labOf(palette, between)),
        }
      : undefined;
  });
}

function allPairs(count: number): readonly (readonly [number, number])[] {
  return Array.from({ length: count }, (_, one) =>
    Array.from({ length: count - one - 1 }, (__, i) => [one, one + 1 + i] as const),
  ).flat();
}

/** Place of the largest where it is clearly the largest. */
function clearly(sizes: readonly number[]): number | undefined {
  const sorted = [...sizes].sort((one, other) => other - one);
  const [first, second] = sorted;
  return first !== undefined && second !== undefined && first - second > CLEAR_CHROMA
    ? sizes.indexOf(first)
    : undefined;
}

function chromaOf(lab: LabD65 | undefined): number {
  return lab ? lchFromLab(lab)[1] : 0;
}
