/**
 * A ready-made green looks artificial. Two cures of one tube each: warmer (its hue goes towards yellow and it keeps its
 * brightness), or duller without warming (its brightness goes and its hue stays).
 */
import { lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import type { SurfaceConstants } from "../mixing/saunderson";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { Corrector } from "./correctors";
import { labAfterAddition, pileModel } from "./pileModel";
import { laidCorrectors, type LaidCorrectorQuery } from "./laidCorrectors";

export type GreenCures = { readonly warmer: Corrector; readonly duller: Corrector };

/** CIELAB hue of what painters call green, degrees, and the chroma from which on one looks artificial. */
const GREEN = { from: 125, to: 205, leastChroma: 18 } as const;
/** How far the hue goes towards yellow, ΔH*, and how much of the chroma the dulling takes. */
const WARMER_BY = 8;
const DULLER_SHARE = 0.3;

export function isVividGreen(lab: LabD65): boolean {
  const [, chroma, hue] = lchFromLab(lab);
  return hue >= GREEN.from && hue <= GREEN.to && chroma >= GREEN.leastChroma;
}

/** Undefined unless both are there, the warmer keeps more chroma than the duller, and the duller turns the hue less. */
export function greenCures(
  query: Omit<LaidCorrectorQuery, "axis" | "change" | "maxTubes" | "mayLighten">,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): GreenCures | undefined {
  const green = labAfterAddition(pileModel(query, view, surface), 1)([]);
  if (!isVividGreen(green)) return undefined;
  const [, chroma] = lchFromLab(green);
  // Yellow lies at a smaller hue angle than green.
  const asked = { ...query, maxTubes: 1, mayLighten: false } as const;
  const warm = laidCorrectors({ ...asked, axis: "hue", change: -WARMER_BY }, view, surface).ways;
  const dull = laidCorrectors(
    { ...asked, axis: "chroma", change: -DULLER_SHARE * chroma },
    view,
    surface,
  ).ways;
  const chromaOf = ({ predicted }: Corrector): number => lchFromLab(predicted)[1];
  const [warmer] = [...warm].sort((one, other) => chromaOf(other) - chromaOf(one));
  const [duller] = [...dull].sort(
    (one, other) => Math.abs(one.hueTurnDegrees) - Math.abs(other.hueTurnDegrees),
  );
  if (!warmer || !duller) return undefined;
  const isTrue =
    chromaOf(warmer) > chromaOf(duller) &&
    Math.abs(duller.hueTurnDegrees) < Math.abs(warmer.hueTurnDegrees) &&
    warmer.hueTurnDegrees < 0;
  return isTrue ? { warmer, duller } : undefined;
}
