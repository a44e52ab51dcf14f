/** Reflectance of a mixture, band by band, with its slopes by K, S and the surface constants. */
import { filmReflectance, reflectanceFromKOverS } from "../mixing/kubelkaMunk";
import type { Film } from "../mixing/mixture";
import {
  innerReflectance,
  seenReflectance,
  seenReflectanceSlope,
  type SurfaceConstants,
} from "../mixing/saunderson";
import { num, zeros } from "../numbers";
import type { OpticalModel } from "../spectrum/types";

export type BandSlopes = {
  /** Seen reflectance. */
  readonly values: Float64Array;
  /** d/d ln K and d/d ln S of the mixture. */
  readonly byLogAbsorption: Float64Array;
  readonly byLogScattering: Float64Array;
  readonly byOuter: Float64Array;
  readonly byInner: Float64Array;
};

/** Of a central difference: the cube root of the double's resolution. */
const STEP = 6e-6;

/** @param optics - of the whole mixture, K and S > 0. */
export function bandSlopes(optics: OpticalModel, surface: SurfaceConstants, film?: Film): BandSlopes {
  const { count } = optics.grid;
  const slopes = {
    values: zeros(count),
    byLogAbsorption: zeros(count),
    byLogScattering: zeros(count),
    byOuter: zeros(count),
    byInner: zeros(count),
  };
  for (let band = 0; band < count; band++) {
    const k = num(optics.absorption[band]);
    const s = num(optics.scattering[band]);
    if (film) writeFilm(slopes, band, k, s, surface, film);
    else writeOpaque(slopes, band, k / s, surface);
  }
  return slopes;
}

function writeOpaque(to: BandSlopes, band: number, q: number, surface: SurfaceConstants): void {
  const { k1, k2 } = surface;
  const inner = reflectanceFromKOverS(q);
  const root = Math.sqrt(q * (q + 2));
  // dR/d ln q; at q = 0 the limit is 0.
  const byLog = (seenReflectanceSlope(inner, surface) * -inner * q) / Math.max(root, Number.MIN_VALUE);
  const through = 1 - k2 * inner;
  to.values[band] = seenReflectance(inner, surface);
  to.byLogAbsorption[band] = byLog;
  to.byLogScattering[band] = -byLog;
  to.byOuter[band] = 1 - ((1 - k2) * inner) / through;
  to.byInner[band] = ((1 - k1) * inner * (inner - 1)) / (through * through);
}

/** The closed form of a film has long derivatives; differences of it are exact enough and cannot be mistyped. */
function writeFilm(
  to: BandSlopes,
  band: number,
  k: number,
  s: number,
  surface: SurfaceConstants,
  film: Film,
): void {
  const seen = num(film.ground.values[band]);
  const at = (logK: number, logS: number, outer: number, inner: number): number => {
    const own = { k1: surface.k1 + outer, k2: surface.k2 + inner };
    const below = innerReflectance(seen, own);
    return seenReflectance(
      filmReflectance(k * Math.exp(logK), s * Math.exp(logS), film.thickness, below),
      own,
    );
  };
  to.values[band] = at(0, 0, 0, 0);
  to.byLogAbsorption[band] = (at(STEP, 0, 0, 0) - at(-STEP, 0, 0, 0)) / (2 * STEP);
  to.byLogScattering[band] = (at(0, STEP, 0, 0) - at(0, -STEP, 0, 0)) / (2 * STEP);
  to.byOuter[band] = (at(0, 0, STEP, 0) - at(0, 0, -STEP, 0)) / (2 * STEP);
  to.byInner[band] = (at(0, 0, 0, STEP) - at(0, 0, 0, -STEP)) / (2 * STEP);
}
