/**
 * The first full page of a TIFF as eight-bit sRGB pixels, or a word why its colours cannot be had. Its profile, if
 * any, is not read.
 *
 * TIFF 6.0 (1992), with the technical notes on JPEG and on Deflate.
 */
import { fromArrayBuffer, type GeoTIFFImage, getDecoder, Pool } from "geotiff";
import { fail, type Result, succeed } from "../core/result";
import type { PictureFailure } from "../domain/painting/pictureFailure";
import { isOfSrgb, jpegSize, MOST_PIXELS, sizeFailure } from "./pictureFile";
import { upright } from "./upright";

export type DecodedTiff = {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
  /** A profile of another space than sRGB. */
  readonly hasUnreadProfile: boolean;
};

/** Photometric interpretations. */
const WHITE_IS_ZERO = 0;
const PALETTE = 3;
const CMYK = 5;
const YCBCR = 6;
/** Each with how many samples make a colour. */
const COLOR_SAMPLES: ReadonlyMap<number, number> = new Map([
  [WHITE_IS_ZERO, 1],
  [1, 1],
  [2, 3],
  [PALETTE, 1],
  [YCBCR, 3],
]);

const ICC_PROFILE = 34_675;
const JPEG = 7;
const DEFLATE: readonly number[] = [8, 32946];
/** None, LZW, JPEG, Deflate under both of its numbers, PackBits. */
const COMPRESSIONS: readonly number[] = [1, 5, JPEG, ...DEFLATE, 32773];
const ASSOCIATED_ALPHA = 1;
const UNASSOCIATED_ALPHA = 2;
/** A smaller copy of another page. */
const REDUCED = 1;
const MOST_PAGES = 8;

type Page = {
  readonly interpretation: number;
  readonly bits: number;
  readonly isPlanar: boolean;
  /** Where the alpha of a pixel is among its samples. */
  readonly alphaAt: number | undefined;
  readonly isPremultiplied: boolean;
};

/** Throws when the file is not what it says. */
export async function decodeTiff(
  bytes: Uint8Array<ArrayBuffer>,
): Promise<Result<DecodedTiff, PictureFailure>> {
  const isLittleEndian = bytes[0] === 0x49;
  const file = await fromArrayBuffer(bytes.slice().buffer);
  const image = await fullPage(await file.getImageCount(), (index) => file.getImage(index));
  const [widthPx, heightPx] = [image.getWidth(), image.getHeight()];
  const wrongSize = sizeFailure(widthPx, heightPx);
  if (wrongSize) return fail(wrongSize);
  // The rows of a strip may be said to be endless: then it is the whole page.
  const rows = image.isTiled ? image.getTileHeight() : Math.min(image.getTileHeight(), heightPx);
  if (image.getTileWidth() * rows > MOST_PIXELS) return fail({ code: "damaged" });
  const page = await pageOf(image);
  if (!page.ok) return page;
  const directory = image.fileDirectory;
  const { isPlanar, interpretation, alphaAt } = page.value;
  const colorSamples = COLOR_SAMPLES.get(interpretation) ?? 3;
  const samples = Array.from({ length: colorSamples }, (_, index) => index);
  const data = await image.readRasters({
    interleave: true,
    samples: [...samples, ...(alphaAt === undefined ? [] : [alphaAt])],
    pool: new CarefulDecoders(isLittleEndian, isPlanar ? 1 : image.getSamplesPerPixel(), rows),
  });
  const map = interpretation === PALETTE ? await directory.loadValue("ColorMap") : undefined;
  const rgba = pixelsOf(data, widthPx * heightPx, page.value, map && Array.from(map as Uint16Array));
  const turned = upright({ widthPx, heightPx, rgba }, (await directory.loadValue("Orientation")) ?? 1);
  const profile = (await directory.loadValue(ICC_PROFILE)) as Uint8Array | undefined;
  return succeed({ ...turned, hasUnreadProfile: profile !== undefined && !isOfSrgb(profile.slice()) });
}

