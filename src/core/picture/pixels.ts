/**
 * Reading colours out of picture pixels.
 *
 * Pixels are gamma-encoded, four bytes each (RGBA), rows from the top. Colours are averaged in linear
 * light, as an eye that squints does; averaging the encoded bytes would come out too dark.
 */
import { deltaE2000OfNumbers } from "../color/ciede2000";
import { decodeChannel, labFromLinearSrgb, type RgbSpaceName, TO_LINEAR_SRGB } from "../color/srgb";
import { type LabD65, linearSrgb } from "../color/types";

/** Factors that take a photo's light out of it. */
export type PictureLight = {
  /** For the linear sRGB channels at the middle of the picture. */
  readonly gains: readonly [number, number, number];
  /**
   * How the logarithm of the gains changes from the middle to the right and downwards, per length of the
   * picture's longer side: light that falls off towards one side.
   */
  readonly slope: readonly [number, number];
};

export type PixelImage = {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rgba: { readonly length: number; readonly [index: number]: number };
  readonly space: RgbSpaceName;
  /** Taken out of every colour that is read; none for a picture as it was photographed. */
  readonly light?: PictureLight | undefined;
};

export const LINEAR_OF_BYTE = Float64Array.from({ length: 256 }, (_, byte) => decodeChannel(byte / 255));

/** Place in the picture from its middle, in lengths of its longer side: x to the right, y downwards. */
export function placeOf(
  { widthPx, heightPx }: Pick<PixelImage, "widthPx" | "heightPx">,
  xPx: number,
  yPx: number,
): readonly [number, number] {
  const longer = Math.max(widthPx, heightPx);
  return [(xPx - widthPx / 2) / longer, (yPx - heightPx / 2) / longer];
}

/** Linear sRGB of pixels under the picture's light, written to `red`, `green`, `blue`: no allocation. */
export class PixelReader {
  red = Number.NaN;
  green = Number.NaN;
  blue = Number.NaN;
  private readonly matrix;
  private readonly isSrgb: boolean;
  private readonly gains: readonly [number, number, number];
  /** Falling-off of the light along columns and rows. */
  private readonly columns: Float64Array;
  private readonly rows: Float64Array;

  constructor(readonly image: PixelImage) {
    const { widthPx, heightPx, space, light } = image;
    this.matrix = TO_LINEAR_SRGB[space];
    this.isSrgb = space === "srgb";
    this.gains = light?.gains ?? [1, 1, 1];
    const [slopeX, slopeY] = light?.slope ?? [0, 0];
    this.columns = Float64Array.from({ length: widthPx }, (_, x) =>
      Math.exp(slopeX * placeOf(image, x + 0.5, 0)[0]),
    );
    this.rows = Float64Array.from({ length: heightPx }, (_, y) =>
      Math.exp(slopeY * placeOf(image, 0, y + 0.5)[1]),
    );
  }

  read(x: number, y: number): void {
    const { rgba, widthPx } = this.image;
    const at = 4 * (y * widthPx + x);
    const r = LINEAR_OF_BYTE[rgba[at] as number] as number;
    const g = LINEAR_OF_BYTE[rgba[at + 1] as number] as number;
    const b = LINEAR_OF_BYTE[rgba[at + 2] as number] as number;
    const factor = (this.columns[x] as number) * (this.rows[y] as number);
    const [gr, gg, gb] = this.gains;
    if (this.isSrgb) {
      this.red = r * gr * factor;
      this.green = g * gg * factor;
      this.blue = b * gb * factor;
      return;
    }
    const [mr, mg, mb] = this.matrix;
    this.red = (mr[0] * r + mr[1] * g + mr[2] * b) * gr * factor;
    this.green = (mg[0] * r + mg[1] * g + mg[2] * b) * gg * factor;
    this.blue = (mb[0] * r + mb[1] * g + mb[2] * b) * gb * factor;
  }

  lab(x: number, y: number): LabD65 {
    this.read(x, y);
    return labFromLinearSrgb(linearSrgb(this.red, this.green, this.blue));
  }

  isClipped(x: number, y: number): boolean {
    const { rgba, widthPx } = this.image;
    const at = 4 * (y * widthPx + x);
    for (let channel = at; channel < at + 3; channel++) {
      if (rgba[channel] === 0 || rgba[channel] === 255) return true;
    }
    return false;
  }
}

/** Mean colour of pixels given as x, y pairs. */
function meanOf(reader: PixelReader, pixels: readonly number[], from = 0, to = pixels.length): LabD65 {
  let red = 0;
  let green = 0;
  let blue = 0;
  for (let i = from; i < to; i += 2) {
    reader.read(pixels[i] as number, pixels[i + 1] as number);
    red += reader.red;
    green += reader.green;
    blue += reader.blue;
  }
  const count = (to - from) / 2;
  return labFromLinearSrgb(linearSrgb(red / count, green / count, blue / count));
}

