import { deltaE2000 } from "../../../core/color/ciede2000";
import type { LabD65 } from "../../../core/color/types";
import type { Aim, Paint } from "./contexts";

/**
 * How far a colour that is shown wet will be from its target when both are dry, ΔE00: the figure that recipes, additions
 * and records go by, so that all of the bench says one.
 */
export function missWhenDry(
  { target }: Pick<Aim, "target">,
  { toDry }: Pick<Paint, "toDry">,
  wet: LabD65,
): number {
  return deltaE2000(target, toDry(wet));
}
