/**
 * Pictures off the main thread: decoding, downscaling, sampling and the grey view. One picture is open at
 * a time. Runs in a worker that has OffscreenCanvas and createImageBitmap.
 */
import { type ColorArea, colorAreas } from "../core/picture/colorAreas";
import { type PixelImage, type Sample, samplePixels, writeGrey } from "../core/picture/pixels";
import { fail, type Result, succeed } from "../core/result";

/** Longest side that is kept: finer than any spot that is averaged, and light enough for a phone. */
export const LARGEST_SIDE_PX = 2400;
const LARGEST_FILE_BYTES = 200 * 1024 * 1024;

export type OpenedPicture = {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly originalWidthPx: number;
  readonly originalHeightPx: number;
  /** What to store: the file itself, or a smaller lossless copy of a very large one. */
  readonly blob: Blob;
};

export type PictureFailure =
  | { readonly code: "empty-file" }
  | { readonly code: "too-large"; readonly megabytes: number }
  | { readonly code: "not-a-picture" };

export type PictureApi = {
  open: (file: Blob) => Promise<Result<OpenedPicture, PictureFailure>>;
  sample: (xPx: number, yPx: number, radiusPx: number) => Sample | undefined;
  bitmap: (isGrey: boolean) => Promise<ImageBitmap>;
  /** The picture's colours with their areas; empty when no picture is open. */
  colorAreas: () => ColorArea[];
};

export function createPictureApi(): PictureApi {
  let current: ImageData | undefined;

  return {
    async open(file) {
      if (file.size === 0) return fail({ code: "empty-file" });
      if (file.size > LARGEST_FILE_BYTES)
        return fail({ code: "too-large", megabytes: Math.round(file.size / 2 ** 20) });
      let whole: ImageBitmap;
      try {
        whole = await createImageBitmap(file, { colorSpaceConversion: "default" });
      } catch {
        return fail({ code: "not-a-picture" });
      }
      const { width: originalWidthPx, height: originalHeightPx } = whole;
      const shrink = Math.min(1, LARGEST_SIDE_PX / Math.max(originalWidthPx, originalHeightPx));
      const widthPx = Math.max(1, Math.round(originalWidthPx * shrink));
      const heightPx = Math.max(1, Math.round(originalHeightPx * shrink));
      const canvas = new OffscreenCanvas(widthPx, heightPx);
      const context = contextOf(canvas);
      context.imageSmoothingQuality = "high";
      context.drawImage(whole, 0, 0, widthPx, heightPx);
      whole.close();
      current = context.getImageData(0, 0, widthPx, heightPx);
      const blob = shrink < 1 ? await canvas.convertToBlob({ type: "image/png" }) : file;
      return succeed({ widthPx, heightPx, originalWidthPx, originalHeightPx, blob });
    },

    sample(xPx, yPx, radiusPx) {
      if (!current) return undefined;
      const image: PixelImage = { widthPx: current.width, heightPx: current.height, rgba: current.data };
      return samplePixels(image, xPx, yPx, radiusPx);
    },

    colorAreas() {
      if (!current) return [];
      return colorAreas({ widthPx: current.width, heightPx: current.height, rgba: current.data });
    },

    async bitmap(isGrey) {
      if (!current) throw new Error("No picture is open");
      if (!isGrey) return createImageBitmap(current);
      const grey = new ImageData(current.data.slice(), current.width, current.height);
      writeGrey(grey.data);
      return createImageBitmap(grey);
    },
  };
}

function contextOf(canvas: OffscreenCanvas): OffscreenCanvasRenderingContext2D {
  const context = canvas.getContext("2d", { willReadFrequently: true, colorSpace: "srgb" });
  if (!context) throw new Error("This browser gives no drawing surface to workers");
  return context;
}
