/**
 * Pictures off the main thread: decoding, taking the light out, sampling and every way of looking. One picture
 * is open at a time. Runs in a worker that has OffscreenCanvas and createImageBitmap.
 */
import { type FoundSheet, findSheet } from "./foundSheet";
import { type CardInPhoto, type LaidPlace, readLaidPalette } from "../core/picture/laidPalette";
import { type KnownOfSheet, readSheet, type SheetLayout } from "../core/picture/squaredSheet";
import type { LabD65 } from "../core/color/types";
import { type Blocks, blocksOf } from "../core/picture/blocks";
import { type ColorArea, colorAreas } from "../core/picture/colorAreas";
import {
  colorFamilies,
  type ColorFamily,
  extremeSpots,
  type ExtremeSpots,
} from "../core/picture/colorFamilies";
import { greyLookup, LIGHTNESS_OF_LEVEL, stepLookup, valueShares } from "../core/picture/luminancePlane";
import { mapPicture } from "../core/picture/mapPicture";
import { noteAreas, type NoteAreas } from "../core/picture/noteAreas";
import type { PaletteTable } from "../core/picture/paletteTable";
import { type Shading, shadingInside } from "../core/picture/pictureLight";
import { huePlaceOfPixel, squint } from "../core/picture/pictureViews";
import {
  type Neighbour,
  neighboursOf,
  type PictureLight,
  type PixelImage,
  type Sample,
  samplePixels,
} from "../core/picture/pixels";
import { hatchUnreached } from "../core/picture/reachOnPicture";
import { fail, type Result, succeed } from "../core/result";
import type { PictureFailure } from "../domain/painting/pictureFailure";
import { imageDataOf, Level, type Raw, type SeenPicture } from "./pictureLevel";
import { inspectPicture, MIME_OF, withoutPrivateData } from "./pictureFile";

/** Longest side that is worked on: finer than any spot that is averaged, and light enough for a phone. */
export const LARGEST_SIDE_PX = 2400;

export type OpenedPicture = {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly originalWidthPx: number;
  readonly originalHeightPx: number;
  /** Something to tell the painter about the file. */
  readonly remark: "first-frame" | "profile-not-read" | undefined;
};

/** What is stored of a picture, both without data about who took it and where. */
export type KeptPicture = {
  /** What is opened again: the file itself, or a smaller lossless copy. */
  readonly blob: Blob;
  /** The file in full size, when `blob` is a smaller copy and the file can be kept. */
  readonly original: Blob | undefined;
};

export type OpeningStage = "reading" | "decoding";

/** One way of looking at the picture. */
export type PictureLook =
  | { readonly kind: "picture" }
  /** Without the correction of its light. */
  | { readonly kind: "photographed" }
  | { readonly kind: "grey"; readonly liftStops: number }
  | { readonly kind: "steps"; readonly steps: number }
  /** Block of the squint as a share of the longer side. */
  | { readonly kind: "squint"; readonly blockShare: number }
  | { readonly kind: "values"; readonly darkest: number; readonly lightest: number }
  /** Place in the twelve painters' hues. */
  | { readonly kind: "hue"; readonly place: number }
  | { readonly kind: "palette" }
  | { readonly kind: "reach"; readonly toleranceDeltaE2000: number };

export type PictureApi = {
  /** Opening also for storing: `keep` may be asked for afterwards. */
  open: (
    file: Blob,
    onStage?: (stage: OpeningStage) => void,
  ) => Promise<Result<OpenedPicture, PictureFailure>>;
  keep: () => Promise<KeptPicture>;
  /** Takes the light out of everything from now on; none leaves the picture as it was photographed. */
  setLight: (light: PictureLight | undefined) => void;
  setTable: (table: PaletteTable) => void;
  sample: (xPx: number, yPx: number, radiusPx: number) => Sample | undefined;
  /** As photographed, whatever light is set: for finding the light. */
  reference: (
    xPx: number,
    yPx: number,
    radiusPx: number,
  ) => { readonly sample: Sample; readonly shading: Shading | undefined } | undefined;
  neighbours: (xPx: number, yPx: number, radiusPx: number) => readonly Neighbour[];
  /** @param isFull - every pixel that is worked on, for a stage that is zoomed; else a smaller picture, sooner. */
  look: (look: PictureLook, isFull: boolean) => Promise<SeenPicture>;
  /** Shares of the area in even steps of L*, from the darkest. */
  valueShares: (bins: number) => readonly number[];
  /** The pixels themselves around a spot, for a loupe. */
  crop: (xPx: number, yPx: number, halfPx: number) => Promise<ImageBitmap>;
  /** The picture's colours with their areas; empty when no picture is open. */
  colorAreas: () => ColorArea[];
  families: () => { readonly families: readonly ColorFamily[]; readonly extremes: ExtremeSpots };
  noteAreas: (notes: readonly LabD65[]) => NoteAreas;
  /** The four marks of a printed page and its name; undefined where they are not all in sight. */
  findSheet: () => FoundSheet | undefined;
  /** Piles that are laid out between four of them, as photographed. */
  readLaidPalette: (
    corners: SheetCorners,
    places: readonly LaidPlace[],
    card: CardInPhoto | undefined,
  ) => ReturnType<typeof readLaidPalette>;
  /** Cells of a printed sheet whose four marks stand at these places, as photographed. */
  readSheet: (
    corners: SheetCorners,
    layout: SheetLayout,
    known: KnownOfSheet,
  ) => ReturnType<typeof readSheet>;
};
type SheetCorners = Parameters<typeof readSheet>[1];

