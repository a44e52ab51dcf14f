/**
 * What two paints do on the way from one to the other: value, chroma and hue along their ratios, and where the
 * mixtures turn grey, brown, or to another hue.
 *
 * The points are spaced evenly to the eye, by CIELAB distance along the way: equal steps of volume would crowd all
 * that happens near a strong paint into one of them.
 */
import { meanStrength } from "../mixing/strength";
import { hueDifferenceDegrees, lchFromLab, chromaOf } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { NEUTRAL_CHROMA } from "../describe/chromaWords";
import { type HuePlace, readHue } from "../describe/huePlaces";
import { mixtureReflectance } from "../mixing/mixture";
import { isNotNegative, num } from "../numbers";
import { cheapestBetween } from "../optimize/narrow";
import { labFromReflectance } from "../spectrum/colorimetry";
import type { Wash } from "../mixing/washMixer";
import type { OpticalModel } from "../spectrum/types";
import type { TestWhite } from "../tube/character";

export type PathPoint = {
  /** Share of the second paint in the two, by volume, [0, 1]. */
  readonly share: number;
  readonly lab: LabD65;
};

export type PathEvent =
  /** From here on no hue is seen, or one is seen again. */
  | { readonly kind: "grey" | "leaves-grey"; readonly share: number }
  | { readonly kind: "brown" | "leaves-brown"; readonly share: number }
  /** The hue enters another of the twelve places. */
  | { readonly kind: "hue"; readonly share: number; readonly place: HuePlace }
  /** The hue turns to the opposite within one step, through grey. */
  | { readonly kind: "flip"; readonly share: number };

export type MixturePath = {
  readonly points: readonly PathPoint[];
  readonly events: readonly PathEvent[];
  /** Where the mixtures have least chroma. */
  readonly dullest: PathPoint;
};

/** Points of a path, both ends among them. */
export const PATH_POINTS = 41;
/** A dark or middling colour between red-orange and yellow, dull but not grey, is called brown. */
const BROWN_DEGREES = [35, 85] as const;
const BROWN_LIGHTEST = 58;
const BROWN_CHROMA = 45;
const FLIP_DEGREES = 90;
/** Mixtures from which the even steps are found, over so many powers of ten of the ratio to either side. */
const SAMPLES = 240;
const DECADES = 3.5;
const GOLDEN_STEPS = 40;

export type PathWhite = {
  /** Volume of white, of washes of water, to one volume of the two paints together, >= 0. */
  readonly whiteParts: number;
  /** Water over paper in place of the white. */
  readonly wash?: Wash | undefined;
};

/**
 * CIELAB of the mixture with this share of the second paint, and so much white beside the two.
 *
 * @param share - by volume of the two, 0 to 1.
 */
export function pathColor(
  first: OpticalModel,
  second: OpticalModel,
  share: number,
  bench: TestWhite,
  { whiteParts, wash }: PathWhite = { whiteParts: 0 },
): LabD65 {
  const volumes = [
    { optics: first, volume: 1 - share },
    { optics: second, volume: share },
    ...(wash ? [] : [{ optics: bench.white, volume: whiteParts }]),
  ].filter(({ volume }) => volume > 0);
  const film = wash && { thickness: wash.undilutedThickness / (1 + whiteParts), ground: wash.paper };
  return labFromReflectance(mixtureReflectance(volumes, bench.surface, film), bench.view);
}

/** Throws a RangeError when the white is below zero or not finite. */
export function mixturePath(
  first: OpticalModel,
  second: OpticalModel,
  bench: TestWhite,
  white: PathWhite = { whiteParts: 0 },
): MixturePath {
  if (!isNotNegative(white.whiteParts))
    throw new RangeError("The parts of white must be a number that is not below zero");
  return pathOf(
    (share) => pathColor(first, second, share, bench, white),
    meanStrength(first) / meanStrength(second),
  );
}

/**
 * The way between any two colours that mix.
 *
 * @param colorAt - of a share of the second, 0 to 1. @param balance - odds at which both colour about alike, > 0.
 */
