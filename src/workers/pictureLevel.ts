/** A picture as its worker keeps it, in one of its sizes. */
import { fadeOutside, type LuminancePlane, luminancePlane, writeGrey } from "../core/picture/luminancePlane";
import { writeInSrgb } from "../core/picture/pictureViews";
import type { PictureLight, PixelImage } from "../core/picture/pixels";

export type SeenPicture = {
  readonly bitmap: ImageBitmap;
  /** Of the area, within the tolerance of the palette; for the looks that need a palette. */
  readonly reachedShare?: number;
};

/** A picture with its pixels. */
export type Raw = PixelImage & { readonly rgba: Uint8ClampedArray<ArrayBuffer> };

/** A picture in one size, with what has been worked out of it under the present light. */
export class Level {
  private plane: LuminancePlane | undefined;
  private inSrgb: Uint8ClampedArray<ArrayBuffer> | undefined;

  constructor(
    readonly raw: Raw,
    private readonly light: PictureLight | undefined,
  ) {}

  get lit(): PixelImage {
    return { ...this.raw, light: this.light };
  }

  get luminance(): LuminancePlane {
    return (this.plane ??= luminancePlane(this.lit));
  }

  get srgbBytes(): Uint8ClampedArray<ArrayBuffer> {
    if (this.raw.space === "srgb" && !this.light) return this.raw.rgba;
    if (!this.inSrgb) {
      this.inSrgb = new Uint8ClampedArray(this.raw.rgba.length);
      writeInSrgb(this.lit, this.inSrgb);
    }
    return this.inSrgb;
  }

  /** As it is, in its own colour space while its light stays in it. */
  get imageData(): ImageData {
    return this.light ? this.imageOf(this.srgbBytes) : imageDataOf(this.raw);
  }

  imageOf(rgba: Uint8ClampedArray<ArrayBuffer>): ImageData {
    return new ImageData(rgba, this.raw.widthPx, this.raw.heightPx);
  }

  async grey(lookup: Uint32Array): Promise<SeenPicture> {
    const pixels = new Uint32Array(this.luminance.length);
    writeGrey(this.luminance, lookup, pixels);
    return { bitmap: await createImageBitmap(this.imageOf(new Uint8ClampedArray(pixels.buffer))) };
  }

  async isolated(isKept: (pixel: number) => boolean): Promise<SeenPicture> {
    const bytes = this.srgbBytes.slice();
    fadeOutside(this.luminance, isKept, new Uint32Array(bytes.buffer));
    return { bitmap: await createImageBitmap(this.imageOf(bytes)) };
  }
}

export function imageDataOf({ rgba, widthPx, heightPx, space }: Raw): ImageData {
  return new ImageData(rgba, widthPx, heightPx, { colorSpace: space });
}