/** Longest side of what an unzoomed stage is given. */
export const STAGE_SIDE_PX = 1200;
const FAMILY_BLOCKS = 24_000;
const AREA_BLOCKS = 6_000;

type Open = {
  readonly raw: Raw;
  /** Smaller, for a stage that is not zoomed; the same as `raw` for a small picture. */
  readonly staged: Raw;
  readonly keep: () => Promise<KeptPicture>;
};

export function createPictureApi(): PictureApi {
  let current: Open | undefined;
  let light: PictureLight | undefined;
  let table: PaletteTable | undefined;
  let full: Level | undefined;
  let staged: Level | undefined;
  let coarse: Blocks | undefined;

  const forget = (): void => {
    full = undefined;
    staged = undefined;
    coarse = undefined;
  };
  const opened = (): Open => {
    if (!current) throw new Error("No picture is open");
    return current;
  };
  const fullLevel = (): Level => (full ??= new Level(opened().raw, light));
  const stagedLevel = (): Level => {
    const { raw, staged: smaller } = opened();
    return smaller === raw ? fullLevel() : (staged ??= new Level(smaller, light));
  };
  const lit = (): PixelImage => fullLevel().lit;
  const blocks = (): Blocks => (coarse ??= blocksOf(lit(), FAMILY_BLOCKS));
  const tableOrThrow = (): PaletteTable => {
    if (!table) throw new Error("No palette has been set");
    return table;
  };

  return {
    async open(file, onStage) {
      onStage?.("reading");
      const bytes = new Uint8Array(await file.arrayBuffer());
      const facts = await inspectPicture(bytes);
      if (!facts.ok) return facts;
      const { kind, isMoving, isWide } = facts.value;
      onStage?.("decoding");
      // The pixels come from the copy that is kept, so that both are the same picture.
      const shared = withoutPrivateData(bytes, kind);
      let whole: ImageBitmap;
      let hasUnreadProfile = false;
      try {
        if (kind === "tiff") {
          const tiff = await bitmapOfTiff(bytes);
          if (!tiff.ok) return tiff;
          ({ bitmap: whole, hasUnreadProfile } = tiff.value);
        } else whole = await createImageBitmap(new Blob([shared ?? bytes]));
      } catch {
        return fail({ code: "damaged" });
      }
      const { width: originalWidthPx, height: originalHeightPx } = whole;
      const shrink = Math.min(1, LARGEST_SIDE_PX / Math.max(originalWidthPx, originalHeightPx));
      const widthPx = Math.max(1, Math.round(originalWidthPx * shrink));
      const heightPx = Math.max(1, Math.round(originalHeightPx * shrink));
      const space = isWide ? "display-p3" : "srgb";
      const { canvas, raw } = drawn(whole, widthPx, heightPx, space);
      whole.close();
      const smaller = Math.min(1, STAGE_SIDE_PX / Math.max(widthPx, heightPx));
      current = {
        raw,
        staged:
          smaller < 1
            ? drawn(canvas, Math.round(widthPx * smaller), Math.round(heightPx * smaller), space).raw
            : raw,
        keep: async () => {
          // What the file was called says nothing of what is in it.
          const own = shared && new Blob([shared], { type: MIME_OF[kind] });
          if (shrink === 1 && own) return { blob: own, original: undefined };
          return { blob: await canvas.convertToBlob({ type: "image/png" }), original: own };
        },
      };
      forget();
      return succeed({
        widthPx,
        heightPx,
        originalWidthPx,
        originalHeightPx,
        remark: isMoving ? "first-frame" : hasUnreadProfile ? "profile-not-read" : undefined,
      });
    },

    keep: () => opened().keep(),

    setLight(next) {
      light = next;
      forget();
    },

    setTable(next) {
      table = next;
    },

    findSheet: () => (current ? findSheet(current.raw) : undefined),

    readLaidPalette: (corners, places, card) =>
      current ? readLaidPalette(current.raw, corners, places, card) : { code: "no-sheet" },

    readSheet: (corners, layout, known) =>
      current ? readSheet(current.raw, corners, layout, known) : { code: "no-sheet" },

    sample: (xPx, yPx, radiusPx) => (current ? samplePixels(lit(), xPx, yPx, radiusPx) : undefined),

    reference(xPx, yPx, radiusPx) {
      const sample = current && samplePixels(current.raw, xPx, yPx, radiusPx);
      return current && sample
        ? { sample, shading: shadingInside(current.raw, xPx, yPx, radiusPx) }
        : undefined;
    },

    neighbours: (xPx, yPx, radiusPx) => (current ? neighboursOf(lit(), xPx, yPx, radiusPx) : []),

    async look(look, isFull) {
      const level = isFull ? fullLevel() : stagedLevel();
      switch (look.kind) {
        case "picture":
          return { bitmap: await createImageBitmap(level.imageData) };
        case "photographed":
          return { bitmap: await createImageBitmap(imageDataOf(level.raw)) };
        case "grey":
          return level.grey(greyLookup(look.liftStops));
        case "steps":
          return level.grey(stepLookup(look.steps));
        case "squint": {
          const { widthPx, heightPx } = level.raw;
          const block = Math.max(1, Math.round(look.blockShare * Math.max(widthPx, heightPx)));
          return { bitmap: await enlarged(squint(level.lit, block), widthPx, heightPx) };
        }
        case "values": {
          const levels = level.luminance;
          return level.isolated((pixel) => {
            const lightness = LIGHTNESS_OF_LEVEL[levels[pixel] as number] as number;
            return lightness >= look.darkest && lightness <= look.lightest;
          });
        }
        case "hue": {
          const bytes = level.srgbBytes;
          return level.isolated((pixel) => huePlaceOfPixel(bytes, pixel) === look.place);
        }
        case "palette": {
          const bytes = level.srgbBytes.slice();
          mapPicture(bytes, tableOrThrow());
          return { bitmap: await createImageBitmap(level.imageOf(bytes)) };
        }
        case "reach": {
          const bytes = level.srgbBytes.slice();
          const { widthPx } = level.raw;
          const reachedShare = hatchUnreached(bytes, widthPx, tableOrThrow(), look.toleranceDeltaE2000);
          return { bitmap: await createImageBitmap(level.imageOf(bytes)), reachedShare };
        }
      }
    },

    // Areas are the same to a hundredth of a percent in the smaller picture.
    valueShares: (bins) => valueShares(stagedLevel().luminance, bins),
    async crop(xPx, yPx, halfPx) {
      const side = 2 * halfPx + 1;
      const [left, top] = [Math.floor(xPx) - halfPx, Math.floor(yPx) - halfPx];
      return createImageBitmap(fullLevel().imageData, left, top, side, side);
    },
    colorAreas: () => (current ? colorAreas(lit()) : []),
    families: () => ({ families: colorFamilies(blocks()), extremes: extremeSpots(blocks()) }),
    noteAreas: (notes) => noteAreas(blocksOf(lit(), AREA_BLOCKS), notes),
  };
}

