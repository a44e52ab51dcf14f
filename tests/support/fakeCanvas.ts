/** Stand-ins for what a browser gives to draw with: plain pixels, nearest neighbours, and PNG without compression. */
import { deflateSync, inflateSync } from "node:zlib";
import { vi } from "vitest";
import type { PixelImage } from "@/core/picture/pixels";

type Pixels = {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
};

export class FakeBitmap {
  isClosed = false;
  constructor(readonly pixels: Pixels) {}
  get width(): number {
    return this.pixels.widthPx;
  }
  get height(): number {
    return this.pixels.heightPx;
  }
  close(): void {
    this.isClosed = true;
  }
}

class FakeImageData {
  constructor(
    readonly data: Uint8ClampedArray<ArrayBuffer>,
    readonly width: number,
    readonly height: number,
  ) {}
}

class FakeCanvas {
  #pixels: Pixels;
  imageSmoothingQuality = "low";
  constructor(widthPx: number, heightPx: number) {
    this.#pixels = { widthPx, heightPx, rgba: new Uint8ClampedArray(4 * widthPx * heightPx) };
  }
  get pixels(): Pixels {
    return this.#pixels;
  }
  getContext(): this {
    return this;
  }
  drawImage(
    source: FakeBitmap | FakeCanvas,
    _x: number,
    _y: number,
    widthPx: number,
    heightPx: number,
  ): void {
    const { rgba } = this.#pixels;
    const from = source.pixels;
    for (let y = 0; y < heightPx; y++) {
      for (let x = 0; x < widthPx; x++) {
        const column = Math.floor((x * from.widthPx) / widthPx);
        const row = Math.floor((y * from.heightPx) / heightPx);
        const at = 4 * (row * from.widthPx + column);
        rgba.set(from.rgba.subarray(at, at + 4), 4 * (y * widthPx + x));
      }
    }
  }
  getImageData(): FakeImageData {
    return new FakeImageData(this.#pixels.rgba, this.#pixels.widthPx, this.#pixels.heightPx);
  }
  convertToBlob(): Promise<Blob> {
    return Promise.resolve(new Blob([pngOf({ ...this.#pixels, space: "srgb" })], { type: "image/png" }));
  }
  transferToImageBitmap(): FakeBitmap {
    return new FakeBitmap(this.#pixels);
  }
}

async function createImageBitmap(
  source: Blob | FakeImageData,
  left = 0,
  top = 0,
  width?: number,
  height?: number,
): Promise<FakeBitmap> {
  if (!(source instanceof FakeImageData))
    return new FakeBitmap(pixelsOfPng(Buffer.from(await source.arrayBuffer())));
  const whole = { widthPx: source.width, heightPx: source.height, rgba: source.data };
  if (width === undefined || height === undefined) return new FakeBitmap(whole);
  const part = new FakeCanvas(width, height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = 4 * ((top + y) * whole.widthPx + left + x);
      part.pixels.rgba.set(whole.rgba.subarray(at, at + 4), 4 * (y * width + x));
    }
  }
  return new FakeBitmap(part.pixels);
}

/** A PNG of 8-bit RGBA without filters. */
export function pngOf({ widthPx, heightPx, rgba }: PixelImage): Uint8Array<ArrayBuffer> {
  const lines = Buffer.alloc(heightPx * (1 + 4 * widthPx));
  for (let y = 0; y < heightPx; y++)
    for (let i = 0; i < 4 * widthPx; i++)
      lines[y * (1 + 4 * widthPx) + 1 + i] = rgba[4 * y * widthPx + i] ?? 0;
  const head = Buffer.alloc(13);
  head.writeUInt32BE(widthPx, 0);
  head.writeUInt32BE(heightPx, 4);
  head.set([8, 6, 0, 0, 0], 8);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  const whole = [
    signature,
    chunkOf("IHDR", head),
    chunkOf("IDAT", deflateSync(lines)),
    chunkOf("IEND", Buffer.alloc(0)),
  ];
  return new Uint8Array(Buffer.concat(whole));
}

function chunkOf(type: string, data: Buffer): Buffer {
  const chunk = Buffer.alloc(12 + data.length);
  chunk.writeUInt32BE(data.length, 0);
  chunk.write(type, 4, "latin1");
  chunk.set(data, 8);
  return chunk;
}

/** @throws Error for anything but a PNG that {@link pngOf} made. */
function pixelsOfPng(bytes: Buffer): Pixels {
  if (bytes.toString("latin1", 1, 4) !== "PNG") throw new Error("no PNG");
  const [widthPx, heightPx] = [bytes.readUInt32BE(16), bytes.readUInt32BE(20)];
  for (let at = 8; at < bytes.length; at += 12 + bytes.readUInt32BE(at)) {
    if (bytes.toString("latin1", at + 4, at + 8) !== "IDAT") continue;
    const lines = inflateSync(bytes.subarray(at + 8, at + 8 + bytes.readUInt32BE(at)));
    const rgba = new Uint8ClampedArray(4 * widthPx * heightPx);
    for (let y = 0; y < heightPx; y++)
      rgba.set(lines.subarray(y * (1 + 4 * widthPx) + 1, (y + 1) * (1 + 4 * widthPx)), 4 * y * widthPx);
    return { widthPx, heightPx, rgba };
  }
  throw new Error("no pixels");
}

export function installCanvas(): void {
  vi.stubGlobal("createImageBitmap", createImageBitmap);
  vi.stubGlobal("ImageData", FakeImageData);
  vi.stubGlobal("OffscreenCanvas", FakeCanvas);
}
