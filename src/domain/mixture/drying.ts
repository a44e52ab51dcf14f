/** How a pile of these tubes moves while it dries, with what the painter's own pairs have taught. */
import type { LabD65 } from "../../core/color/types";
import {
  type DryingModel,
  dryFromWet,
  dryingModel,
  type Grade,
  type Medium,
  wetFromDry,
} from "../../core/drying/dryingShift";
import type { Dose } from "../pile/pile";
import type { Tube } from "../tube/tube";
import { isWater } from "../tube/water";
import { labFromStored, type StoredColor } from "../reading/storedColor";

/** The same paint read both wet and dry: of a pile, or of a film on a scrap. */
export type WetAndDry = {
  readonly contents: readonly Dose[];
  readonly wet: StoredColor;
  readonly dry: StoredColor;
};

export type PaintKind = { readonly medium: Medium; readonly grade: Grade };

/** The medium and grade of which most lies in a mixture; undefined for none. */
export function kindOfMixture(
  contents: readonly { readonly tubeId: string; readonly parts: number }[],
  tubeById: ReadonlyMap<string, Tube>,
): PaintKind | undefined {
  const volumes = new Map<string, { readonly kind: PaintKind; readonly parts: number }>();
  for (const { tubeId, parts } of contents.filter((part) => !isWater(part))) {
    const tube = tubeById.get(tubeId);
    if (!tube) continue;
    const { medium, grade } = tube;
    const key = `${medium} ${grade}`;
    volumes.set(key, { kind: { medium, grade }, parts: parts + (volumes.get(key)?.parts ?? 0) });
  }
  return [...volumes.values()].sort((one, other) => other.parts - one.parts)[0]?.kind;
}

export type Drying = {
  readonly kind: PaintKind;
  readonly model: DryingModel;
  readonly toDry: (wet: LabD65) => LabD65;
  readonly toWet: (dry: LabD65) => LabD65;
};

/** From all paint that was read wet and dry, that of the same medium and grade. */
export function dryingOf(
  kind: PaintKind,
  pairs: readonly WetAndDry[],
  tubeById: ReadonlyMap<string, Tube>,
): Drying {
  const own = pairs.filter(({ contents }) => {
    const other = kindOfMixture(contents, tubeById);
    return other?.medium === kind.medium && other.grade === kind.grade;
  });
  const model = dryingModel(
    kind.medium,
    kind.grade,
    own.map(({ wet, dry }) => ({
      wet: labFromStored(wet),
      dry: labFromStored(dry),
      uncertainty: Math.hypot(wet.uncertaintyDeltaE2000, dry.uncertaintyDeltaE2000),
    })),
  );
  return {
    kind,
    model,
    toDry: (wet) => dryFromWet(wet, model),
    toWet: (dry) => wetFromDry(dry, model),
  };
}
