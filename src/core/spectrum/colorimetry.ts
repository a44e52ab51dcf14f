/**
 * Spectrum to XYZ under a light.
 *
 *   X = k Σ x̄(λ) E(λ) R(λ),  k = 1 / Σ ȳ(λ) E(λ);  likewise Y and Z
 *
 * White is the same sums over the perfect diffuser (R = 1), so that it is exactly neutral in CIELAB.
 * Sums run over the tables' 36 bands; the tails below 380 and above 730 nm are left out, which moves
 * CIELAB of paints by less than 0.1.
 *
 * Source: CIE 15:2018, section 7.
 */
import { labFromXyz } from "../color/cieLab";
import { type Lab, type LightName, type Xyz, xyzUnder } from "../color/types";
import { num, zeros } from "../numbers";
import { assertSameGrid, type NumberRow, type Reflectance, type WavelengthGrid } from "./types";

export type ObserverTable = {
  readonly grid: WavelengthGrid;
  readonly xBar: NumberRow;
  readonly yBar: NumberRow;
  readonly zBar: NumberRow;
};

/** Observer and light multiplied and normalised: Y of the perfect diffuser is 1. */
export type ViewingWeights<L extends LightName = LightName> = {
  readonly light: L;
  readonly grid: WavelengthGrid;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly z: Float64Array;
  readonly white: Xyz<L>;
};

/** @throws RangeError when the spectra do not share a grid. */
export function viewingWeights<L extends LightName>(
  light: L,
  observer: ObserverTable,
  illuminantPower: NumberRow,
): ViewingWeights<L> {
  const { count } = observer.grid;
  if (illuminantPower.length !== count) {
    throw new RangeError(`Illuminant has ${illuminantPower.length} bands, observer ${count}`);
  }
  const x = zeros(count);
  const y = zeros(count);
  const z = zeros(count);
  let ySum = 0;
  for (let band = 0; band < count; band++) ySum += at(observer.yBar, band) * at(illuminantPower, band);
  let xWhite = 0;
  let zWhite = 0;
  for (let band = 0; band < count; band++) {
    const power = at(illuminantPower, band) / ySum;
    x[band] = at(observer.xBar, band) * power;
    y[band] = at(observer.yBar, band) * power;
    z[band] = at(observer.zBar, band) * power;
    xWhite += at(x, band);
    zWhite += at(z, band);
  }
  return { light, grid: observer.grid, x, y, z, white: xyzUnder<L>(xWhite, 1, zWhite) };
}

/** @throws RangeError when the spectrum is on another grid. */
export function xyzFromReflectance<L extends LightName>(
  reflectance: Reflectance,
  view: ViewingWeights<L>,
): Xyz<L> {
  assertSameGrid(reflectance.grid, view.grid);
  let x = 0;
  let y = 0;
  let z = 0;
  for (let band = 0; band < view.grid.count; band++) {
    const r = at(reflectance.values, band);
    x += at(view.x, band) * r;
    y += at(view.y, band) * r;
    z += at(view.z, band) * r;
  }
  return xyzUnder<L>(x, y, z);
}

export function labFromReflectance<L extends LightName>(
  reflectance: Reflectance,
  view: ViewingWeights<L>,
): Lab<L> {
  return labFromXyz(xyzFromReflectance(reflectance, view), view.white);
}

/** A missing band is NaN, which then shows in every result instead of passing as black. */
function at(row: NumberRow, index: number): number {
  return num(row[index]);
}
