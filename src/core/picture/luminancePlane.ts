/**
 * The picture by its luminance alone: grey, stepped and isolated values, and how much area each has.
 *
 * Luminance is kept as sixteen bits a pixel, so that every view is one table look-up a pixel: L* is off by less
 * than 0.02 in the darkest darks. A camera's own grey weighs the channels otherwise.
 */
import { lightnessFromY } from "../color/cieLab";
import { encodeChannel, SRGB_LUMINANCE } from "../color/srgb";
import { yFromLightness } from "../color/cieLab";
import { LINEAR_OF_BYTE, type PixelImage, PixelReader } from "./pixels";

/** Y = 1 of the perfect diffuser. */
const FULL = 65_535;
const LEVELS = FULL + 1;

/** Luminance of each pixel, [0, 65535]; lighter than the diffuser ends at the top. */
export type LuminancePlane = Uint16Array;

export function luminancePlane(image: PixelImage): LuminancePlane {
  const { widthPx, heightPx, rgba, space, light } = image;
  const plane = new Uint16Array(widthPx * heightPx);
  const [lr, lg, lb] = SRGB_LUMINANCE;
  if (space === "srgb" && !light) {
    const red = LINEAR_OF_BYTE.map((value) => FULL * lr * value);
    const green = LINEAR_OF_BYTE.map((value) => FULL * lg * value);
    const blue = LINEAR_OF_BYTE.map((value) => FULL * lb * value);
    for (let pixel = 0, at = 0; pixel < plane.length; pixel++, at += 4) {
      plane[pixel] =
        (red[rgba[at] as number] as number) +
        (green[rgba[at + 1] as number] as number) +
        (blue[rgba[at + 2] as number] as number) +
        0.5;
    }
    return plane;
  }
  const reader = new PixelReader(image);
  for (let y = 0, pixel = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++, pixel++) {
      reader.read(x, y);
      const level = FULL * (lr * reader.red + lg * reader.green + lb * reader.blue);
      plane[pixel] = Math.max(0, Math.min(FULL, level + 0.5));
    }
  }
  return plane;
}

/** L* of each level of the plane. */
export const LIGHTNESS_OF_LEVEL = Float32Array.from({ length: LEVELS }, (_, level) =>
  lightnessFromY(level / FULL),
);

/** Opaque grey pixel, as the four bytes of a pixel read as one number: the same in either byte order. */
function greyPixel(byte: number): number {
  const whole = Math.max(0, Math.min(255, Math.round(byte)));
  return ((255 << 24) | (whole << 16) | (whole << 8) | whole) >>> 0;
}

function byteOfY(y: number): number {
  return 255 * encodeChannel(Math.min(1, y));
}

/** One grey pixel for each level. */
export type GreyLookup = Uint32Array;

/** The grey of the same L*. @param liftStops - doublings of the light, to look into the darks; 0 changes nothing. */
export function greyLookup(liftStops = 0): GreyLookup {
  const factor = 2 ** liftStops;
  const lookup = new Uint32Array(LEVELS);
  for (let level = 0; level < LEVELS; level++) lookup[level] = greyPixel(byteOfY((factor * level) / FULL));
  return lookup;
}

/**
 * Which of `steps` even steps of L* a lightness lies in, from the darkest, 0.
 *
 * @param lightness - L*, 0 to 100.
 */
export function stepOf(lightness: number, steps: number): number {
  return Math.max(0, Math.min(steps - 1, Math.floor((lightness * steps) / 100)));
}

/**
 * L* that stands for a step: its middle.
 *
 * @param step - from the darkest, 0.
 * @param steps - how many the range from black to white is cut into.
 */
export function stepLightness(step: number, steps: number): number {
  return (100 * (step + 0.5)) / steps;
}

export const FEWEST_STEPS = 2;
export const MOST_STEPS = 9;

function assertSteps(steps: number): void {
  if (!Number.isInteger(steps) || steps < FEWEST_STEPS || steps > MOST_STEPS)
    throw new RangeError(`Values are shown in ${FEWEST_STEPS} to ${MOST_STEPS} steps, not ${steps}`);
}

/**
 * Each step flat, in the grey of its middle.
 *
 * @param steps - how many the range from black to white is cut into.
 * @throws RangeError for a number of steps outside {@link FEWEST_STEPS} to {@link MOST_STEPS}.
 */
export function stepLookup(steps: number): GreyLookup {
  assertSteps(steps);
  const greys = Array.from({ length: steps }, (_, step) =>
    greyPixel(byteOfY(yFromLightness(stepLightness(step, steps)))),
  );
  const lookup = new Uint32Array(LEVELS);
  for (let level = 0; level < LEVELS; level++)
    lookup[level] = greys[stepOf(LIGHTNESS_OF_LEVEL[level] as number, steps)] as number;
  return lookup;
}

/** @param out - a picture's bytes, read as one number a pixel. */
export function writeGrey(plane: LuminancePlane, lookup: GreyLookup, out: Uint32Array): void {
  for (let pixel = 0; pixel < plane.length; pixel++) out[pixel] = lookup[plane[pixel] as number] as number;
}

/** What lies outside a band fades into a light grey that still shows where things are. */
function fadedLookup(): GreyLookup {
  return Uint32Array.from(LIGHTNESS_OF_LEVEL, (lightness) =>
    greyPixel(byteOfY(yFromLightness(70 + 0.2 * lightness))),
  );
}

/**
 * Keeps the pixels of `out` whose place is kept, and fades the others.
 *
 * @param isKept - of a pixel's index, in rows from the top left.
 */
export function fadeOutside(
  plane: LuminancePlane,
  isKept: (pixel: number) => boolean,
  out: Uint32Array,
): void {
  const faded = fadedLookup();
  for (let pixel = 0; pixel < plane.length; pixel++)
    if (!isKept(pixel)) out[pixel] = faded[plane[pixel] as number] as number;
}

/** How much of the area lies in each of `bins` even steps of L*, from the darkest; sums to one. */
export function valueShares(plane: LuminancePlane, bins: number): number[] {
  const levels = new Uint32Array(LEVELS);
  for (const level of plane) levels[level] = (levels[level] as number) + 1;
  const shares = new Array<number>(bins).fill(0);
  for (let level = 0; level < LEVELS; level++) {
    const bin = stepOf(LIGHTNESS_OF_LEVEL[level] as number, bins);
    shares[bin] = (shares[bin] as number) + (levels[level] as number) / plane.length;
  }
  return shares;
}
