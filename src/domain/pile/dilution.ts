/** When an amount is too small for the hand: what to thin that tube with first. */
import { dosingOf } from "../../core/amounts/dosing";
import { preDiluted } from "../../core/amounts/preDilution";
import type { LabD65 } from "../../core/color/types";
import { MixtureEvaluator } from "../../core/mixing/mixtureEvaluator";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import type { Dose } from "./pile";
import type { Settings } from "../settings/settings";
import type { Tube } from "../tube/tube";
import { opticsOfTube } from "../tube/optics";

/** A tube that is too strong to dose as it is, and what to thin it with first. */
export type RecipeDilution = {
  readonly tubeId: string;
  readonly carrierId: string;
  readonly carrierParts: number;
  /** Parts of the weaker mixture. */
  readonly dose: number;
};

/** @param amounts - exact ones; those that are rounded to the hand are never too small. */
export function dilutionsOf(
  amounts: readonly Dose[],
  target: LabD65,
  tubeById: ReadonlyMap<string, Tube>,
  sizes: Settings["sizes"],
): readonly RecipeDilution[] {
  const { speckParts } = sizes;
  if (amounts.every(({ parts }) => parts >= speckParts)) return [];
  const optics = amounts.flatMap(({ tubeId }) => {
    const tube = tubeById.get(tubeId);
    return (tube && opticsOfTube(tube)) ?? [];
  });
  if (optics.length < amounts.length) return [];
  const diluted = preDiluted(
    new MixtureEvaluator(optics, VIEWING.D65, PAINT_SURFACE),
    amounts.map((_, place) => place),
    amounts.map(({ parts }) => parts),
    target,
    dosingOf({ unit: "parts", sizes }),
  );
  return (diluted?.dilutions ?? []).map(({ tube, carrier, ...rest }) => ({
    ...rest,
    tubeId: amounts[tube]?.tubeId ?? "",
    carrierId: amounts[carrier]?.tubeId ?? "",
  }));
}