/** Pixels (x, y pairs) whose centres lie from `inner` to `outer` away from a point, inside the picture. */
export function pixelsInRing(
  { widthPx, heightPx }: Pick<PixelImage, "widthPx" | "heightPx">,
  xPx: number,
  yPx: number,
  inner: number,
  outer: number,
): number[] {
  const found: number[] = [];
  const bottom = Math.min(heightPx - 1, Math.ceil(yPx + outer));
  const right = Math.min(widthPx - 1, Math.ceil(xPx + outer));
  for (let y = Math.max(0, Math.floor(yPx - outer)); y <= bottom; y++) {
    for (let x = Math.max(0, Math.floor(xPx - outer)); x <= right; x++) {
      const distance = Math.hypot(x + 0.5 - xPx, y + 0.5 - yPx);
      if (distance >= inner && distance <= outer) found.push(x, y);
    }
  }
  return found;
}

export type Sample = {
  readonly lab: LabD65;
  /** Mean colour of the lightest and of the darkest quarter of the pixels. */
  readonly light: LabD65;
  readonly dark: LabD65;
  readonly pixelCount: number;
  /** Mean ΔE00 of the pixels from their mean. */
  readonly spreadDeltaE2000: number;
  /** Share of the pixels with a channel at either end of its range: what was there is lost. */
  readonly clippedShare: number;
};

/**
 * Average over the pixels whose centres lie in a circle; parts outside the picture do not count.
 * Undefined when the circle holds no pixel at all.
 *
 * @param xPx, yPx - centre in pixels from the top left corner. @param radiusPx - > 0.
 */
export function samplePixels(
  image: PixelImage,
  xPx: number,
  yPx: number,
  radiusPx: number,
): Sample | undefined {
  const inside = pixelsInRing(image, xPx, yPx, 0, radiusPx);
  if (inside.length === 0) return undefined;
  const reader = new PixelReader(image);
  const lab = meanOf(reader, inside);
  const pixelCount = inside.length / 2;
  let spread = 0;
  let clipped = 0;
  const byLightness: { readonly x: number; readonly y: number; readonly lightness: number }[] = [];
  for (let i = 0; i < inside.length; i += 2) {
    const x = inside[i] as number;
    const y = inside[i + 1] as number;
    const pixel = reader.lab(x, y);
    spread += deltaE2000OfNumbers(lab[0], lab[1], lab[2], pixel[0], pixel[1], pixel[2]);
    if (reader.isClipped(x, y)) clipped++;
    byLightness.push({ x, y, lightness: pixel[0] });
  }
  byLightness.sort((a, b) => a.lightness - b.lightness);
  const sorted = byLightness.flatMap(({ x, y }) => [x, y]);
  const quarter = 2 * Math.max(1, Math.floor(pixelCount / 4));
  return {
    lab,
    light: meanOf(reader, sorted, sorted.length - quarter),
    dark: meanOf(reader, sorted, 0, quarter),
    pixelCount,
    spreadDeltaE2000: spread / pixelCount,
    clippedShare: clipped / pixelCount,
  };
}

export const SIDES = ["left", "above", "right", "below"] as const;
export type Side = (typeof SIDES)[number];
export type Neighbour = { readonly side: Side; readonly lab: LabD65 };

/** The ring in which neighbours are looked for, in radii of the averaging circle. */
const RING = [1.7, 4.5] as const;

/** What lies around a spot on its four sides; a side outside the picture is left out. */
export function neighboursOf(image: PixelImage, xPx: number, yPx: number, radiusPx: number): Neighbour[] {
  const ring = pixelsInRing(image, xPx, yPx, RING[0] * radiusPx, RING[1] * radiusPx);
  const sides: Record<Side, number[]> = { left: [], above: [], right: [], below: [] };
  for (let i = 0; i < ring.length; i += 2) {
    const x = ring[i] as number;
    const y = ring[i + 1] as number;
    const across = x + 0.5 - xPx;
    const down = y + 0.5 - yPx;
    const side =
      Math.abs(across) > Math.abs(down) ? (across < 0 ? "left" : "right") : down < 0 ? "above" : "below";
    sides[side].push(x, y);
  }
  const reader = new PixelReader(image);
  return SIDES.flatMap((side) =>
    sides[side].length > 0 ? [{ side, lab: meanOf(reader, sides[side]) }] : [],
  );
}
