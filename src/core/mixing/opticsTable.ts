import { isNotNegative, isPositive, num, zeros } from "../numbers";
import { assertSameGrid, type OpticalModel, type WavelengthGrid } from "../spectrum/types";

/** K and S of all tubes one after the other: [tube · bands + band]. */
export type OpticsTable = { readonly k: Float64Array; readonly s: Float64Array };

/** @throws RangeError for another grid, and unless every K is finite and >= 0, every S finite and > 0. */
export function opticsTable(tubes: readonly OpticalModel[], grid: WavelengthGrid): OpticsTable {
  const k = zeros(tubes.length * grid.count);
  const s = zeros(tubes.length * grid.count);
  tubes.forEach((tube, index) => {
    assertSameGrid(tube.grid, grid);
    for (let band = 0; band < grid.count; band++) {
      k[index * grid.count + band] = num(tube.absorption[band]);
      s[index * grid.count + band] = num(tube.scattering[band]);
    }
  });
  if (!k.every(isNotNegative) || !s.every(isPositive))
    throw new RangeError("Every K must be finite and >= 0, every S finite and > 0");
  return { k, s };
}
