/** What the readings of one pile say of the tubes in it, and so of the pile: the one belief that all views share. */
import type { OpticalModel } from "../spectrum/types";
import type { Evidence, MixPart } from "./evidence";
import type { LearningConditions } from "./boxModel";
import { learnTubes } from "./learnTubes";

export type PileBelief = {
  /** Optics of each tube in the light of the evidence, same order. */
  readonly tubes: readonly OpticalModel[];
  /** One standard deviation of the pile's colour, ΔE00: tubes and readings alone. */
  readonly doubtDeltaE2000: number;
};

/**
 * @param parts - what lies in the pile now.
 * @throws RangeError when a piece of evidence has no tubes, no volume, no colour or no uncertainty.
 */
export function believe(
  tubes: readonly OpticalModel[],
  parts: readonly MixPart[],
  evidence: readonly Evidence[],
  conditions: LearningConditions,
): PileBelief {
  const learned = learnTubes(tubes, evidence, conditions);
  return { tubes: learned.tubes, doubtDeltaE2000: learned.doubtOf(parts) };
}
