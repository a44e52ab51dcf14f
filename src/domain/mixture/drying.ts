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
import type { Pile } from "../pile/pile";
import type { Reading } from "../reading/reading";
import type { Tube } from "../tube/tube";
import { contentsOf } from "../pile/contents";
import { isWater } from "../tube/water";
import { labFromStored } from "../reading/storedColor";

/** A pile that was read both wet and dry. */
export type WetAndDry = { readonly pile: Pile; readonly wet: Reading; readonly dry: Reading };

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

/** From all piles that were read wet and dry, those of the same medium and grade. */
export function dryingOf(
  kind: PaintKind,
  pairs: readonly WetAndDry[],
  tubeById: ReadonlyMap<string, Tube>,
): Drying {
  const own = pairs.filter(({ pile }) => {
    const other = kindOfMixture(contentsOf(pile), tubeById);
    return other?.medium === kind.medium && other.grade === kind.grade;
  });
  const model = dryingModel(
    kind.medium,
    kind.grade,
    own.map(({ wet, dry }) => ({
      wet: labFromStored(wet.color),
      dry: labFromStored(dry.color),
      uncertainty: Math.hypot(wet.color.uncertaintyDeltaE2000, dry.color.uncertaintyDeltaE2000),
    })),
  );
  return {
    kind,
    model,
    toDry: (wet) => dryFromWet(wet, model),
    toWet: (dry) => wetFromDry(dry, model),
  };
}
