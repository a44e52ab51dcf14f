/**
 * What a picture file is, before anything is decoded: its kind, size and colour, whether it is whole, and a copy
 * without the data that says where and by whom it was taken.
 */
import { fileTypeFromBuffer } from "file-type";
import { imageSize } from "image-size";
import type { PictureFailure } from "../domain/painting/pictureFailure";
import { fail, type Result, succeed } from "../core/result";

export type PictureKind = "jpeg" | "png" | "webp" | "gif" | "avif" | "tiff" | "bmp";

export type PictureFacts = {
  readonly kind: PictureKind;
  readonly isMoving: boolean;
  /** Carries a profile of a space wider than sRGB, or of one that is not known. */
  readonly isWide: boolean;
};

/** What a copy of each kind is kept as. */
export const MIME_OF: Readonly<Record<PictureKind, string>> = {
  jpeg: "image/jpeg",
  png: "image/png",
  webp: "image/webp",
  gif: "image/gif",
  avif: "image/avif",
  tiff: "image/tiff",
  bmp: "image/bmp",
};

export const LARGEST_FILE_BYTES = 200 * 1024 * 1024;
/** A hundred megapixels of a large camera, and room; what unfolds to more is refused before it is decoded. */
export const MOST_PIXELS = 220_000_000;
/** Smaller ones have no spot of 25 pixels to average. */
export const LEAST_SIDE_PX = 16;

type Bytes = Uint8Array<ArrayBuffer>;

export async function inspectPicture(bytes: Bytes): Promise<Result<PictureFacts, PictureFailure>> {
  if (bytes.length === 0) return fail({ code: "empty-file" });
  if (bytes.length > LARGEST_FILE_BYTES)
    return fail({ code: "too-large", megabytes: Math.round(bytes.length / 2 ** 20) });
  const kind = await kindOf(bytes);
  if (kind === "heic" || kind === "drawing") return fail({ code: kind });
  if (!kind) return fail({ code: "not-a-picture" });
  if (!isWhole(bytes, kind)) return fail({ code: "damaged" });
  if (kind === "jpeg" && jpegComponents(bytes) === 4) return fail({ code: "cmyk" });
  // What decodes a TIFF looks at its size first.
  if (kind !== "tiff") {
    try {
      const { width, height } = imageSize(bytes);
      const wrongSize = sizeFailure(width, height);
      if (wrongSize) return fail(wrongSize);
    } catch {
      return fail({ code: "damaged" });
    }
  }
  return succeed({ kind, isMoving: isMoving(bytes, kind), isWide: isWide(bytes, kind) });
}

/** What is wrong with a picture of that size, before it is decoded. */
export function sizeFailure(widthPx: number, heightPx: number): PictureFailure | undefined {
  if (!(widthPx > 0 && heightPx > 0)) return { code: "damaged" };
  if (widthPx * heightPx > MOST_PIXELS)
    return { code: "too-many-pixels", megapixels: Math.round((widthPx * heightPx) / 1e6) };
  if (Math.min(widthPx, heightPx) < LEAST_SIDE_PX) return { code: "too-small", widthPx, heightPx };
  return undefined;
}

/** Latin letters at a place. */
function text(bytes: Bytes, from: number, length: number): string {
  return String.fromCharCode(...bytes.subarray(from, from + length));
}

const KIND_OF: Readonly<Record<string, PictureKind | "heic">> = {
  "image/jpeg": "jpeg",
  "image/png": "png",
  "image/apng": "png",
  "image/webp": "webp",
  "image/gif": "gif",
  "image/avif": "avif",
  "image/tiff": "tiff",
  "image/bmp": "bmp",
  "image/heic": "heic",
  "image/heif": "heic",
  "image/heic-sequence": "heic",
  "image/heif-sequence": "heic",
};

/** What the bytes say, whatever the file is called. */
async function kindOf(bytes: Bytes): Promise<PictureKind | "heic" | "drawing" | undefined> {
  if (/<svg[\s>]/i.test(text(bytes, 0, Math.min(4096, bytes.length)))) return "drawing";
  const found = await fileTypeFromBuffer(bytes);
  return found && KIND_OF[found.mime];
}

/** Whether the end of the file is there. Browsers show the part of a torn file that they have, which misleads. */
function isWhole(bytes: Bytes, kind: PictureKind): boolean {
  switch (kind) {
    case "jpeg":
      return jpegParts(bytes).isWhole;
    case "png":
      return chunks(bytes, "png").some(({ name }) => name === "IEND");
    case "webp":
      return bytes.length >= 8 + view(bytes).getUint32(4, true);
    case "gif":
      return bytes.at(-1) === 0x3b || bytes.lastIndexOf(0x3b) > bytes.length - 64;
    case "avif":
    case "tiff":
    case "bmp":
      // Their decoders refuse what is torn.
      return true;
  }
}

function view(bytes: Bytes): DataView {
  return new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
}

type Segment = { readonly marker: number; readonly start: number; readonly end: number };

