/** What lies in a mixture and what may be added to it, as the worker takes it. */
import type { Tube } from "../tube/tube";
import { type SolverTube, solverTubeOf } from "../tube/solverTube";

/** Volumes of tubes, by their place among them. */
export type MixtureRequest = {
  readonly tubes: readonly SolverTube[];
  readonly parts: readonly { readonly tube: number; readonly volume: number }[];
};

export type AskedMixture = {
  /** Tubes in the order of the request's places. */
  readonly tubes: readonly Tube[];
  readonly request: MixtureRequest;
};

/** Undefined while the paint of any tube in the mixture is not known, or nothing lies in it. */
export function mixtureRequest(
  contents: readonly { readonly tubeId: string; readonly parts: number }[],
  others: readonly Tube[],
  tubeById: ReadonlyMap<string, Tube>,
): AskedMixture | undefined {
  const ids = [...new Set([...others.map(({ id }) => id), ...contents.map(({ tubeId }) => tubeId)])];
  const known = ids.flatMap((id) => {
    const tube = tubeById.get(id);
    const solverTube = tube && solverTubeOf(tube);
    return tube && solverTube ? [{ tube, solverTube }] : [];
  });
  const parts = contents.map(({ tubeId, parts: volume }) => ({
    tube: known.findIndex(({ tube }) => tube.id === tubeId),
    volume,
  }));
  if (parts.length === 0 || parts.some(({ tube }) => tube < 0)) return undefined;
  return {
    tubes: known.map(({ tube }) => tube),
    request: { tubes: known.map(({ solverTube }) => solverTube), parts },
  };
}
