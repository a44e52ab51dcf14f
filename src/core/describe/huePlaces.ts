/**
 * Twelve painters' hue places on the CIELAB hue circle, each with the way it can lean.
 *
 * Centres are CIELAB D65 hue angles, placed so that tints of common pigments read as painters call them
 * (a test holds each). They are uneven on purpose: painters part the reds finely and the greens coarsely.
 */
import { hueDifferenceDegrees } from "../color/cieLab";

export type HueName = "red" | "orange" | "yellow" | "green" | "blue" | "violet";

export type HuePlace = {
  readonly name: string;
  readonly centreDegrees: number;
  /** What it leans to as the angle grows (red → orange → yellow → green → blue → violet → red). */
  readonly leanUp: HueName;
  /** What it leans to as the angle falls. */
  readonly leanDown: HueName;
};

export const HUE_PLACES: readonly HuePlace[] = [
  { name: "red", centreDegrees: 26, leanUp: "orange", leanDown: "violet" },
  { name: "red-orange", centreDegrees: 44, leanUp: "orange", leanDown: "red" },
  { name: "orange", centreDegrees: 60, leanUp: "yellow", leanDown: "red" },
  { name: "yellow-orange", centreDegrees: 76, leanUp: "yellow", leanDown: "orange" },
  { name: "yellow", centreDegrees: 93, leanUp: "green", leanDown: "orange" },
  { name: "yellow-green", centreDegrees: 110, leanUp: "green", leanDown: "yellow" },
  { name: "green", centreDegrees: 155, leanUp: "blue", leanDown: "yellow" },
  { name: "blue-green", centreDegrees: 206, leanUp: "blue", leanDown: "green" },
  { name: "blue", centreDegrees: 268, leanUp: "violet", leanDown: "green" },
  { name: "blue-violet", centreDegrees: 289, leanUp: "violet", leanDown: "blue" },
  { name: "violet", centreDegrees: 312, leanUp: "red", leanDown: "blue" },
  { name: "red-violet", centreDegrees: 346, leanUp: "red", leanDown: "violet" },
];

export type HueReading = {
  readonly place: HuePlace;
  /** Undefined when the hue sits in the middle third of its place. */
  readonly lean: HueName | undefined;
};

/** Share of the way from a centre to the edge of its place below which no lean is named. */
const CENTRE_SHARE = 0.34;

/** @param hueDegrees - CIELAB D65 hue angle. Throws when it is not finite. */
export function readHue(hueDegrees: number): HueReading {
  if (!Number.isFinite(hueDegrees)) throw new RangeError(`A hue angle must be finite, got ${hueDegrees}`);
  const count = HUE_PLACES.length;
  for (const [index, place] of HUE_PLACES.entries()) {
    const offset = hueDifferenceDegrees(place.centreDegrees, hueDegrees);
    const neighbour = HUE_PLACES[(index + (offset >= 0 ? 1 : count - 1)) % count] ?? place;
    const toEdge = Math.abs(hueDifferenceDegrees(place.centreDegrees, neighbour.centreDegrees)) / 2;
    // An edge belongs to the place below it, so that every angle has exactly one place.
    if (offset >= 0 ? offset > toEdge : -offset >= toEdge) continue;
    const leans = Math.abs(offset) > CENTRE_SHARE * toEdge;
    return { place, lean: leans ? (offset > 0 ? place.leanUp : place.leanDown) : undefined };
  }
  throw new Error(`No hue place for ${hueDegrees}°`);
}

/** "blue leaning green", or "blue". */
export function hueWords(hueDegrees: number): string {
  const { place, lean } = readHue(hueDegrees);
  return lean ? `${place.name} leaning ${lean}` : place.name;
}

/** The angle that someone means who says a place and a lean: its centre, or two thirds of the way to its edge. */
export function degreesOfHue(place: HuePlace, lean: "up" | "down" | undefined): number {
  if (!lean) return place.centreDegrees;
  const count = HUE_PLACES.length;
  const step = lean === "up" ? 1 : count - 1;
  const neighbour = HUE_PLACES[(HUE_PLACES.indexOf(place) + step) % count] ?? place;
  const toEdge = hueDifferenceDegrees(place.centreDegrees, neighbour.centreDegrees) / 2;
  return (place.centreDegrees + LEANING_SHARE * toEdge + 360) % 360;
}

const LEANING_SHARE = 2 / 3;
