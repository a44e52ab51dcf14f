"use client";

import { nanoid } from "nanoid";
import { MOST_STRINGS } from "../../domain/strings/grid";
import { newGrid, type NewString, noteBase, stringOf } from "../../domain/strings/newString";
import { useGridCommands } from "../../kit/commands/grids";
import { attempt } from "../../kit/studio/problems";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";

/** What strings are, and two ways to begin. */
export function NoGrid({ paintingId }: { paintingId: string }) {
  const { addGrid } = useGridCommands();
  const settings = useSettings();
  const notes = useStudio((studio) => studio.notes);
  const begin = (strings: readonly NewString[]): void => {
    const rows = strings.map((string) => ({ ...string, id: nanoid() }));
    attempt(addGrid({ ...newGrid(paintingId, "Strings", settings.scale), strings: rows }, Date.now()));
  };
  return (
    <div className="max-w-2xl p-5">
      <h1 className="text-xl font-bold">Strings</h1>
      <p className="mt-2">
        A string is one family of colour from light to dark, in piles. Several strings on the same values make
        a grid: any pile can then be cooled or dulled with its neighbour, and the light stays as it is.
      </p>
      <div className="mt-4 flex flex-wrap gap-3">
        {notes.length > 0 ? (
          <Button
            weight="main"
            onClick={() => {
              begin(
                notes
                  .slice(0, MOST_STRINGS)
                  .map((note) => stringOf(note.name, noteBase(note), settings.school)),
              );
            }}
          >
            One string for each note
          </Button>
        ) : null}
        <Button
          weight={notes.length > 0 ? "plain" : "main"}
          onClick={() => {
            begin([]);
          }}
        >
          Begin with an empty grid
        </Button>
      </div>
    </div>
  );
}
