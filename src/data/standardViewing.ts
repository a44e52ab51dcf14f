/** The viewing conditions of the shipped tables: CIE 1931 2° observer under five lights. */
import type { LightName } from "../core/color/types";
import { type ObserverTable, type ViewingWeights, viewingWeights } from "../core/spectrum/colorimetry";
import { GRID_10NM } from "../core/spectrum/types";
import { A, D50, D65, F2, F11, X_BAR, Y_BAR, Z_BAR } from "./cie1931.generated";

export const OBSERVER_CIE_1931_2DEG: ObserverTable = {
  grid: GRID_10NM,
  xBar: X_BAR,
  yBar: Y_BAR,
  zBar: Z_BAR,
};

export const VIEWING: { readonly [L in LightName]: ViewingWeights<L> } = {
  D65: viewingWeights("D65", OBSERVER_CIE_1931_2DEG, D65),
  D50: viewingWeights("D50", OBSERVER_CIE_1931_2DEG, D50),
  A: viewingWeights("A", OBSERVER_CIE_1931_2DEG, A),
  F2: viewingWeights("F2", OBSERVER_CIE_1931_2DEG, F2),
  F11: viewingWeights("F11", OBSERVER_CIE_1931_2DEG, F11),
};