async function fullPage(
  count: number,
  page: (index: number) => Promise<GeoTIFFImage>,
): Promise<GeoTIFFImage> {
  for (let index = 0; index < Math.min(count, MOST_PAGES); index++) {
    const image = await page(index);
    if (!((image.fileDirectory.getValue("NewSubfileType") ?? 0) & REDUCED)) return image;
  }
  return page(0);
}

/** What the page is made of, where its colours can be had; every other kind has a name. */
async function pageOf(image: GeoTIFFImage): Promise<Result<Page, PictureFailure>> {
  const directory = image.fileDirectory;
  const interpretation = directory.getValue("PhotometricInterpretation") ?? Number.NaN;
  const compression = directory.getValue("Compression") ?? 1;
  const depths = [...(directory.getValue("BitsPerSample") ?? [1])].map(Number);
  const formats = [...(directory.getValue("SampleFormat") ?? [1])].map(Number);
  const bits = depths[0] ?? 0;
  const unread = (what: string): Result<never, PictureFailure> => fail({ code: "unread-tiff", what });
  if (interpretation === CMYK) return fail({ code: "cmyk" });
  const colorSamples = COLOR_SAMPLES.get(interpretation);
  if (colorSamples === undefined) return unread("neither greys nor RGB");
  if (!COMPRESSIONS.includes(compression)) return unread(`packed in way ${compression}`);
  if (formats.some((format) => format !== 1)) return unread("with numbers that are not plain levels");
  const isDepth = [1, 2, 4, 8, 16].includes(bits) && depths.every((depth) => depth === bits);
  if (!isDepth) return unread(`with ${depths.join(", ")} bits for a level`);
  if (((await directory.loadValue("FillOrder")) ?? 1) !== 1) return unread("with its bits in reverse");
  // Colour at a lower resolution than light is only packed so that it can be told apart inside of JPEG.
  if (interpretation === YCBCR && compression !== JPEG) return unread("with colour apart from light");
  const extra = [...(directory.getValue("ExtraSamples") ?? [])].map(Number);
  const alpha = extra.findIndex((kind) => kind === ASSOCIATED_ALPHA || kind === UNASSOCIATED_ALPHA);
  const perPixel = image.getSamplesPerPixel();
  if (perPixel < colorSamples) return fail({ code: "damaged" });
  return succeed({
    interpretation,
    bits,
    isPlanar: (directory.getValue("PlanarConfiguration") ?? 1) === 2,
    alphaAt: alpha < 0 || colorSamples + alpha >= perPixel ? undefined : colorSamples + alpha,
    isPremultiplied: extra[alpha] === ASSOCIATED_ALPHA,
  });
}

/**
 * @param data - samples of each pixel in a row: its colour, then its alpha if it has one.
 * @param map - of a palette: all reds, all greens, all blues, 0 to 65,535.
 */
function pixelsOf(
  data: ArrayLike<number>,
  count: number,
  { interpretation, bits, alphaAt, isPremultiplied }: Page,
  map: readonly number[] | undefined,
): Uint8ClampedArray<ArrayBuffer> {
  const colorSamples = COLOR_SAMPLES.get(interpretation) ?? 3;
  const each = colorSamples + (alphaAt === undefined ? 0 : 1);
  const most = 2 ** bits - 1;
  if (data.length !== each * count) throw new RangeError("The TIFF ends too early");
  if (map && map.length !== 3 * 2 ** bits) throw new RangeError("The palette of the TIFF is torn");
  const rgba = new Uint8ClampedArray(4 * count).fill(255);
  for (let pixel = 0; pixel < count; pixel++) {
    const at = pixel * each;
    const alpha = alphaAt === undefined ? 1 : (data[at + colorSamples] as number) / most;
    if (alphaAt !== undefined) rgba[4 * pixel + 3] = 255 * alpha;
    for (let channel = 0; channel < 3; channel++) {
      const level = data[at + (colorSamples === 3 ? channel : 0)] as number;
      if (map) {
        rgba[4 * pixel + channel] = (map[channel * 2 ** bits + level] as number) / 257;
        continue;
      }
      const share = (interpretation === WHITE_IS_ZERO ? most - level : level) / most;
      rgba[4 * pixel + channel] = 255 * (isPremultiplied && alpha > 0 ? share / alpha : share);
    }
  }
  return rgba;
}

