"use client";

/** Colours of a palette taken further: as strings of a grid, or as notes of the painting. */
import { nanoid } from "nanoid";
import { useRouter } from "next/navigation";
import type { LabD65 } from "../../core/color/types";
import { storedFromLab } from "../../domain/reading/storedColor";
import { GENERIC_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { MOST_STRINGS } from "../../domain/strings/grid";
import { newGrid, stringOf } from "../../domain/strings/newString";
import { addGrid, addNote, changeGrid, readGrids, removeNote } from "../store/calls";
import { useStore, useSettings, useStudio } from "../studio/useStudio";
import { offerUndo } from "../studio/undoStack";

export type TakenColour = { readonly name: string; readonly lab: LabD65 };

/** Undefined while there is no painting. */
export function useTakeColours():
  | {
      /** Into the newest grid that has room for them, else into one of their own; the view goes there. */
      readonly asStrings: (colours: readonly TakenColour[], gridName: string) => Promise<void>;
      readonly asNotes: (colours: readonly TakenColour[]) => Promise<void>;
    }
  | undefined {
  const store = useStore();
  const router = useRouter();
  const settings = useSettings();
  const paintingId = useStudio((studio) => studio.painting?.id);
  if (paintingId === undefined) return undefined;
  const predicted = (lab: LabD65) => storedFromLab(lab, "predicted", GENERIC_UNCERTAINTY);
  return {
    asStrings: async (colours, gridName) => {
      const strings = colours.map(({ name, lab }) => ({
        ...stringOf(name, { kind: "colour", color: predicted(lab) }, settings.school),
        id: nanoid(),
      }));
      const newest = (await readGrids(store, paintingId)).at(-1);
      const hasRoom = newest && newest.strings.length + strings.length <= MOST_STRINGS;
      const grid = hasRoom
        ? newest
        : await addGrid(store, newGrid(paintingId, gridName, settings.scale), Date.now());
      await changeGrid(store, grid.id, (before) => ({ strings: [...before.strings, ...strings] }));
      router.push(`/strings?grid=${grid.id}`);
    },
    asNotes: async (colours) => {
      const ids: string[] = [];
      for (const { name, lab } of colours)
        ids.push((await addNote(store, { paintingId, name, target: predicted(lab) }, Date.now())).id);
      offerUndo(ids.length === 1 ? "One note was made." : `${ids.length} notes were made.`, async () => {
        for (const id of ids) await removeNote(store, id);
      });
    },
  };
}
