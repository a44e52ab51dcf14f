/**
 * What a film does to any ground: how much it throws back by itself, and how much gets through.
 *
 *   R = R0 + T² Rg / (1 - R0 Rg)
 *   R0 = sinh z / (a sinh z + b cosh z),   T = b / (a sinh z + b cosh z),   z = b S X
 *
 * Worked out once for a paint and a thickness, it is cheap over every ground: so searches over stacks need no
 * exponential for each pair. It equals the closed form of ../mixing/kubelkaMunk.
 *
 * Source: P. Kubelka, J. Opt. Soc. Am. 44(4), 330-335 (1954), doi:10.1364/JOSA.44.000330.
 */
import { isNotNegative, num, zeros } from "../numbers";
import type { OpticalModel } from "../spectrum/types";

/** Keeps b above zero in bands where a paint absorbs nothing; far below any real K/S. */
const SMALLEST_K_OVER_S = 1e-12;
/** Beyond this z nothing gets through, and the exponential would overflow. */
const DEEP = 300;

/** Per band, inside the surface. */
export type FilmResponse = {
  /** R0, [0, 1). */
  readonly back: Float64Array;
  /** T², [0, 1]. */
  readonly through: Float64Array;
};

/**
 * @param thickness - 1 where titanium white has S·X = 1 at 550 nm; zero changes nothing.
 * @throws RangeError for a thickness below zero or not finite.
 */
export function filmResponse(
  { grid, absorption, scattering }: OpticalModel,
  thickness: number,
): FilmResponse {
  if (!isNotNegative(thickness)) throw new RangeError(`A film is at least 0 thick, got ${thickness}`);
  const back = zeros(grid.count);
  const through = zeros(grid.count);
  for (let band = 0; band < grid.count; band++) {
    const s = num(scattering[band]);
    const q = Math.max(num(absorption[band]) / s, SMALLEST_K_OVER_S);
    const a = 1 + q;
    const b = Math.sqrt(q * (a + 1));
    const z = b * s * thickness;
    if (z > DEEP) {
      back[band] = 1 / (a + b);
      continue;
    }
    // Both halves are divided by cosh z, so that nothing overflows.
    const tanh = Math.tanh(z);
    const whole = a * tanh + b;
    const passed = b / (whole * Math.cosh(z));
    back[band] = tanh / whole;
    through[band] = passed * passed;
  }
  return { back, through };
}

/**
 * Writes what is seen inside the surface over a ground.
 *
 * @param below - reflectance inside the film; may be the same array as `out`.
 */
export function layOver(out: Float64Array, { back, through }: FilmResponse, below: Float64Array): void {
  for (let band = 0; band < out.length; band++) {
    const r0 = back[band] as number;
    const g = below[band] as number;
    out[band] = r0 + ((through[band] as number) * g) / (1 - r0 * g);
  }
}
