/**
 * Colour of a mixture of paints: K and S add by volume, film by film, band by band.
 *
 *   K = Σ v_i K_i,  S = Σ v_i S_i      v_i: volumes, >= 0
 *
 * An opaque mixture depends on the ratio of volumes only; a film also on its thickness.
 *
 * Source: D. R. Duncan, Proc. Phys. Soc. 52, 390 (1940), doi:10.1088/0959-5309/52/3/310, for the additivity.
 */
import { areFinite, isNotNegative, isPositive, num, volumeOf } from "../numbers";
import { assertSameGrid, type OpticalModel, type Reflectance } from "../spectrum/types";
import { filmReflectance, reflectanceFromKOverS } from "./kubelkaMunk";
import { innerReflectance, type SurfaceConstants, seenReflectance } from "./saunderson";

export type PaintVolume = {
  readonly optics: OpticalModel;
  /** Volume in any unit, >= 0; the same unit for all. */
  readonly volume: number;
};

export type Film = {
  /** 1 is the thickness at which titanium white has S·X = 1 at 550 nm; >= 0. */
  readonly thickness: number;
  /** Seen reflectance of what lies below. */
  readonly ground: Reflectance;
};

/** Of a mixture of paints that have surfaces of their own: by volume; undefined when none has one. */
export function blendSurfaces(parts: readonly PaintVolume[]): SurfaceConstants | undefined {
  let [total, k1, k2] = [0, 0, 0];
  for (const { optics, volume } of parts) {
    if (!optics.surface) continue;
    total += volume;
    k1 += volume * optics.surface.k1;
    k2 += volume * optics.surface.k2;
  }
  return total > 0 ? { k1: k1 / total, k2: k2 / total } : undefined;
}

/**
 * Blended optics per unit volume of the mixture.
 *
 * @throws RangeError when nothing was put in, an amount is below zero or not finite, or a paint absorbs or scatters less
 *   than nothing; and where all together scatter nothing, since such a mixture has no colour of its own.
 */
export function blendOptics(parts: readonly PaintVolume[]): OpticalModel {
  const first = parts[0];
  const total = volumeOf(parts);
  if (!first || !isPositive(total) || parts.some((part) => part.volume < 0)) {
    throw new RangeError("A mixture needs at least one finite volume above zero and none below");
  }
  const { grid } = first.optics;
  const absorption = new Array<number>(grid.count).fill(0);
  const scattering = new Array<number>(grid.count).fill(0);
  for (const { optics, volume } of parts) {
    assertSameGrid(grid, optics.grid);
    const share = volume / total;
    for (let band = 0; band < grid.count; band++) {
      const k = num(optics.absorption[band]);
      const s = num(optics.scattering[band]);
      if (!(k >= 0 && s >= 0))
        throw new RangeError(`Absorption and scattering are at least 0, got ${k}, ${s}`);
      absorption[band] = num(absorption[band]) + share * k;
      scattering[band] = num(scattering[band]) + share * s;
    }
  }
  if (!scattering.every(isPositive) || !areFinite(absorption))
    throw new RangeError("A mixture must scatter in every band, and absorb and scatter finitely");
  const surface = blendSurfaces(parts);
  return { grid, absorption, scattering, ...(surface && { surface }) };
}

/**
 * Seen reflectance of a mixture: opaque, or a film over a ground.
 *
 * @param assumed - of paints that have no surface of their own.
 * @throws RangeError as {@link blendOptics} does, and for a film of no possible thickness.
 */
export function mixtureReflectance(
  parts: readonly PaintVolume[],
  assumed: SurfaceConstants,
  film?: Film,
): Reflectance {
  const { grid, absorption, scattering, surface = assumed } = blendOptics(parts);
  if (film) {
    assertSameGrid(grid, film.ground.grid);
    if (!isNotNegative(film.thickness))
      throw new RangeError(`A film is at least 0 thick, got ${film.thickness}`);
  }
  const seenAt = (band: number): number => {
    const k = num(absorption[band]);
    const s = num(scattering[band]);
    if (!film) return seenReflectance(reflectanceFromKOverS(k / s), surface);
    const ground = innerReflectance(num(film.ground.values[band]), surface);
    return seenReflectance(filmReflectance(k, s, film.thickness, ground), surface);
  };
  const values: number[] = [];
  for (let band = 0; band < grid.count; band++) values.push(seenAt(band));
  return { grid, values };
}
