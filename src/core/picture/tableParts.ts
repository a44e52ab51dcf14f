/** A picture's table that is built in parts beside each other: which layers each takes, and the whole of them. */
import type { Layers, PaletteTable, TablePart } from "./paletteTable";

/** So many layers on each side of a cut are built by both, so that good solutions are handed on across it. */
const SHARED_LAYERS = 1;

/** The layers of a table that is built in so many parts beside each other. @param parts - at least 1, at most `size`. */
export function layersOfParts(size: number, parts: number): Layers[] {
  return Array.from({ length: parts }, (_, part) => ({
    from: Math.max(0, Math.round((part * size) / parts) - (part > 0 ? SHARED_LAYERS : 0)),
    to: Math.min(size, Math.round(((part + 1) * size) / parts) + (part < parts - 1 ? SHARED_LAYERS : 0)),
  }));
}

/**
 * One table of its parts; where two built the same corner the nearer mixture stands.
 *
 * @throws RangeError unless they are of one size and no layer is missing.
 */
export function joinTableParts(parts: readonly TablePart[]): PaletteTable {
  const size = parts[0]?.size ?? 0;
  const layer = size ** 2;
  const rgb = new Uint8ClampedArray(3 * size * layer);
  const missDeltaE2000 = new Float32Array(size * layer).fill(Number.NaN);
  for (const part of parts) {
    if (part.size !== size) throw new RangeError(`Parts of ${part.size} and ${size} corners do not join`);
    const begin = part.from * layer;
    part.missDeltaE2000.forEach((miss, place) => {
      const index = begin + place;
      if ((missDeltaE2000[index] as number) <= miss) return;
      missDeltaE2000[index] = miss;
      rgb.set(part.rgb.subarray(3 * place, 3 * place + 3), 3 * index);
    });
  }
  if (size === 0 || missDeltaE2000.some(Number.isNaN))
    throw new RangeError("Layers of the table are missing");
  return { size, rgb, missDeltaE2000 };
}