type BlockParameters = Parameters<Pool["bindParameters"]>[1];

/**
 * Unpacks the strips and tiles here, in this worker, none to more than the page can hold; and takes differences of
 * 16-bit levels in the byte order of the file, which the package takes in that of the machine.
 */
class CarefulDecoders extends Pool {
  constructor(
    private readonly isLittleEndian: boolean,
    private readonly samplesOfBlock: number,
    private readonly rows: number,
  ) {
    super(0);
  }

  /** Blocks are unpacked one after the other: of several that are damaged the first one speaks, on any machine. */
  private turn: Promise<unknown> = Promise.resolve();

  override bindParameters(
    compression: number,
    parameters: BlockParameters,
  ): ReturnType<Pool["bindParameters"]> {
    const { tileWidth, predictor, bitsPerSample } = parameters;
    const bits = Number(typeof bitsPerSample === "number" ? bitsPerSample : bitsPerSample[0]);
    const rowBytes = Math.ceil((tileWidth * this.samplesOfBlock * bits) / 8);
    const mostBytes = rowBytes * this.rows;
    const isOwn = predictor === 2 && bits === 16 && !this.isLittleEndian;
    const decode = async (packed: ArrayBufferLike): Promise<ArrayBufferLike> => {
      // What cannot be made smaller grows a little.
      if (packed.byteLength > 1.5 * mostBytes + 65_536)
        throw new RangeError("A block is larger than its pixels");
      let block: ArrayBufferLike;
      if (DEFLATE.includes(compression)) block = await inflated(packed, mostBytes);
      else {
        if (compression === JPEG) assertSize(packed, tileWidth, this.rows);
        const decoder = await getDecoder(compression, parameters);
        block = await decoder.decodeBlock(packed);
      }
      if (isOwn) addUpBigEndian(new DataView(block), rowBytes, 2 * this.samplesOfBlock);
      else if (predictor !== 1) {
        const plain = await getDecoder(1, parameters);
        block = await plain.decode(block);
      }
      return block;
    };
    return {
      decode: (packed: ArrayBufferLike) => {
        const decoded = this.turn.then(() => decode(packed));
        this.turn = decoded.catch(() => undefined);
        return decoded;
      },
    };
  }
}

/** A JPEG says its own size, which may be another one than that of its block. */
function assertSize(packed: ArrayBufferLike, widthPx: number, heightPx: number): void {
  const size = jpegSize(new Uint8Array(packed).slice());
  if (!size || size.widthPx > widthPx || size.heightPx > heightPx)
    throw new RangeError("A block is another size than its JPEG");
}

async function inflated(packed: ArrayBufferLike, mostBytes: number): Promise<ArrayBuffer> {
  const whole = new Uint8Array(mostBytes);
  let filled = 0;
  const reader = new Blob([new Uint8Array(packed).slice()])
    .stream()
    .pipeThrough(new DecompressionStream("deflate"))
    .getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return whole.buffer.slice(0, filled);
    if (filled + value.length > mostBytes) {
      // What is given up in the middle ends with an error of its own, which says nothing here.
      await reader.cancel().catch(() => undefined);
      throw new RangeError("A block unfolds to more than its pixels");
    }
    whole.set(value, filled);
    filled += value.length;
  }
}

function addUpBigEndian(block: DataView, rowBytes: number, pixelBytes: number): void {
  for (let row = 0; row + rowBytes <= block.byteLength; row += rowBytes) {
    for (let at = row + pixelBytes; at < row + rowBytes; at += 2) {
      block.setUint16(at, block.getUint16(at) + block.getUint16(at - pixelBytes));
    }
  }
}