export function pathOf(colorAt: (share: number) => LabD65, balance: number): MixturePath {
  const pointAt = (share: number): PathPoint => ({ share, lab: colorAt(share) });
  const points = evenly(sampledShares(balance).map(pointAt), pointAt);
  return { points, events: eventsOf(points), dullest: dullestOf(points, pointAt) };
}

/** Shares of the second paint from end to end, dense at both ends and where both colour alike. */
function sampledShares(balance: number): number[] {
  const inner = Array.from({ length: SAMPLES }, (_, i) => {
    const odds = balance * 10 ** (DECADES * ((2 * i) / (SAMPLES - 1) - 1));
    return odds / (1 + odds);
  });
  return [0, ...inner, 1];
}

/** {@link PATH_POINTS} points that are as far from each other, along the way, as the next. */
function evenly(samples: readonly PathPoint[], pointAt: (share: number) => PathPoint): PathPoint[] {
  const way = [0];
  for (const [i, sample] of samples.entries()) {
    const before = samples[i - 1];
    if (!before) continue;
    const step = Math.hypot(...sample.lab.map((value, axis) => value - num(before.lab[axis])));
    way.push(num(way[i - 1]) + step);
  }
  const length = way.at(-1) ?? 0;
  let from = 0;
  return Array.from({ length: PATH_POINTS }, (_, i) => {
    const wanted = (length * i) / (PATH_POINTS - 1);
    while (from < way.length - 2 && (way[from + 1] ?? 0) < wanted) from++;
    const [low, high] = [way[from] ?? 0, way[from + 1] ?? 0];
    const [a, b] = [samples[from]?.share ?? 0, samples[from + 1]?.share ?? 1];
    // Two paints of one colour have no way between them: their shares are dealt evenly then.
    const share =
      length > 0 ? a + (b - a) * Math.min(1, (wanted - low) / (high - low || 1)) : i / (PATH_POINTS - 1);
    return i === PATH_POINTS - 1 ? pointAt(1) : pointAt(share);
  });
}

/** Golden sections around the dullest point of the path. */
function dullestOf(points: readonly PathPoint[], pointAt: (share: number) => PathPoint): PathPoint {
  const place = points.reduce(
    (best, point, i) => (chromaOf(point.lab) < chromaOf((points[best] ?? point).lab) ? i : best),
    0,
  );
  const around = [points[place - 1]?.share ?? 0, points[place + 1]?.share ?? 1] as const;
  return cheapestBetween(
    pointAt,
    ({ lab }) => chromaOf(lab),
    around,
    GOLDEN_STEPS,
    points[place] ?? pointAt(0),
  );
}

function eventsOf(points: readonly PathPoint[]): PathEvent[] {
  const events: PathEvent[] = [];
  let before = points[0];
  // Through grey the hue means nothing: it is compared with the last one that was seen.
  let seen = before && !isGrey(before.lab) ? lchFromLab(before.lab)[2] : undefined;
  for (const point of points.slice(1)) {
    if (!before) break;
    const { share } = point;
    if (isGrey(point.lab) !== isGrey(before.lab))
      events.push({ kind: isGrey(point.lab) ? "grey" : "leaves-grey", share });
    if (isBrown(point.lab) !== isBrown(before.lab))
      events.push({ kind: isBrown(point.lab) ? "brown" : "leaves-brown", share });
    if (!isGrey(point.lab)) {
      const hue = lchFromLab(point.lab)[2];
      if (seen !== undefined) {
        if (Math.abs(hueDifferenceDegrees(seen, hue)) > FLIP_DEGREES) events.push({ kind: "flip", share });
        const { place } = readHue(hue);
        if (place !== readHue(seen).place) events.push({ kind: "hue", share, place });
      }
      seen = hue;
    }
    before = point;
  }
  return events;
}

function isGrey(lab: LabD65): boolean {
  return chromaOf(lab) < NEUTRAL_CHROMA;
}

export function isBrown(lab: LabD65): boolean {
  const [lightness, chroma, hue] = lchFromLab(lab);
  return (
    lightness <= BROWN_LIGHTEST &&
    chroma >= NEUTRAL_CHROMA &&
    chroma <= BROWN_CHROMA &&
    hue >= BROWN_DEGREES[0] &&
    hue <= BROWN_DEGREES[1]
  );
}
