"use client";

/** A string begins with what one taps: a tube, a note, a pile, greys, or two tubes. */
import { useStored } from "../../kit/store/useStored";
import { useState } from "react";
import { labOfAdditions } from "../../domain/mixture/color";
import type { Note } from "../../domain/note/note";
import { labFromStored } from "../../domain/reading/storedColor";
import { type Grid, MOST_STRINGS } from "../../domain/strings/grid";
import {
  neutralString,
  type NewString,
  noteBase,
  picksOf,
  pileBase,
  rowsOfNote,
  stringOf,
  tubeBase,
} from "../../domain/strings/newString";
import { isWhiteTube } from "../../domain/tube/kinds";
import { ladderOfTube } from "../../domain/tube/smear";
import type { Tube } from "../../domain/tube/tube";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { readFreePiles } from "../../kit/store/calls";
import { Button } from "../../ui/Button";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { Smear } from "../../ui/Smear";
import { describeLab } from "../../words/colors";
import { useAddString } from "./useAddString";

const NONE: readonly never[] = [];
const ROW = "flex min-h-12 w-full items-center gap-3 border-b py-1 text-left";

export function AddString({ grid, onDone }: { grid: Grid; onDone: () => void }) {
  const settings = useSettings();
  const { school } = settings;
  const board = useStudio((studio) => studio.board);
  const notes = useStudio((studio) => studio.notes);
  const tubeById = useStudio((studio) => studio.tubeById);
  const piles = useStored(readFreePiles, [grid.paintingId]) ?? NONE;
  const addString = useAddString(grid);
  const add = (string: NewString, rows?: readonly number[]): void => {
    addString(string, rows);
    onDone();
  };
  if (grid.strings.length >= MOST_STRINGS)
    return <p>A grid holds {MOST_STRINGS} strings. Begin another grid for more.</p>;
  const colours = board.filter((tube) => !isWhiteTube(tube));
  return (
    <div className="flex flex-col gap-5">
      <section aria-labelledby="from-notes">
        <h3 id="from-notes" className="font-bold">
          A note
        </h3>
        {notes.length === 0 ? <p className="text-muted">This painting has no notes yet.</p> : null}
        <ul>
          {notes.map((note) => (
            <li key={note.id}>
              <NoteRow
                note={note}
                onAdd={() => {
                  add(stringOf(note.name, noteBase(note), school));
                }}
                onPicks={() => {
                  add(
                    { ...stringOf(note.name, noteBase(note), school), chroma: "seen" },
                    grid.strings.length === 0 ? rowsOfNote(note, settings.scale) : undefined,
                  );
                }}
              />
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="from-tubes">
        <h3 id="from-tubes" className="font-bold">
          A tube
        </h3>
        <ul>
          {colours.map((tube, i) => (
            <li key={tube.id}>
              <button
                type="button"
                className={ROW}
                onClick={() => {
                  add(stringOf(tube.label, tubeBase(tube), school));
                }}
              >
                <Smear ladder={ladderOfTube(tube)} variant={i} className="h-8 w-24 shrink-0" />
                <span>{tube.label}</span>
              </button>
            </li>
          ))}
        </ul>
      </section>
      {colours.length > 1 ? <Pair tubes={colours} onAdd={add} /> : null}
      <section aria-labelledby="from-piles">
        <h3 id="from-piles" className="font-bold">
          A pile
        </h3>
        {piles.length === 0 ? <p className="text-muted">No free pile lies on this board.</p> : null}
        <ul>
          {piles.flatMap((pile) => {
            const base = pileBase(pile);
            const lab = base?.kind === "paint" ? labOfAdditions(base.amounts, tubeById) : undefined;
            const name = pile.name ?? "Pile without a name";
            if (
              !base ||
              !lab ||
              base.kind !== "paint" ||
              base.amounts.some(({ tubeId }) => !tubeById.has(tubeId))
            )
              return [];
            return [
              <li key={pile.id}>
                <button
                  type="button"
                  className={ROW}
                  onClick={() => {
                    add(stringOf(name, base, school));
                  }}
                >
                  <Patch lab={lab} className="size-8 shrink-0 rounded-full" />
                  <span>
                    {name} <span className="text-muted">{describeLab(lab, settings).sentence}</span>
                  </span>
                </button>
              </li>,
            ];
          })}
        </ul>
      </section>
      <Button
        className="self-start"
        onClick={() => {
          add(neutralString("Greys", school));
        }}
      >
        Greys of these values
      </Button>
    </div>
  );
}

function NoteRow({ note, onAdd, onPicks }: { note: Note; onAdd: () => void; onPicks: () => void }) {
  const settings = useSettings();
  const lab = labFromStored(note.target);
  const { light, dark } = picksOf(note);
  return (
    <div className="flex items-center gap-3 border-b">
      <button
        type="button"
        className="flex min-h-12 min-w-0 flex-1 items-center gap-3 py-1 text-left"
        onClick={onAdd}
      >
        <Patch lab={lab} className="h-9 w-14 shrink-0" />
        <span className="min-w-0 leading-tight">
          {note.number} {note.name}{" "}
          <span className="block text-sm text-muted">{describeLab(lab, settings).sentence}</span>
        </span>
      </button>
      {(light ?? dark) ? (
        <Button weight="quiet" aria-label={`Light, local and shadow of ${note.name}`} onClick={onPicks}>
          light, local, shadow
        </Button>
      ) : null}
    </div>
  );
}

function Pair({ tubes, onAdd }: { tubes: readonly Tube[]; onAdd: (string: NewString) => void }) {
  const { school } = useSettings();
  const [first, setFirst] = useState(tubes[0]?.id ?? "");
  const [second, setSecond] = useState(tubes[1]?.id ?? "");
  const labelOf = (id: string): string => tubes.find((tube) => tube.id === id)?.label ?? "";
  return (
    <section aria-labelledby="from-pair">
      <h3 id="from-pair" className="font-bold">
        Two tubes, one part each
      </h3>
      <div className="flex flex-wrap items-end gap-3">
        {[
          { label: "first", value: first, set: setFirst },
          { label: "second", value: second, set: setSecond },
        ].map(({ label, value, set }) => (
          <SelectField
            key={label}
            label={label}
            value={value}
            onChoose={(picked) => {
              set(picked);
            }}
          >
            {tubes.map((tube) => (
              <option key={tube.id} value={tube.id}>
                {tube.label}
              </option>
            ))}
          </SelectField>
        ))}
        <Button
          disabled={first === second}
          onClick={() => {
            const amounts = [first, second].map((tubeId) => ({ tubeId, parts: 1 }));
            onAdd(stringOf(`${labelOf(first)} and ${labelOf(second)}`, { kind: "paint", amounts }, school));
          }}
        >
          Add the pair
        </Button>
      </div>
    </section>
  );
}
