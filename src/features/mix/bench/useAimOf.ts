"use client";

import { useMemo } from "react";
import type { LabD65 } from "../../../core/color/types";
import { toleranceOf } from "../../../domain/match/purpose";
import { type Drying, kindOfMixture } from "../../../domain/mixture/drying";
import type { Note } from "../../../domain/note/note";
import type { Dose } from "../../../domain/pile/pile";
import type { Tube } from "../../../domain/tube/tube";
import { useDryingOfKind } from "../../../kit/paint/useToDry";
import type { Aim, Paint } from "./contexts";
import type { TargetOfNote } from "./useTargetOf";

export type DryingHere = Pick<Paint, "drying" | "wetOf" | "toDry">;

/** @param contents - what lies in the pile, or would: its medium and grade say how it moves while it dries. */
export function useDryingHere(contents: readonly Dose[], tubeById: ReadonlyMap<string, Tube>): DryingHere {
  const dryingOfKind = useDryingOfKind();
  const { medium, grade } = kindOfMixture(contents, tubeById) ?? {};
  return useMemo(
    () => dryingHere(medium && grade && dryingOfKind({ medium, grade })),
    [dryingOfKind, medium, grade],
  );
}

function dryingHere(drying: Drying | undefined): DryingHere {
  return {
    drying,
    wetOf: (dry: LabD65): LabD65 => (drying ? drying.toWet(dry) : dry),
    toDry: (wet: LabD65): LabD65 => (drying ? drying.toDry(wet) : wet),
  };
}

export function useAimOf(
  note: Note,
  { target, wetAim, shift, intoWet }: TargetOfNote,
  { wetOf }: DryingHere,
): Aim {
  return useMemo(
    () => ({ note, target, aim: wetAim ?? wetOf(target), shift, intoWet, tolerance: toleranceOf(note) }),
    [note, target, wetAim, shift, intoWet, wetOf],
  );
}
