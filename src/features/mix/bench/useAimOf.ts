"use client";

import { useLiveQuery } from "dexie-react-hooks";
import { useMemo } from "react";
import type { LabD65 } from "../../../core/color/types";
import { toleranceOf } from "../../../domain/match/purpose";
import { dryingOf, kindOfMixture } from "../../../domain/mixture/drying";
import type { Note } from "../../../domain/note/note";
import type { Dose } from "../../../domain/pile/pile";
import { useDb, useSettings, useStudio } from "../../../kit/studio/useStudio";
import { readWetAndDry } from "../../../persistence/pileReads";
import type { Aim, Paint } from "./contexts";
import type { TargetOfNote } from "./useTargetOf";

const NONE: readonly never[] = [];

/** @param contents - what lies in the pile, or would: its medium and grade say how it moves while it dries. */
export function useAimOf(
  note: Note,
  { target, wetAim, shift }: TargetOfNote,
  contents: readonly Dose[],
  { tubeById }: Pick<Paint, "tubeById">,
): Aim {
  const db = useDb();
  const tubes = useStudio((studio) => studio.tubeById);
  const { allowsForDrying } = useSettings();
  const pairs = useLiveQuery(() => readWetAndDry(db), [db]) ?? NONE;
  const { medium, grade } = kindOfMixture(contents, tubeById) ?? {};
  const drying = useMemo(
    () => (allowsForDrying && medium && grade ? dryingOf({ medium, grade }, pairs, tubes) : undefined),
    [allowsForDrying, medium, grade, pairs, tubes],
  );
  return useMemo(() => {
    const wetOf = (dry: LabD65): LabD65 => (drying ? drying.toWet(dry) : dry);
    const toDry = (wet: LabD65): LabD65 => (drying ? drying.toDry(wet) : wet);
    return {
      note,
      target,
      aim: wetAim ?? wetOf(target),
      shift,
      drying,
      wetOf,
      toDry,
      tolerance: toleranceOf(note),
    };
  }, [note, target, wetAim, shift, drying]);
}
