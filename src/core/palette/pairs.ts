/** Pairs of tubes: the best neutralising partner of each, and the parents that make the brightest secondaries. */
import { hueDifferenceDegrees, lchFromLab, chromaOf } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { labIn } from "../mixing/mixedLab";
import { blendOptics } from "../mixing/mixture";
import type { ColorModel } from "../mixing/colorModel";
import { colorModelOf } from "../mixing/colorModelOf";
import type { Wash } from "../mixing/washMixer";
import { bisected, cheapestBetween } from "../optimize/narrow";
import type { OpticalModel } from "../spectrum/types";
import type { TestWhite } from "../tube/character";
import { meanStrength } from "../mixing/strength";
import { zeros } from "../numbers";

export type Partner = {
  /** Place among the tubes. */
  readonly tube: number;
  /** Shares of the volume: the tube that is quieted, the partner, white (of washes, water). */
  readonly shares: readonly [number, number, number];
  readonly lab: LabD65;
  readonly chroma: number;
};

/** CIELAB hue angles between which a mixture counts as the secondary, degrees. */
export const SECONDARIES = {
  orange: [54, 67],
  green: [140, 180],
  violet: [303, 325],
} as const satisfies Readonly<Record<string, readonly [number, number]>>;
export type SecondaryName = keyof typeof SECONDARIES;

export type Parents = {
  readonly first: number;
  readonly second: number;
  /** Shares of the volume: first, second, white. */
  readonly shares: readonly [number, number, number];
  readonly lab: LabD65;
  readonly chroma: number;
};

const SAME_VALUE = 0.05;
const SCAN = 64;
const GOLDEN_STEPS = 28;
/** Nearer to either tube than this, by strength, the dullest mixture is that tube. */
const LEAST_WAY = 0.01;
const BISECTIONS = 44;
/** White, as scaled by strength, from none to nearly all. */
const MOST_WHITE = 400;
/** Ratios and amounts of white that are scanned for parents, and how often the step is halved around the best. */
const RATIOS = 49;
const WHITES = 25;
const HALVINGS = 9;

/**
 * Partners of a tube at a wanted value, least chroma first; only those with which that value can be mixed, and
 * whose mixtures are duller than either of the two: another dull tube does not quiet a tube, it takes its place.
 *
 * @param quieted - index of the tube into the palette.
 * @param lightness - L* of the mixture with white.
 */
export function neutralPartners(
  tubes: readonly OpticalModel[],
  quieted: number,
  lightness: number,
  bench: TestWhite,
  wash?: Wash,
): Partner[] {
  const mixes = new PairMixer(tubes, bench, wash);
  return tubes
    .flatMap((_, tube): Partner[] => {
      if (tube === quieted) return [];
      const at = (way: number): Partner | undefined => {
        const white = mixes.whiteFor(quieted, tube, way, lightness);
        if (white === undefined) return undefined;
        const { lab, shares } = mixes.mix(quieted, tube, way, white);
        return { tube, lab, shares, chroma: chromaOf(lab) };
      };
      const best = leastChroma(at);
      return best ? [best] : [];
    })
    .sort((a, b) => a.chroma - b.chroma || a.tube - b.tube);
}

/** An opposite that is mixed of two tubes. */
export type MixedPartner = {
  /** Places among the tubes. */
  readonly tubes: readonly [number, number];
  /** Shares of the volume: the tube that is quieted, the two, white (of washes, water). */
  readonly shares: readonly [number, number, number, number];
  readonly lab: LabD65;
  readonly chroma: number;
};

/** Ratios of two tubes, by strength, that are scanned before the best is narrowed. */
const OPPOSITE_RATIOS = 12;
const OPPOSITE_STEPS = 16;

/**
 * Opposites of a tube that two others make together, for palettes in which no single tube is one: least chroma first.
 *
 * @param quieted - index of the tube into the palette. @param allowed - tubes that may be mixed, by place.
 * @param lightness - L* of the mixture with white.
 */
