/**
 * A picture as a palette would paint it: each pixel is replaced by the palette's nearest colour, interpolated linearly in
 * the cube of corners. In single precision throughout, so that the kernel of the workers gives the same bytes.
 */
import type { PaletteTable } from "./paletteTable";

const LEVELS = 256;

/** The corner below each byte, and how far beyond it, [0, 1]. */
export type CornerLevels = { readonly below: Int32Array; readonly beyond: Float32Array };

export function cornerLevels(size: number): CornerLevels {
  const below = new Int32Array(LEVELS);
  const beyond = new Float32Array(LEVELS);
  for (let level = 0; level < LEVELS; level++) {
    const at = (level * (size - 1)) / (LEVELS - 1);
    below[level] = Math.min(Math.floor(at), size - 2);
    beyond[level] = at - (below[level] as number);
  }
  return { below, beyond };
}

/** The same by a kernel that a worker handed in; false where it has no room for the table. */
export type PictureMapper = (rgba: Uint8ClampedArray, table: PaletteTable) => boolean;

let mapper: PictureMapper | undefined;

/** From now on in this thread; undefined goes back to the plain form. */
export function handInMapper(next: PictureMapper | undefined): void {
  mapper = next;
}

export function mapPicture(rgba: Uint8ClampedArray, table: PaletteTable): void {
  if (mapper?.(rgba, table)) return;
  const { size, rgb } = table;
  const { below, beyond } = cornerLevels(size);
  const stepG = 3 * size;
  const stepB = 3 * size * size;
  for (let at = 0; at < rgba.length; at += 4) {
    const [r, g, b] = [rgba[at] as number, rgba[at + 1] as number, rgba[at + 2] as number];
    const [fr, fg, fb] = [beyond[r] as number, beyond[g] as number, beyond[b] as number];
    const near = 3 * (below[r] as number) + stepG * (below[g] as number) + stepB * (below[b] as number);
    for (let channel = 0; channel < 3; channel++) {
      const c = near + channel;
      const one = between(along(rgb, c, fr), along(rgb, c + stepG, fr), fg);
      const other = between(along(rgb, c + stepB, fr), along(rgb, c + stepB + stepG, fr), fg);
      rgba[at + channel] = between(one, other, fb);
    }
  }
}

function between(from: number, to: number, share: number): number {
  return Math.fround(from + Math.fround(share * Math.fround(to - from)));
}

/** One channel between two corners that are neighbours along red. */
function along(rgb: Uint8ClampedArray, corner: number, share: number): number {
  return between(rgb[corner] as number, rgb[corner + 3] as number, share);
}