/** A picture in another size, with its pixels. */
function drawn(
  source: ImageBitmap | OffscreenCanvas,
  widthPx: number,
  heightPx: number,
  space: "srgb" | "display-p3",
): { readonly canvas: OffscreenCanvas; readonly raw: Raw } {
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  const context = contextOf(canvas, space);
  context.imageSmoothingQuality = "high";
  context.drawImage(source, 0, 0, widthPx, heightPx);
  const { data } = context.getImageData(0, 0, widthPx, heightPx, { colorSpace: space });
  return { canvas, raw: { widthPx, heightPx, rgba: data, space } };
}

function contextOf(
  canvas: OffscreenCanvas,
  colorSpace: PredefinedColorSpace,
): OffscreenCanvasRenderingContext2D {
  const context = canvas.getContext("2d", { willReadFrequently: true, colorSpace });
  if (!context) throw new Error("This browser gives no drawing surface to workers");
  return context;
}

/** The decoder of TIFFs is loaded only when there is one. */
async function bitmapOfTiff(
  bytes: Uint8Array<ArrayBuffer>,
): Promise<Result<{ readonly bitmap: ImageBitmap; readonly hasUnreadProfile: boolean }, PictureFailure>> {
  const { decodeTiff } = await import("./tiff");
  const decoded = await decodeTiff(bytes);
  if (!decoded.ok) return decoded;
  const { widthPx, heightPx, rgba, hasUnreadProfile } = decoded.value;
  const bitmap = await createImageBitmap(new ImageData(rgba, widthPx, heightPx));
  return succeed({ bitmap, hasUnreadProfile });
}

async function enlarged(
  small: {
    readonly widthPx: number;
    readonly heightPx: number;
    readonly rgba: Uint8ClampedArray<ArrayBuffer>;
  },
  widthPx: number,
  heightPx: number,
): Promise<ImageBitmap> {
  const source = await createImageBitmap(new ImageData(small.rgba, small.widthPx, small.heightPx));
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  const context = contextOf(canvas, "srgb");
  context.imageSmoothingQuality = "high";
  context.drawImage(source, 0, 0, widthPx, heightPx);
  source.close();
  return canvas.transferToImageBitmap();
}
