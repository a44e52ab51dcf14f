/** What is asked of the next addition. */
import type { DosingChoice } from "../amounts/dosing";
import type { HandScatter } from "../amounts/handScatter";
import type { DeltaE2000Factors } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import type { Evidence, MixPart } from "../learning/evidence";
import type { AxisLimits } from "../recipe/solverLimits";
import { areFinite, isNotNegative, isPositive } from "../numbers";
import type { OpticalModel } from "../spectrum/types";

export type PileQuery = {
  /** The box; parts name tubes by their place in it. */
  readonly tubes: readonly OpticalModel[];
  /** Tubes that may be added; others in the pile are only remembered. */
  readonly allowed: readonly number[];
  /** What lies in the pile. */
  readonly parts: readonly MixPart[];
  /** Volume that the pile is meant to have in the end, as before it was scraped back; what lies there if left out. */
  readonly meantVolume?: number;
  /** Readings of this pile, at earlier states or now, and of anything else that was mixed from these tubes. */
  readonly evidence: readonly Evidence[];
  readonly target: LabD65;
  /** Within this ΔE00 the pile is left alone. */
  readonly toleranceDeltaE2000: number;
  /** Largest relative error of the strength of a tube of which little is known, [0, 1); what was learned narrows it. */
  readonly strengthError: number;
  /** How the hand doses, in the unit of the volumes; a usual one if left out. */
  readonly hand?: HandScatter;
  readonly maxTubes: number;
  /** What the hand can lay down, in the unit of the volumes; as exact as it comes if left out. */
  readonly dosing?: DosingChoice;
  /** Largest misses on each axis: within them the pile is left alone, whatever the ΔE00. */
  readonly axes?: AxisLimits;
  /** How strictly each axis is judged. */
  readonly factors?: DeltaE2000Factors;
  /** A pile is left alone only while √(miss² + 2 trace of its covariance) is within this ΔE00. */
  readonly sureWithin?: number;
};

/** @throws RangeError for a target that is no colour, for no paint at all, and for tubes that are not in the box. */
export function assertPile({
  target,
  parts,
  tubes,
  allowed,
  meantVolume = 0,
}: Pick<PileQuery, "target" | "parts" | "tubes" | "allowed" | "meantVolume">): void {
  if (!areFinite(target)) throw new RangeError("The target needs three finite numbers");
  if (parts.length === 0 || !parts.every(({ volume }) => isPositive(volume)) || !isNotNegative(meantVolume))
    throw new RangeError("A pile needs at least one part; volumes are finite and above zero");
  if (![...parts.map(({ tube }) => tube), ...allowed].every((tube) => tube in tubes))
    throw new RangeError("The pile or the palette names a tube that is not in the box");
}
