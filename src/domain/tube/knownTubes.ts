/** Tubes whose optics are known, side by side with what the worker takes. */
import type { Tube } from "./tube";
import { keyOfTube, type SolverTube, solverTubeOf } from "./solverTube";

export type KnownTubes = {
  readonly tubes: readonly Tube[];
  readonly solverTubes: readonly SolverTube[];
  /** Changes when what is believed of them does. */
  readonly key: string;
};

export function knownTubes(tubes: readonly Tube[]): KnownTubes {
  const known = tubes.flatMap((tube) => {
    const solverTube = solverTubeOf(tube);
    return solverTube ? [{ tube, solverTube }] : [];
  });
  return {
    tubes: known.map(({ tube }) => tube),
    solverTubes: known.map(({ solverTube }) => solverTube),
    key: known.map(({ tube }) => keyOfTube(tube)).join(","),
  };
}
