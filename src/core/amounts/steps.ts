/** Rounding of steps such as 0.1. */
export const ALMOST_ONE = 1 - 1e-9;

/** Of the first `count` amounts, or of all. */
export function sumOf(volumes: ArrayLike<number>, count = volumes.length): number {
  let sum = 0;
  for (let i = 0; i < count; i++) sum += volumes[i] as number;
  return sum;
}
