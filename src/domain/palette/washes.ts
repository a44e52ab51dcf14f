/** What a worker takes washes to run over. */
import type { Wash } from "../../core/mixing/washMixer";
import type { Reflectance } from "../../core/spectrum/types";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import type { Lightening } from "./medium";

/** What is asked for, or white paper. */
export function paperOf(asked: readonly number[] | undefined): Reflectance {
  return asked ? { grid: PAPER.grid, values: asked } : PAPER;
}

export function washOver(asked: readonly number[] | undefined): Wash {
  return { paper: paperOf(asked), undilutedThickness: UNDILUTED_THICKNESS };
}

/** Undefined where white lightens. Where water does, it stands after the last tube. */
export function washOf(lightening: Lightening): Wash | undefined {
  if (lightening === "white") return undefined;
  return washOver(lightening === "water" ? undefined : lightening.paper);
}
