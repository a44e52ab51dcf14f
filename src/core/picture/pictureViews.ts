/** The picture as it is looked at: with its light taken out, squinted at, or with one hue family kept. */
import { hueDegreesOf, chromaOf } from "../color/cieLab";
import { decodeChannel, encodeChannel, labFromLinearSrgb } from "../color/srgb";
import { linearSrgb } from "../color/types";
import { NEUTRAL_CHROMA } from "../describe/chromaWords";
import { HUE_PLACES, readHue } from "../describe/huePlaces";
import { type PixelImage, PixelReader } from "./pixels";
import { zeros } from "../numbers";

/** Steps of linear light in the table that encodes it: fine enough for the darkest byte. */
const ENCODE_STEPS = 16_384;
const ENCODED = Uint8ClampedArray.from(
  { length: ENCODE_STEPS + 1 },
  (_, step) => 255 * encodeChannel(step / ENCODE_STEPS),
);

function encoded(linear: number): number {
  return ENCODED[Math.max(0, Math.min(ENCODE_STEPS, Math.round(linear * ENCODE_STEPS)))] as number;
}

/** The picture in sRGB with its light taken out, as bytes; channels beyond a screen end at its limits. */
export function writeInSrgb(image: PixelImage, out: Uint8ClampedArray): void {
  const reader = new PixelReader(image);
  for (let y = 0, at = 0; y < image.heightPx; y++) {
    for (let x = 0; x < image.widthPx; x++, at += 4) {
      reader.read(x, y);
      out[at] = encoded(reader.red);
      out[at + 1] = encoded(reader.green);
      out[at + 2] = encoded(reader.blue);
      out[at + 3] = 255;
    }
  }
}

export type SmallPicture = {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
};

/**
 * The picture as half-closed eyes see it: means of blocks in linear light, softened once more. Small; meant to
 * be drawn large with smoothing.
 *
 * @param blockPx - side of a block in pixels, a whole number > 0.
 */
export function squint(image: PixelImage, blockPx: number): SmallPicture {
  const widthPx = Math.max(1, Math.ceil(image.widthPx / blockPx));
  const heightPx = Math.max(1, Math.ceil(image.heightPx / blockPx));
  const sums = zeros(3 * widthPx * heightPx);
  const counts = new Uint32Array(widthPx * heightPx);
  const reader = new PixelReader(image);
  for (let y = 0; y < image.heightPx; y++) {
    const row = Math.floor(y / blockPx) * widthPx;
    for (let x = 0; x < image.widthPx; x++) {
      reader.read(x, y);
      const cell = row + Math.floor(x / blockPx);
      sums[3 * cell] = (sums[3 * cell] as number) + reader.red;
      sums[3 * cell + 1] = (sums[3 * cell + 1] as number) + reader.green;
      sums[3 * cell + 2] = (sums[3 * cell + 2] as number) + reader.blue;
      counts[cell] = (counts[cell] as number) + 1;
    }
  }
  const rgba = new Uint8ClampedArray(4 * widthPx * heightPx).fill(255);
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      for (let channel = 0; channel < 3; channel++) {
        let sum = 0;
        let weight = 0;
        for (let dy = -1; dy <= 1; dy++) {
          for (let dx = -1; dx <= 1; dx++) {
            const [cx, cy] = [x + dx, y + dy];
            if (cx < 0 || cy < 0 || cx >= widthPx || cy >= heightPx) continue;
            const cell = cy * widthPx + cx;
            const share = (2 - Math.abs(dx)) * (2 - Math.abs(dy));
            sum += (share * (sums[3 * cell + channel] as number)) / (counts[cell] as number);
            weight += share;
          }
        }
        rgba[4 * (y * widthPx + x) + channel] = encoded(sum / weight);
      }
    }
  }
  return { widthPx, heightPx, rgba };
}

/** Bits of each channel in the table of hue places. */
const HUE_BITS = 5;
const HUE_SIDE = 1 << HUE_BITS;
const NO_HUE = 255;
let hueTable: Uint8Array | undefined;

/** Place in {@link HUE_PLACES} of each coarse sRGB colour; NO_HUE for what has hardly any. */
function huePlaceTable(): Uint8Array {
  if (hueTable) return hueTable;
  const linearOf = (step: number): number => decodeChannel((step + 0.5) / HUE_SIDE);
  hueTable = Uint8Array.from({ length: HUE_SIDE ** 3 }, (_, index) => {
    const lab = labFromLinearSrgb(
      linearSrgb(
        linearOf(index & (HUE_SIDE - 1)),
        linearOf((index >> HUE_BITS) & (HUE_SIDE - 1)),
        linearOf(index >> (2 * HUE_BITS)),
      ),
    );
    if (chromaOf(lab) < NEUTRAL_CHROMA) return NO_HUE;
    return HUE_PLACES.indexOf(readHue(hueDegreesOf(lab[1], lab[2])).place);
  });
  return hueTable;
}

/**
 * Place in {@link HUE_PLACES} of an sRGB pixel; undefined for a near-neutral one.
 *
 * @param rgba - sRGB bytes, four to a pixel.
 * @param pixel - its index, in rows from the top left.
 */
export function huePlaceOfPixel(rgba: Uint8ClampedArray, pixel: number): number | undefined {
  const at = 4 * pixel;
  const shift = 8 - HUE_BITS;
  const index =
    ((rgba[at] as number) >> shift) |
    (((rgba[at + 1] as number) >> shift) << HUE_BITS) |
    (((rgba[at + 2] as number) >> shift) << (2 * HUE_BITS));
  const place = huePlaceTable()[index] as number;
  return place === NO_HUE ? undefined : place;
}
