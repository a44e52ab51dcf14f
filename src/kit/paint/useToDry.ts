"use client";

/** How wet paint of any contents dries, by what this box has taught. */
import { useCallback } from "react";
import type { LabD65 } from "../../core/color/types";
import { type Drying, dryingOf, kindOfMixture, type PaintKind } from "../../domain/mixture/drying";
import type { Dose } from "../../domain/pile/pile";
import { readWetAndDry } from "../store/calls";
import { useShared } from "../store/useShared";
import { useSettings, useStudio } from "../studio/useStudio";

const NONE: readonly never[] = [];

/** Undefined where aims are not moved. */
export function useDryingOfKind(): (kind: PaintKind) => Drying | undefined {
  const tubeById = useStudio((studio) => studio.tubeById);
  const { allowsForDrying } = useSettings();
  const pairs = useShared(readWetAndDry) ?? NONE;
  return useCallback(
    (kind) => (allowsForDrying ? dryingOf(kind, pairs, tubeById) : undefined),
    [allowsForDrying, pairs, tubeById],
  );
}

/** Undefined for paint of no known kind, and where aims are not moved. */
export function useDryingOf(): (contents: readonly Dose[]) => Drying | undefined {
  const tubeById = useStudio((studio) => studio.tubeById);
  const dryingOfKind = useDryingOfKind();
  return useCallback(
    (contents) => {
      const kind = kindOfMixture(contents, tubeById);
      return kind && dryingOfKind(kind);
    },
    [dryingOfKind, tubeById],
  );
}

/** The colour that a wet one of these contents dries to. */
export function useToDry(): (wet: LabD65, laid: readonly Dose[]) => LabD65 {
  const dryingOfContents = useDryingOf();
  return useCallback((wet, laid) => dryingOfContents(laid)?.toDry(wet) ?? wet, [dryingOfContents]);
}