const START_OF_SCAN = 0xda;
const END_OF_IMAGE = 0xd9;

/**
 * The marked parts of a JPEG to the end of its image, each scan with the pixels that follow it. A phone may write a
 * film or a second picture behind that; it belongs to none of them.
 */
function jpegParts(bytes: Bytes): { readonly segments: readonly Segment[]; readonly isWhole: boolean } {
  const segments: Segment[] = [];
  const data = view(bytes);
  let at = 2;
  while (at + 2 <= bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1] as number;
    if (marker === 0xff) {
      at++;
      continue;
    }
    if (marker === END_OF_IMAGE) return { segments, isWhole: segments.some(isScan) };
    if (at + 4 > bytes.length) break;
    let end = at + 2 + data.getUint16(at + 2);
    if (end > bytes.length) break;
    if (marker === START_OF_SCAN) end = endOfScan(bytes, end);
    segments.push({ marker, start: at, end });
    at = end;
  }
  return { segments, isWhole: false };
}

function isScan({ marker }: Segment): boolean {
  return marker === START_OF_SCAN;
}

/** Where the pixels of a scan end: at the next mark that is no stuffing and no restart. */
function endOfScan(bytes: Bytes, from: number): number {
  for (let at = from; at + 1 < bytes.length; at++) {
    if (bytes[at] !== 0xff) continue;
    const next = bytes[at + 1] as number;
    const isPixels = next === 0 || next === 0xff || (next >= 0xd0 && next <= 0xd7);
    if (!isPixels) return at;
  }
  return bytes.length;
}

/** Those before the first scan. */
function jpegSegments(bytes: Bytes): readonly Segment[] {
  const { segments } = jpegParts(bytes);
  const scan = segments.findIndex(isScan);
  return scan < 0 ? segments : segments.slice(0, scan + 1);
}

/** What the frame of a JPEG says, ITU T.81 B.2.2. */
function jpegFrame(bytes: Bytes): Segment | undefined {
  return jpegSegments(bytes).find(
    ({ marker }) => marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker),
  );
}

function jpegComponents(bytes: Bytes): number | undefined {
  const frame = jpegFrame(bytes);
  return frame && bytes[frame.start + 9];
}

/** As it says itself; undefined when it has no frame. */
export function jpegSize(bytes: Bytes): { readonly widthPx: number; readonly heightPx: number } | undefined {
  const frame = jpegFrame(bytes);
  if (!frame || frame.end - frame.start < 10) return undefined;
  const data = view(bytes);
  return { widthPx: data.getUint16(frame.start + 7), heightPx: data.getUint16(frame.start + 5) };
}

type Chunk = { readonly name: string; readonly start: number; readonly data: number; readonly end: number };

/** The named parts of a PNG or a WebP. */
function chunks(bytes: Bytes, kind: "png" | "webp"): Chunk[] {
  const found: Chunk[] = [];
  const data = view(bytes);
  let at = kind === "png" ? 8 : 12;
  while (at + 8 <= bytes.length) {
    const isPng = kind === "png";
    const size = data.getUint32(isPng ? at : at + 4, !isPng);
    // PNG: length, name, data, checksum. WebP: name, length, data, padded to an even place.
    const end = at + 8 + size + (isPng ? 4 : size % 2);
    if (at + 8 + size > bytes.length) break;
    found.push({
      name: text(bytes, isPng ? at + 4 : at, 4),
      start: at,
      data: at + 8,
      end: Math.min(end, bytes.length),
    });
    at = end;
  }
  return found;
}

function isMoving(bytes: Bytes, kind: PictureKind): boolean {
  if (kind === "gif") return true;
  if (kind === "png") return chunks(bytes, kind).some(({ name }) => name === "acTL");
  if (kind === "webp") return chunks(bytes, kind).some(({ name }) => name === "ANIM");
  return false;
}

const ICC = "ICC_PROFILE\0";

/** The bytes in which an embedded profile lies, with whatever is around it. */
function profileOf(bytes: Bytes, kind: PictureKind): Bytes | undefined {
  if (kind === "jpeg") {
    const segment = jpegSegments(bytes).find(
      ({ marker, start }) => marker === 0xe2 && text(bytes, start + 4, ICC.length) === ICC,
    );
    return segment && bytes.subarray(segment.start + 4, segment.end);
  }
  if (kind === "png" || kind === "webp") {
    const chunk = chunks(bytes, kind).find(({ name }) => name === "iCCP" || name === "ICCP");
    return chunk && bytes.subarray(chunk.data, chunk.end);
  }
  return undefined;
}

/** A profile that does not call itself sRGB is decoded into the wider of the two spaces, by the browser. */
function isWide(bytes: Bytes, kind: PictureKind): boolean {
  if (kind === "avif") return true;
  const profile = profileOf(bytes, kind);
  return profile !== undefined && !isOfSrgb(profile);
}

