/** Pictures through a palette by the kernel, in an instance of its own: the table of corners lies where palettes would. */
import { cornerLevels, type PictureMapper } from "../core/picture/mapPicture";
import type { PaletteTable } from "../core/picture/paletteTable";

type Exports = {
  readonly memory: WebAssembly.Memory;
  readonly mapPixels: (size: number, count: number) => void;
};

/** Places in the memory, in bytes: kernel/picture.ts has the same. */
const PIXELS_AT = 131_072;
const LEVELS_AT = 196_608;
const BEYOND_AT = LEVELS_AT + 1024;
const CORNERS_AT = 200_704;
const CHUNK = LEVELS_AT - PIXELS_AT;
const NUMBERS_OF_CORNER = 4;

export function createMapper(module: WebAssembly.Module): PictureMapper {
  const { memory, mapPixels } = new WebAssembly.Instance(module).exports as unknown as Exports;
  const bytes = new Uint8ClampedArray(memory.buffer);
  const floats = new Float32Array(memory.buffer);
  let held: PaletteTable | undefined;
  const hold = (table: PaletteTable): boolean => {
    const { size, rgb } = table;
    if (CORNERS_AT + 4 * NUMBERS_OF_CORNER * size ** 3 > bytes.length) return false;
    if (held === table) return true;
    const { below, beyond } = cornerLevels(size);
    new Int32Array(memory.buffer).set(below, LEVELS_AT / 4);
    floats.set(beyond, BEYOND_AT / 4);
    for (let corner = 0; corner < size ** 3; corner++)
      for (let channel = 0; channel < 3; channel++)
        floats[CORNERS_AT / 4 + NUMBERS_OF_CORNER * corner + channel] = rgb[3 * corner + channel] as number;
    held = table;
    return true;
  };
  return (rgba, table) => {
    if (!hold(table)) return false;
    for (let from = 0; from < rgba.length; from += CHUNK) {
      const part = rgba.subarray(from, from + CHUNK);
      bytes.set(part, PIXELS_AT);
      mapPixels(table.size, part.length / 4);
      rgba.set(bytes.subarray(PIXELS_AT, PIXELS_AT + part.length), from);
    }
    return true;
  };
}
