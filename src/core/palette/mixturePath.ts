/**
 * What two paints do on the way from one to the other: value, chroma and hue along their ratios, and where the
 * mixtures turn grey, brown, or to another hue.
 *
 * Ratios are spaced by tinting strength, so that the way looks even although one speck of the one may outweigh a
 * part of the other.
 */
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { NEUTRAL_CHROMA } from "../describe/chromaWords";
import { type HuePlace, readHue } from "../describe/huePlaces";
import { mixtureReflectance } from "../mixing/mixture";
import { labFromReflectance } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import type { WhiteBench } from "../tube/character";

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
const GOLDEN_STEPS = 40;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

export type PathWhite = {
  /** Volume of white to one volume of the two paints together, >= 0. */
  readonly whiteParts: number;
};

/** CIELAB of the mixture with this share of the second paint, and so much white beside the two. */
export function pathColor(
  first: OpticalModel,
  second: OpticalModel,
  share: number,
  bench: WhiteBench,
  { whiteParts }: PathWhite = { whiteParts: 0 },
): LabD65 {
  const volumes = [
    { optics: first, volume: 1 - share },
    { optics: second, volume: share },
    { optics: bench.white, volume: whiteParts },
  ].filter(({ volume }) => volume > 0);
  return labFromReflectance(mixtureReflectance(volumes, bench.surface), bench.view);
}

/** Throws a RangeError when the white is below zero or not finite. */
export function mixturePath(
  first: OpticalModel,
  second: OpticalModel,
  bench: WhiteBench,
  white: PathWhite = { whiteParts: 0 },
): MixturePath {
  if (!(white.whiteParts >= 0) || !Number.isFinite(white.whiteParts))
    throw new RangeError("The parts of white must be a number that is not below zero");
  const balance = strengthOf(first) / strengthOf(second);
  const pointAt = (way: number): PathPoint => {
    const share = shareAt(way, balance);
    return { share, lab: pathColor(first, second, share, bench, white) };
  };
  const points = Array.from({ length: PATH_POINTS }, (_, i) => pointAt(i / (PATH_POINTS - 1)));
  return { points, events: eventsOf(points), dullest: dullestOf(points, pointAt) };
}

/** Share of the second paint at a way of [0, 1], where half way both colour alike. */
function shareAt(way: number, balance: number): number {
  const second = way * balance;
  return second / (second + (1 - way));
}

function strengthOf({ absorption, scattering }: OpticalModel): number {
  let sum = 0;
  for (let band = 0; band < absorption.length; band++)
    sum += (absorption[band] ?? Number.NaN) + (scattering[band] ?? Number.NaN);
  return sum / absorption.length;
}

/** Golden sections around the dullest point of the path. */
function dullestOf(points: readonly PathPoint[], pointAt: (way: number) => PathPoint): PathPoint {
  const place = points.reduce(
    (best, point, i) => (chromaOf(point) < chromaOf(points[best] ?? point) ? i : best),
    0,
  );
  const step = 1 / (points.length - 1);
  let low = Math.max(0, (place - 1) * step);
  let high = Math.min(1, (place + 1) * step);
  for (let i = 0; i < GOLDEN_STEPS; i++) {
    const left = high - GOLDEN * (high - low);
    const right = low + GOLDEN * (high - low);
    if (chromaOf(pointAt(left)) < chromaOf(pointAt(right))) high = right;
    else low = left;
  }
  const found = pointAt((low + high) / 2);
  const sampled = points[place];
  return sampled && chromaOf(sampled) < chromaOf(found) ? sampled : found;
}

function chromaOf({ lab }: PathPoint): number {
  return Math.hypot(lab[1], lab[2]);
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
  return Math.hypot(lab[1], lab[2]) < NEUTRAL_CHROMA;
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
