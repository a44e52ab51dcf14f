/** What the solver worker understands: plain data both ways, so that it survives cloning. */
import type { DosingChoice } from "../core/amounts/dosing";
import type { NextAddition, PileQuery } from "../core/correct/nextAddition";
import { GRID_10NM, type OpticalModel } from "../core/spectrum/types";
import type { PaletteTable } from "../core/picture/paletteTable";
import type { PaletteAnswer } from "../core/recipe/palette";
import type { TubeCalibration, TubeReading } from "../core/tube/calibrateTube";
import type { LearnedBox, LearningTube, PileEvidence } from "../core/tube/learnBox";
import type { RecipeQuery } from "../core/recipe/types";

/** K and S per band of {@link GRID_10NM}; worked out by whoever knows the tube. */
export type SolverTube = {
  readonly absorption: readonly number[];
  readonly scattering: readonly number[];
  readonly isBlack: boolean;
};

/** Throws a RangeError when bands are missing. */
export function opticsOf({ absorption, scattering }: SolverTube): OpticalModel {
  if (absorption.length !== GRID_10NM.count || scattering.length !== GRID_10NM.count)
    throw new RangeError(`A tube needs ${GRID_10NM.count} bands of K and of S`);
  return { grid: GRID_10NM, absorption, scattering };
}

export type RecipeRequest = {
  readonly tubes: readonly SolverTube[];
  readonly query: RecipeQuery;
  readonly dosing: DosingChoice;
};

export type SolverApi = {
  searchRecipes: (request: RecipeRequest) => PaletteAnswer;
  /** Fits a tube to readings of it alone and in white. Throws, in words, when a reading cannot be true. */
  calibrateTube: (tube: SolverTube, readings: readonly TubeReading[]) => TubeCalibration;
  /** Fits all tubes to recorded piles and their tests; seconds for a hundred piles. */
  learnBox: (tubes: readonly LearningTube[], piles: readonly PileEvidence[]) => LearnedBox;
  /** The next addition to a pile, with alternatives and what each way costs. */
  nextAddition: (request: AdditionRequest) => NextAddition;
  /** Takes seconds; tells the share that is done. */
  paletteTable: (
    tubes: readonly SolverTube[],
    size: number,
    onProgress: (share: number) => void,
  ) => PaletteTable;
};

/** What lies in a pile, how it was read, and what may be added to it. */
export type AdditionRequest = Omit<PileQuery, "tubes"> & { readonly tubes: readonly SolverTube[] };

/** Why an answer does not come. */
export type SolverFailure =
  /** Another question took its place; nothing needs to be said. */
  | { readonly code: "stale" }
  /** The worker died and has been started again; asking once more is worth it. */
  | { readonly code: "worker-lost"; readonly detail: string }
  /** The question itself cannot be answered. */
  | { readonly code: "refused"; readonly detail: string };
