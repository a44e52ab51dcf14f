/** Wavelength grids and the spectra that live on them. */
import type { SurfaceConstants } from "../mixing/saunderson";

export type WavelengthGrid = { readonly startNm: number; readonly stepNm: number; readonly count: number };

/** 380 to 730 nm in 36 bands of 10 nm: the grid of all tables that ship. */
export const GRID_10NM: WavelengthGrid = { startNm: 380, stepNm: 10, count: 36 };

/** A read-only row of numbers; typed and plain arrays both fit, and neither can be written through it. */
export type NumberRow = { readonly length: number; readonly [index: number]: number };

/** Reflectance factors on a grid, each [0, 1]. */
export type Reflectance = { readonly grid: WavelengthGrid; readonly values: NumberRow };

/** Absorption and scattering of a paint per unit volume, relative to titanium white's S(550 nm) = 1. */
export type OpticalModel = {
  readonly grid: WavelengthGrid;
  /** K(λ), each > 0. */
  readonly absorption: NumberRow;
  /** S(λ), each > 0. */
  readonly scattering: NumberRow;
  /**
   * Of a film of this paint, where that was learned with K and S: they hold under this surface only. Without it the
   * paint has the surface of what it is mixed with.
   */
  readonly surface?: SurfaceConstants;
};

export function wavelengthNm(grid: WavelengthGrid, band: number): number {
  return grid.startNm + band * grid.stepNm;
}

export function isSameGrid(a: WavelengthGrid, b: WavelengthGrid): boolean {
  return a.startNm === b.startNm && a.stepNm === b.stepNm && a.count === b.count;
}

/**
 * Refuses to compare spectra of different grids: resampling is a decision, never implied.
 *
 * @throws RangeError when the grids differ.
 */
export function assertSameGrid(a: WavelengthGrid, b: WavelengthGrid): void {
  if (!isSameGrid(a, b)) {
    throw new RangeError(
      `Spectra must share a grid: ${a.startNm} nm by ${a.stepNm} × ${a.count} against ${b.startNm} nm by ${b.stepNm} × ${b.count}`,
    );
  }
}
