/** The first page of a TIFF as eight-bit pixels. Its profile, if any, is not read: sRGB is assumed. */
import { decode } from "tiff";

export type DecodedTiff = {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
};

/** Throws when the file cannot be decoded, or holds neither greys nor RGB. */
export function decodeTiff(bytes: Uint8Array<ArrayBuffer>): DecodedTiff {
  const [page] = decode(bytes, { pages: [0] });
  if (!page) throw new RangeError("A TIFF needs a page");
  const { width, height, data, samplesPerPixel, bitsPerSample } = page;
  const palette = page.type === 3 ? page.palette : undefined;
  // Floating point runs to one.
  const most = bitsPerSample === 32 ? 1 : 2 ** bitsPerSample - 1;
  const isColored = samplesPerPixel >= 3;
  const rgba = new Uint8ClampedArray(4 * width * height).fill(255);
  for (let pixel = 0; pixel < width * height; pixel++) {
    for (let channel = 0; channel < 3; channel++) {
      const value = data[pixel * samplesPerPixel + (isColored ? channel : 0)];
      if (value === undefined) throw new RangeError("The TIFF ends too early");
      rgba[4 * pixel + channel] = palette
        ? (255 * (palette[value]?.[channel] ?? Number.NaN)) / 65_535
        : (255 * value) / most;
    }
  }
  return { widthPx: width, heightPx: height, rgba };
}
