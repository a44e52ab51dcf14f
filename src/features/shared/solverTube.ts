/** A stored tube as the workers take it. */
import type { Tube } from "../../persistence/schema";
import type { SolverTube } from "../../workers/protocol";
import { isBlackTube, opticsOfTube } from "./paint";

/** Changes when what is believed of the tube does; its label does not matter. */
export function keyOfTube({ id, optics }: Tube): string {
  return `${id}:${optics.modelIds.join("+")}:${optics.calibrations.at(-1)?.at ?? 0}`;
}

export function solverTubeOf(tube: Tube): SolverTube | undefined {
  const optics = opticsOfTube(tube);
  return (
    optics && {
      absorption: Array.from(optics.absorption),
      scattering: Array.from(optics.scattering),
      isBlack: isBlackTube(tube),
    }
  );
}