/** Names in profiles are Latin letters or two bytes each; a PNG packs the profile but names it before. */
export function isOfSrgb(profile: Bytes): boolean {
  return /srgb/i.test(text(profile, 0, Math.min(1200, profile.length)).replaceAll("\0", ""));
}

/** What says how the pixels are drawn; all other chunks, known or not, speak of something else. */
const PNG_CHUNKS =
  "IHDR PLTE IDAT IEND acTL fcTL fdAT tRNS gAMA cHRM sRGB iCCP cICP mDCV cLLI sBIT bKGD hIST pHYs".split(" ");
const WEBP_CHUNKS = ["VP8 ", "VP8L", "VP8X", "ALPH", "ANIM", "ANMF", "ICCP"];
/** Bits in a WebP's header that say that it has EXIF or XMP. */
const WEBP_METADATA = 0b0000_1100;

/**
 * The file without place, time, maker and other words about it: the pixels, profile and orientation stay.
 * Undefined for kinds from which it cannot be taken out.
 */
export function withoutPrivateData(bytes: Bytes, kind: PictureKind): Bytes | undefined {
  if (kind === "jpeg") return jpegWithoutPrivateData(bytes);
  if (kind === "bmp") return bytes;
  if (kind !== "png" && kind !== "webp") return undefined;
  const drawn = kind === "png" ? PNG_CHUNKS : WEBP_CHUNKS;
  const all = chunks(kind === "webp" ? bytes.subarray(0, 8 + view(bytes).getUint32(4, true)) : bytes, kind);
  // What lies behind the end of the picture is none of it.
  const end = all.findIndex(({ name }) => name === "IEND");
  const kept = all.slice(0, end < 0 ? all.length : end + 1).filter(({ name }) => drawn.includes(name));
  const head = bytes.slice(0, kind === "png" ? 8 : 12);
  const whole = joined([head, ...kept.map(({ start, end }) => bytes.slice(start, end))]);
  if (kind === "webp") {
    view(whole).setUint32(4, whole.length - 8, true);
    if (text(whole, 12, 4) === "VP8X") whole[20] = (whole[20] as number) & ~WEBP_METADATA;
  }
  return whole;
}

/** The mark of the color transform, without which some files decode to wrong colours. */
const ADOBE = "Adobe";
/** Its mark, version, density and the size of the small picture. */
const JFIF = "JFIF\0";
const JFIF_BYTES = 14;
/** Its mark, version, flags and transform; whatever is written behind them is not needed. */
const ADOBE_BYTES = 12;

/**
 * The color transform says how to decode, APP2 the profile; all other APP parts and comments speak of the taking, or
 * hold a small picture of the whole.
 */
function jpegWithoutPrivateData(bytes: Bytes): Bytes {
  const { segments } = jpegParts(bytes);
  const kept = segments.flatMap(({ marker, start, end }): Bytes[] => {
    const isApp = marker >= 0xe0 && marker <= 0xef;
    if (marker === 0xfe) return [];
    if (!isApp) return [bytes.slice(start, end)];
    if (marker === 0xe2 && text(bytes, start + 4, ICC.length) === ICC) return [bytes.slice(start, end)];
    if (marker === 0xe0 && text(bytes, start + 4, JFIF.length) === JFIF && end - start >= 4 + JFIF_BYTES)
      // Without the small picture that it may hold.
      return [
        Uint8Array.of(0xff, 0xe0, 0, 2 + JFIF_BYTES),
        bytes.slice(start + 4, start + 2 + JFIF_BYTES),
        Uint8Array.of(0, 0),
      ];
    const isTransform = marker === 0xee && text(bytes, start + 4, ADOBE.length) === ADOBE;
    if (!isTransform || end - start < 4 + ADOBE_BYTES) return [];
    return [Uint8Array.of(0xff, 0xee, 0, 2 + ADOBE_BYTES), bytes.slice(start + 4, start + 4 + ADOBE_BYTES)];
  });
  const orientation = orientationOf(bytes);
  return joined([
    bytes.slice(0, 2),
    ...(orientation > 1 ? [orientationSegment(orientation)] : []),
    ...kept,
    Uint8Array.of(0xff, END_OF_IMAGE),
  ]);
}

function orientationOf(bytes: Bytes): number {
  try {
    return imageSize(bytes).orientation ?? 1;
  } catch {
    return 1;
  }
}

/** The smallest EXIF part: one entry, the orientation, TIFF 6.0 big-endian. */
function orientationSegment(orientation: number): Bytes {
  const tiff = [
    0x4d,
    0x4d,
    0,
    42,
    0,
    0,
    0,
    8,
    0,
    1,
    0x01,
    0x12,
    0,
    3,
    0,
    0,
    0,
    1,
    0,
    orientation,
    0,
    0,
    0,
    0,
    0,
    0,
  ];
  const name = [...new TextEncoder().encode("Exif\0\0")];
  const length = 2 + name.length + tiff.length;
  return Uint8Array.from([0xff, 0xe1, length >> 8, length & 255, ...name, ...tiff]);
}

function joined(parts: readonly Bytes[]): Bytes {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
