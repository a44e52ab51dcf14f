"use client";

import { nanoid } from "nanoid";
import { type Grid, MOST_STRINGS } from "../../domain/strings/grid";
import { neutralString, type NewString } from "../../domain/strings/newString";
import { useGridCommands } from "../../kit/commands/grids";
import { attempt } from "../../kit/studio/problems";
import { useStore, useSettings } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";

/** Adds a string to a grid that has room for it, and can be taken back. @param rows - to begin an empty grid with. */
export function useAddString(grid: Grid): (string: NewString, rows?: readonly number[]) => void {
  const store = useStore();
  const { school } = useSettings();
  const { changeGrid } = useGridCommands();
  return (string, rows) => {
    const id = nanoid();
    const write = (): Promise<Grid> =>
      changeGrid(grid.id, (before) => {
        const strings = [...before.strings, { ...string, id }];
        // A vivid string comes with greys of its values: they dull it without changing the light.
        const wantsGreys = string.chroma === "vivid" && strings.every(({ chroma }) => chroma !== "neutral");
        const all = wantsGreys ? [...strings, { ...neutralString("Greys", school), id: `${id}-n` }] : strings;
        return { strings: all.slice(0, MOST_STRINGS), ...(rows && rows.length > 1 && { rows }) };
      });
    attempt(undoably(store, `The string ${string.name} is added.`, [["grids", grid.id]], write));
  };
}
