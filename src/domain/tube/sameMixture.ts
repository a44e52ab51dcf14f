/** What is known of a colour when a mixture of known tubes looks the same. */
import type { LabD65 } from "../../core/color/types";
import { labOfAdditions } from "../mixture/color";
import { GENERIC_UNCERTAINTY } from "../reading/uncertainty";
import { meanStrength } from "../../core/mixing/strength";
import { opticsOfTube } from "./optics";
import type { Tube } from "./tube";

/** Side by side an eye lets about this pass as the same, ΔE00. */
const LOOKS_SAME = 1;

/**
 * The mixture's colour, and one standard deviation of it, ΔE00: what is not known of its tubes, each by what it gives to
 * the colour, and what an eye lets pass as the same. Undefined of nothing, or of unknown paint.
 */
export function sameMixture(
  parts: readonly { readonly tube: Tube; readonly parts: number }[],
): { readonly lab: LabD65; readonly uncertaintyDeltaE2000: number } | undefined {
  const laid = parts.filter((part) => part.parts > 0);
  const lab = labOfAdditions(
    laid.map(({ tube, parts: volume }) => ({ tubeId: tube.id, parts: volume })),
    new Map(laid.map(({ tube }) => [tube.id, tube])),
  );
  if (!lab || laid.length === 0) return undefined;
  let [whole, doubt] = [0, 0];
  for (const { tube, parts: volume } of laid) {
    const optics = opticsOfTube(tube);
    const strength = optics ? volume * meanStrength(optics) : 0;
    whole += strength;
    doubt += strength * (tube.optics.calibrations.at(-1)?.spreadAfter ?? GENERIC_UNCERTAINTY);
  }
  return whole > 0 ? { lab, uncertaintyDeltaE2000: Math.hypot(doubt / whole, LOOKS_SAME) } : undefined;
}
