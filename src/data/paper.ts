/** Paper that transparent paint is laid on, and how thick a layer without water dries. */
import { GRID_10NM, type Reflectance } from "../core/spectrum/types";

/** A good white paper, alike at all wavelengths: L* about 94. */
export const PAPER: Reflectance = {
  grid: GRID_10NM,
  values: Array.from({ length: GRID_10NM.count }, () => 0.86),
};

/** Dry thickness of one layer of paint as it comes from the tube, 1 where titanium white has S·X = 1 at 550 nm. */
export const UNDILUTED_THICKNESS = 2;