export function mixedPartners(
  tubes: readonly OpticalModel[],
  quieted: number,
  allowed: readonly number[],
  lightness: number,
  bench: TestWhite,
  wash?: Wash,
): MixedPartner[] {
  const own = tubes[quieted];
  const others = allowed.filter((tube) => tube !== quieted);
  if (!own) return [];
  return others
    .flatMap((one, i) => others.slice(i + 1).map((other) => [one, other] as const))
    .flatMap(([one, other]): MixedPartner[] => {
      const [a, b] = [tubes[one], tubes[other]];
      if (!a || !b) return [];
      const [strengthA, strengthB] = [meanStrength(a), meanStrength(b)];
      const at = (ratio: number): MixedPartner | undefined => {
        const volumes = [(1 - ratio) / strengthA, ratio / strengthB] as const;
        const whole = volumes[0] + volumes[1];
        const opposite = blendOptics([
          { optics: a, volume: volumes[0] },
          { optics: b, volume: volumes[1] },
        ]);
        const [partner] = neutralPartners([own, opposite], 0, lightness, bench, wash);
        if (!partner) return undefined;
        const [q, mixed, w] = partner.shares;
        return {
          tubes: [one, other],
          shares: [q, (mixed * volumes[0]) / whole, (mixed * volumes[1]) / whole, w],
          lab: partner.lab,
          chroma: partner.chroma,
        };
      };
      const best = leastAlong(at);
      return best ? [best] : [];
    })
    .sort((a, b) => a.chroma - b.chroma || a.tubes[0] - b.tubes[0] || a.tubes[1] - b.tubes[1]);
}

function leastAlong(at: (ratio: number) => MixedPartner | undefined): MixedPartner | undefined {
  const cost = (one: MixedPartner | undefined): number => one?.chroma ?? Number.POSITIVE_INFINITY;
  const scanned = Array.from({ length: OPPOSITE_RATIOS - 1 }, (_, i) => at((i + 1) / OPPOSITE_RATIOS));
  const place = scanned.reduce((best, one, i) => (cost(one) < cost(scanned[best]) ? i : best), 0);
  const around = [place / OPPOSITE_RATIOS, (place + 2) / OPPOSITE_RATIOS] as const;
  return cheapestBetween(at, cost, around, OPPOSITE_STEPS, scanned[place]);
}

/** Scan and golden section over the ratio; ratios at which the value cannot be had are left out. */
function leastChroma(at: (way: number) => Partner | undefined): Partner | undefined {
  const tried = (way: number) => ({ way, partner: at(way) });
  const cost = ({ partner }: { readonly partner: Partner | undefined }): number =>
    partner?.chroma ?? Number.POSITIVE_INFINITY;
  const scanned = Array.from({ length: SCAN - 1 }, (_, i) => tried((i + 1) / SCAN));
  const dullest = scanned.reduce((best, next) => (cost(next) < cost(best) ? next : best));
  if (!dullest.partner) return undefined;
  const around = [dullest.way - 1 / SCAN, dullest.way + 1 / SCAN] as const;
  const { way, partner } = cheapestBetween(tried, cost, around, GOLDEN_STEPS, dullest);
  return way > LEAST_WAY && way < 1 - LEAST_WAY ? partner : undefined;
}

/** All pairs that make the secondary at all, with white or without, most chroma first. */
export function rankParents(
  tubes: readonly OpticalModel[],
  secondary: SecondaryName,
  bench: TestWhite,
  wash?: Wash,
): Parents[] {
  const mixes = new PairMixer(tubes, bench, wash);
  const found: Parents[] = [];
  for (let first = 0; first < tubes.length; first++) {
    for (let second = first + 1; second < tubes.length; second++) {
      const best = brightest(mixes, first, second, secondary);
      if (best) found.push(best);
    }
  }
  return found.sort((a, b) => b.chroma - a.chroma || a.first - b.first || a.second - b.second);
}

