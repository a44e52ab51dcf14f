/** TIFFs of every layout, written byte by byte after TIFF 6.0, for what no usual program saves. */
import { deflateSync } from "node:zlib";

export type TiffLayout = {
  readonly bigEndian?: boolean;
  readonly planar?: boolean;
  /** Width and height of a tile; strips of seven rows without. */
  readonly tile?: readonly [number, number];
  readonly bits?: 8 | 16;
  readonly packing?: "none" | "deflate" | "packbits";
  /** What the file says of its packing, where that is not true. */
  readonly packedAs?: number;
  readonly differences?: boolean;
  readonly alpha?: "straight" | "premultiplied";
  readonly colors?: "rgb" | "grey" | "white-is-zero" | "palette" | "cielab" | "ycbcr";
  readonly orientation?: number;
  readonly fillOrder?: number;
  readonly format?: number;
};

/** Eight-bit red, green, blue and alpha of a place. */
export type Paint = (x: number, y: number) => readonly [number, number, number, number];

const PACKINGS = { none: 1, deflate: 8, packbits: 32_773 };
const COLORS = { "white-is-zero": 0, grey: 1, rgb: 2, palette: 3, ycbcr: 6, cielab: 8 };

export function madeTiff(width: number, height: number, paint: Paint, layout: TiffLayout = {}): Buffer {
  const { bigEndian = false, planar = false, bits = 8, packing = "none", alpha, colors = "rgb" } = layout;
  const isOne = colors === "grey" || colors === "white-is-zero" || colors === "palette";
  const samples = (isOne ? 1 : 3) + (alpha ? 1 : 0);
  const deep = (level: number): number => (bits === 16 ? level * 257 : level);
  const most = deep(255);
  const pixel = (x: number, y: number): number[] => {
    const [r, g, b, a] = paint(Math.min(x, width - 1), Math.min(y, height - 1));
    const share = alpha === "premultiplied" ? a / 255 : 1;
    const levels = (isOne ? [r] : [r, g, b]).map((level) => Math.round(deep(level) * share));
    if (colors === "white-is-zero") levels[0] = most - (levels[0] as number);
    return alpha ? [...levels, deep(a)] : levels;
  };
  const [blockWidth, blockHeight] = layout.tile ?? [width, 7];
  const planes = planar ? Array.from({ length: samples }, (_, plane) => plane) : [undefined];
  const blocks = planes.flatMap((plane) => {
    const made: Buffer[] = [];
    for (let top = 0; top < height; top += blockHeight) {
      for (let left = 0; left < width; left += blockWidth) {
        const rows = layout.tile ? blockHeight : Math.min(blockHeight, height - top);
        const bytes: number[] = [];
        for (let y = top; y < top + rows; y++) {
          const row: number[] = [];
          for (let x = left; x < left + blockWidth; x++) {
            const all = pixel(x, y);
            row.push(...(plane === undefined ? all : [all[plane] as number]));
          }
          const step = plane === undefined ? samples : 1;
          const levels = layout.differences
            ? row.map((level, index) =>
                index < step ? level : (level - (row[index - step] as number)) & most,
              )
            : row;
          for (const level of levels)
            bytes.push(
              ...(bits === 8 ? [level] : bigEndian ? [level >> 8, level & 255] : [level & 255, level >> 8]),
            );
        }
        made.push(packed(Buffer.from(bytes), packing));
      }
    }
    return made;
  });
  const tags: [number, number, readonly number[]][] = [
    [256, 4, [width]],
    [257, 4, [height]],
    [258, 3, Array.from({ length: samples }, () => bits)],
    [259, 3, [layout.packedAs ?? PACKINGS[packing]]],
    [262, 3, [COLORS[colors]]],
    ...(layout.fillOrder ? [[266, 3, [layout.fillOrder]] as [number, number, number[]]] : []),
    ...(layout.orientation ? [[274, 3, [layout.orientation]] as [number, number, number[]]] : []),
    [277, 3, [samples]],
    [284, 3, [planar ? 2 : 1]],
    [317, 3, [layout.differences ? 2 : 1]],
    ...(colors === "palette"
      ? [
          [320, 3, [0, 1, 2].flatMap((c) => Array.from({ length: 256 }, (_, i) => 257 * mapped(i, c)))] as [
            number,
            number,
            number[],
          ],
        ]
      : []),
    ...(alpha ? [[338, 3, [alpha === "premultiplied" ? 1 : 2]] as [number, number, number[]]] : []),
    ...(layout.format
      ? [
          [339, 3, Array.from({ length: samples }, () => layout.format as number)] as [
            number,
            number,
            number[],
          ],
        ]
      : []),
  ];
  return filed(tags, blocks, layout, bigEndian);
}

/** The colour that a level of a made palette stands for. */
export function mapped(level: number, channel: number): number {
  return [level, 255 - level, (level * 3) % 256][channel] as number;
}

function packed(bytes: Buffer, packing: keyof typeof PACKINGS): Buffer {
  if (packing === "none") return bytes;
  if (packing === "deflate") return deflateSync(bytes);
  // PackBits: runs where there are some, else single bytes.
  const out: number[] = [];
  for (let at = 0; at < bytes.length; ) {
    let run = 1;
    while (run < 128 && bytes[at + run] === bytes[at]) run++;
    out.push(...(run > 1 ? [257 - run, bytes[at] as number] : [0, bytes[at] as number]));
    at += run;
  }
  return Buffer.from(out);
}

function filed(
  tags: readonly (readonly [number, number, readonly number[]])[],
  blocks: readonly Buffer[],
  { tile }: TiffLayout,
  bigEndian: boolean,
): Buffer {
  const places: number[] = [];
  let at = 8;
  for (const block of blocks) {
    places.push(at);
    at += block.length + (block.length % 2);
  }
  const sizes = blocks.map((block) => block.length);
  const all = [
    ...tags,
    ...(tile
      ? ([
          [322, 4, [tile[0]]],
          [323, 4, [tile[1]]],
          [324, 4, places],
          [325, 4, sizes],
        ] as const)
      : ([
          [273, 4, places],
          [278, 4, [7]],
          [279, 4, sizes],
        ] as const)),
  ].toSorted(([one], [other]) => one - other);
  const directoryAt = at;
  let longAt = directoryAt + 2 + 12 * all.length + 4;
  const whole = Buffer.alloc(longAt + all.reduce((sum, [, , values]) => sum + 4 * values.length, 0));
  const u16 = (value: number, place: number) =>
    bigEndian ? whole.writeUInt16BE(value, place) : whole.writeUInt16LE(value, place);
  const u32 = (value: number, place: number) =>
    bigEndian ? whole.writeUInt32BE(value, place) : whole.writeUInt32LE(value, place);
  whole.write(bigEndian ? "MM" : "II", 0, "latin1");
  u16(42, 2);
  u32(directoryAt, 4);
  for (const [index, block] of blocks.entries()) block.copy(whole, places[index]);
  u16(all.length, directoryAt);
  for (const [index, [tag, type, values]] of all.entries()) {
    const entry = directoryAt + 2 + 12 * index;
    u16(tag, entry);
    u16(type, entry + 2);
    u32(values.length, entry + 4);
    const size = type === 3 ? 2 : 4;
    const isLong = values.length * size > 4;
    if (isLong) u32(longAt, entry + 8);
    let place = isLong ? longAt : entry + 8;
    for (const value of values) {
      if (size === 2) u16(value, place);
      else u32(value, place);
      place += size;
    }
    if (isLong) longAt = place + (place % 2);
  }
  return whole.subarray(0, Math.max(longAt, directoryAt + 2 + 12 * all.length + 4));
}
