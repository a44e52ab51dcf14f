/** A stored tube as the workers take it. */
import type { SurfaceConstants } from "../../core/mixing/saunderson";
import type { Tube } from "./tube";
import { GRID_10NM, type OpticalModel } from "../../core/spectrum/types";
import { isBlackTube } from "./kinds";
import { opticsOfTube, shineOf } from "./optics";

/** K and S per band of {@link GRID_10NM}: plain data, so that it survives cloning. */
export type SolverTube = {
  readonly absorption: readonly number[];
  readonly scattering: readonly number[];
  readonly surface?: SurfaceConstants | undefined;
  readonly isBlack: boolean;
};

/** Throws a RangeError when bands are missing. */
export function opticsOf({ absorption, scattering, surface }: SolverTube): OpticalModel {
  if (absorption.length !== GRID_10NM.count || scattering.length !== GRID_10NM.count)
    throw new RangeError(`A tube needs ${GRID_10NM.count} bands of K and of S`);
  return { grid: GRID_10NM, absorption, scattering, ...(surface && { surface }) };
}

/** Changes when what is believed of the tube does; its label does not matter. */
export function keyOfTube(tube: Tube): string {
  const { id, optics } = tube;
  return `${id}:${optics.modelIds.join("+")}:${optics.calibrations.at(-1)?.at ?? 0}:${shineOf(tube) ?? ""}`;
}

export function solverTubeOf(tube: Tube): SolverTube | undefined {
  const optics = opticsOfTube(tube);
  return (
    optics && {
      absorption: Array.from(optics.absorption),
      scattering: Array.from(optics.scattering),
      ...(optics.surface && { surface: optics.surface }),
      isBlack: isBlackTube(tube),
    }
  );
}
