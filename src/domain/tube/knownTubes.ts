/** Tubes whose optics are known, side by side with what the worker takes. */
import type { Lightener, Lightening } from "../palette/medium";
import { isWhiteTube } from "./kinds";
import { keyOfTube, type SolverTube, solverTubeOf } from "./solverTube";
import type { Tube } from "./tube";

export type KnownTubes = {
  /** Where water lightens, those that are not white. */
  readonly tubes: readonly Tube[];
  readonly solverTubes: readonly SolverTube[];
  /** What makes their mixtures lighter. */
  readonly lightener: Lightener;
  /** The same with the paper below, as a worker is told it. */
  readonly lightening: Lightening;
  /** Changes when what is believed of them does. */
  readonly key: string;
};

export function knownTubes(tubes: readonly Tube[], lightening: Lightening): KnownTubes {
  const lightener = lightening === "white" ? "white" : "water";
  const known = tubes.flatMap((tube) => {
    const solverTube = solverTubeOf(tube);
    const isUsed = lightener === "white" || !isWhiteTube(tube);
    return solverTube && isUsed ? [{ tube, solverTube }] : [];
  });
  return {
    tubes: known.map(({ tube }) => tube),
    solverTubes: known.map(({ solverTube }) => solverTube),
    lightener,
    lightening,
    key: [JSON.stringify(lightening), ...known.map(({ tube }) => keyOfTube(tube))].join(","),
  };
}
