/** Where a paint is most vivid: alone, or with some white. */
import { chromaOf } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import type { BasePart } from "./types";

/** Units of white to one of a paint, both as scaled by strength: where its chroma shows. */
const TINTS = [0, 0.12, 0.25, 0.5, 1, 2, 4, 8, 16] as const;

/** The colour, and the volume of white that it takes. */
export type VividTint = { readonly lab: LabD65; readonly whiteVolume: number };

/**
 * @param white - place of the white. @param strengths - of all tubes, white among them.
 * @param labOf - colour of an opaque mixture of tubes and volumes.
 */
export function mostVividTint(
  parts: readonly BasePart[],
  white: number,
  strengths: readonly number[],
  labOf: (parts: readonly (readonly [tube: number, volume: number])[]) => LabD65,
): VividTint {
  const strength = parts.reduce((sum, { tube, volume }) => sum + volume * (strengths[tube] ?? 1), 0);
  return TINTS.map((units) => {
    const whiteVolume = (units * strength) / (strengths[white] ?? 1);
    const lab = labOf([
      ...parts.map(({ tube, volume }) => [tube, volume] as const),
      ...(units > 0 ? [[white, whiteVolume] as const] : []),
    ]);
    return { lab, whiteVolume };
  }).reduce((best, tint) => (chromaOf(tint.lab) > chromaOf(best.lab) ? tint : best));
}
