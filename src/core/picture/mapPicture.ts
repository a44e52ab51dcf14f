import type { PaletteTable } from "./paletteTable";

/** Replaces each pixel by the palette's nearest colour, interpolated linearly in the cube of corners. */
export function mapPicture(rgba: Uint8ClampedArray, { size, rgb }: PaletteTable): void {
  const scale = (size - 1) / 255;
  const last = size - 2;
  const stepG = 3 * size;
  const stepB = 3 * size * size;
  for (let at = 0; at < rgba.length; at += 4) {
    const r = (rgba[at] as number) * scale;
    const g = (rgba[at + 1] as number) * scale;
    const b = (rgba[at + 2] as number) * scale;
    const r0 = Math.min(r | 0, last);
    const g0 = Math.min(g | 0, last);
    const b0 = Math.min(b | 0, last);
    const fr = r - r0;
    const fg = g - g0;
    const fb = b - b0;
    const corner = 3 * r0 + stepG * g0 + stepB * b0;
    for (let channel = 0; channel < 3; channel++) {
      const c = corner + channel;
      const near =
        (1 - fg) * ((1 - fr) * (rgb[c] as number) + fr * (rgb[c + 3] as number)) +
        fg * ((1 - fr) * (rgb[c + stepG] as number) + fr * (rgb[c + stepG + 3] as number));
      const far =
        (1 - fg) * ((1 - fr) * (rgb[c + stepB] as number) + fr * (rgb[c + stepB + 3] as number)) +
        fg * ((1 - fr) * (rgb[c + stepB + stepG] as number) + fr * (rgb[c + stepB + stepG + 3] as number));
      rgba[at + channel] = (1 - fb) * near + fb * far;
    }
  }
}