function brightest(
  mixes: PairMixer,
  first: number,
  second: number,
  secondary: SecondaryName,
): Parents | undefined {
  let best: Parents | undefined;
  let bestWay = 0;
  let bestWhite = 0;
  const attempt = (way: number, whiteStep: number): void => {
    if (way <= 0 || way >= 1 || whiteStep < 0) return;
    const { lab, shares } = mixes.mix(first, second, way, whiteAt(whiteStep));
    const [, chroma, hue] = lchFromLab(lab);
    if (!isSecondary(hue, secondary) || chroma <= (best?.chroma ?? 0)) return;
    best = { first, second, shares, lab, chroma };
    bestWay = way;
    bestWhite = whiteStep;
  };
  for (let i = 1; i < RATIOS; i++) for (let white = 0; white < WHITES; white++) attempt(i / RATIOS, white);
  if (!best) return undefined;
  let wayStep = 1 / RATIOS;
  let whiteStep = 1;
  for (let halving = 0; halving < HALVINGS; halving++) {
    wayStep /= 2;
    whiteStep /= 2;
    const [way, white] = [bestWay, bestWhite];
    for (const dWay of [-2, -1, 0, 1, 2])
      for (const dWhite of [-2, -1, 0, 1, 2]) attempt(way + dWay * wayStep, white + dWhite * whiteStep);
  }
  return best;
}

function whiteAt(step: number): number {
  return step === 0 ? 0 : 0.05 * (MOST_WHITE / 0.05) ** ((step - 1) / (WHITES - 2));
}

export function isSecondary(hueDegrees: number, secondary: SecondaryName): boolean {
  const [from, to] = SECONDARIES[secondary];
  return Math.abs(hueDifferenceDegrees((from + to) / 2, hueDegrees)) <= (to - from) / 2;
}

/** Two tubes at a ratio by strength, and white beside them, without allocation in the scans. */
class PairMixer {
  private readonly mixer: ColorModel;
  private readonly white: number;
  private readonly tubes = new Uint8Array(3);
  private readonly volumes = zeros(3);
  private readonly lab = zeros(3);

  /** @param wash - water over paper in place of the white. */
  constructor(tubes: readonly OpticalModel[], bench: TestWhite, wash: Wash | undefined) {
    this.mixer = colorModelOf(wash ? tubes : [...tubes, bench.white], bench.view, bench.surface, wash);
    this.white = tubes.length;
  }

  /** @param way - (0, 1): share of the second in the strength of the two. @param white - as scaled by strength. */
  mix(
    first: number,
    second: number,
    way: number,
    white: number,
  ): { readonly lab: LabD65; readonly shares: readonly [number, number, number] } {
    this.write(first, second, way, white);
    const [a = 0, b = 0, w = 0] = this.volumes;
    const total = a + b + w;
    return { lab: labIn(this.lab), shares: [a / total, b / total, w / total] };
  }

  /** White that brings the pair to a value; undefined when the pair is lighter, or no white gets there. */
  whiteFor(first: number, second: number, way: number, lightness: number): number | undefined {
    const lightnessAt = (white: number): number => {
      this.write(first, second, way, white);
      return this.lab[0] as number;
    };
    if (lightnessAt(0) > lightness + SAME_VALUE || lightnessAt(MOST_WHITE) < lightness) return undefined;
    return bisected((white) => lightnessAt(white) < lightness, 0, MOST_WHITE, BISECTIONS);
  }

  private write(first: number, second: number, way: number, white: number): void {
    this.tubes[0] = first;
    this.tubes[1] = second;
    this.tubes[2] = this.white;
    this.volumes[0] = (1 - way) / this.mixer.strengthOf(first);
    this.volumes[1] = way / this.mixer.strengthOf(second);
    this.volumes[2] = white / this.mixer.strengthOf(this.white);
    this.mixer.writeLab(this.lab, this.tubes, this.volumes, 3);
  }
}
