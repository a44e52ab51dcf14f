/** What lies in a mixture and what may be added to it, as the worker takes it. */
import type { Lightener } from "../palette/medium";
import { volumeOf } from "../pile/contents";
import type { Dose } from "../pile/pile";
import { askedPaper, isWater } from "../tube/water";
import type { Tube } from "../tube/tube";
import { type SolverTube, solverTubeOf } from "../tube/solverTube";

/** Volumes of tubes, by their place among them. */
export type MixtureRequest = {
  readonly tubes: readonly SolverTube[];
  readonly parts: readonly { readonly tube: number; readonly volume: number }[];
  /** Volume of water in it, >= 0: a wash over paper. Opaque paint when it is left out. */
  readonly water?: number;
  /** What a wash lies on, as it is seen, per band; white paper when it is left out. */
  readonly paper?: readonly number[] | undefined;
};

export type AskedMixture = {
  /** Tubes in the order of the request's places. */
  readonly tubes: readonly Tube[];
  readonly request: MixtureRequest;
};

/**
 * Undefined while the paint of any tube in the mixture is not known, or nothing lies in it.
 *
 * @param lightener - of the palette: with water, paint that has none yet is a wash too.
 */
export function mixtureRequest(
  contents: readonly Dose[],
  others: readonly Tube[],
  tubeById: ReadonlyMap<string, Tube>,
  lightener: Lightener = "white",
): AskedMixture | undefined {
  const paints = contents.filter((dose) => !isWater(dose));
  const water = volumeOf(contents) - volumeOf(paints);
  const ids = [...new Set([...others.map(({ id }) => id), ...paints.map(({ tubeId }) => tubeId)])];
  const known = ids.flatMap((id) => {
    const tube = tubeById.get(id);
    const solverTube = tube && solverTubeOf(tube);
    return tube && solverTube ? [{ tube, solverTube }] : [];
  });
  const parts = paints.map(({ tubeId, parts: volume }) => ({
    tube: known.findIndex(({ tube }) => tube.id === tubeId),
    volume,
  }));
  if (parts.length === 0 || parts.some(({ tube }) => tube < 0)) return undefined;
  return {
    tubes: known.map(({ tube }) => tube),
    request: {
      tubes: known.map(({ solverTube }) => solverTube),
      parts,
      ...((water > 0 || lightener === "water") && { water, paper: askedPaper(tubeById) }),
    },
  };
}
