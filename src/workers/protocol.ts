/** What the solver worker understands: plain data both ways, so that it survives cloning. */
import type { DosingChoice } from "../core/amounts/dosing";
import type { PaletteTable } from "../core/picture/paletteTable";
import type { PaletteAnswer } from "../core/recipe/palette";
import type { RecipeQuery } from "../core/recipe/types";

export type SolverTube = {
  readonly modelId: string;
};

export type RecipeRequest = {
  readonly tubes: readonly SolverTube[];
  readonly query: RecipeQuery;
  readonly dosing: DosingChoice;
};

export type SolverApi = {
  searchRecipes: (request: RecipeRequest) => PaletteAnswer;
  /** Takes seconds; tells the share that is done. */
  paletteTable: (
    tubes: readonly SolverTube[],
    size: number,
    onProgress: (share: number) => void,
  ) => PaletteTable;
};

/** Why an answer does not come. */
export type SolverFailure =
  /** Another question took its place; nothing needs to be said. */
  | { readonly code: "stale" }
  /** The worker died and has been started again; asking once more is worth it. */
  | { readonly code: "worker-lost"; readonly detail: string }
  /** The question itself cannot be answered. */
  | { readonly code: "refused"; readonly detail: string };
