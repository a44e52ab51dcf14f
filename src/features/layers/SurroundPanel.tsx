"use client";

/** What lies around a colour changes how it is seen: an estimate, and backgrounds that push it where it is wanted. */
import { useState } from "react";
import { labD65, type LabD65 } from "../../core/color/types";
import { mixedFor, type Push, rankSurrounds, surroundPush } from "../../core/layers/surround";
import { labOfVolumes } from "../../domain/mixture/color";
import { labFromStored } from "../../domain/reading/storedColor";
import { isWhiteTube } from "../../domain/tube/kinds";
import { opticsOfTube } from "../../domain/tube/optics";
import type { Tube } from "../../domain/tube/tube";
import { NoteSelect } from "../../kit/studio/NoteSelect";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";
import { pushWords } from "../../words/layers";
import type { KnownLayers } from "./known";

const WISHES: readonly { readonly value: string; readonly label: string; readonly way: Push }[] = [
  { value: "lighter", label: "lighter", way: [1, 0, 0] },
  { value: "darker", label: "darker", way: [-1, 0, 0] },
  { value: "red", label: "more red", way: [0, 1, 0.35] },
  { value: "orange", label: "more orange", way: [0, 0.6, 0.8] },
  { value: "yellow", label: "more yellow", way: [0, 0, 1] },
  { value: "green", label: "more green", way: [0, -1, 0.2] },
  { value: "blue", label: "more blue", way: [0, 0, -1] },
  { value: "violet", label: "more violet", way: [0, 0.7, -0.7] },
];
const TINT_PARTS = 4;
const MOST_SHOWN = 3;

type Background = { readonly name: string; readonly lab: LabD65 };

export function SurroundPanel({ known }: { known: KnownLayers }) {
  const settings = useSettings();
  const notes = useStudio((studio) => studio.notes);
  const board = useStudio((studio) => studio.board);
  const [noteId, setNoteId] = useState(known.layering.noteId ?? notes[0]?.id ?? "");
  const [wish, setWish] = useState("orange");
  const note = notes.find(({ id }) => id === noteId);
  if (!note) return <p className="text-muted">This painting has no notes yet.</p>;
  const patch = labFromStored(note.target);
  const neighbours: readonly Background[] = note.place
    ? note.place.neighbours.slice(0, MOST_SHOWN).map(({ side, color }) => ({
        name: `what lies ${side}`,
        lab: labFromStored(color),
      }))
    : [];
  const shown =
    neighbours.length > 0
      ? neighbours
      : [
          { name: "white", lab: labD65(95, 0, 0) },
          { name: "a middle grey", lab: labD65(52, 0, 0) },
          { name: "black", lab: labD65(18, 0, 0) },
        ];
  const way = WISHES.find(({ value }) => value === wish)?.way ?? WISHES[0]?.way;
  const backgrounds = backgroundsOf(board);
  const ranked = way
    ? rankSurrounds(
        patch,
        way,
        backgrounds.map(({ lab }) => lab),
      ).slice(0, MOST_SHOWN)
    : [];
  return (
    <div className="flex flex-col gap-4">
      <p className="text-muted">
        An estimate: a surround pushes a colour away from itself. The colour that is kept stays as it is.
      </p>
      <NoteSelect label="the colour" value={noteId} onChange={setNoteId} />
      <section aria-labelledby="as-it-lies">
        <h3 id="as-it-lies" className="font-bold">
          {neighbours.length > 0 ? "On its true neighbours" : "On white, grey and black"}
        </h3>
        <Surrounds patch={patch} backgrounds={shown} />
        <p className="mt-1">
          To be seen on {shown[0]?.name} as it is meant, mix{" "}
          {shown[0] ? describeLab(mixedFor(patch, shown[0].lab), settings).sentence : ""}.
        </p>
      </section>
      <section aria-labelledby="make-it-look">
        <h3 id="make-it-look" className="font-bold">
          Without touching it
        </h3>
        <SelectField
          label="make it look"
          value={wish}
          onChoose={(picked) => {
            setWish(picked);
          }}
        >
          {WISHES.map(({ value, label }) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </SelectField>
        {ranked.every(({ towards }) => towards <= 0) ? (
          <p className="mt-2">No colour of this palette does that here.</p>
        ) : (
          <Surrounds
            patch={patch}
            backgrounds={ranked
              .filter(({ towards }) => towards > 0)
              .flatMap(({ place }) => backgrounds[place] ?? [])}
          />
        )}
      </section>
    </div>
  );
}

function Surrounds({ patch, backgrounds }: { patch: LabD65; backgrounds: readonly Background[] }) {
  const settings = useSettings();
  return (
    <ul className="mt-2">
      {backgrounds.map(({ name, lab }) => (
        <li key={name} className="flex items-center gap-3">
          <Patch lab={lab} className="flex h-20 w-36 shrink-0 items-center justify-center">
            <Patch lab={patch} className="h-9 w-16" />
          </Patch>
          <span className="leading-tight">
            on {name}
            <span className="block text-sm text-muted">
              it looks {pushWords(patch, surroundPush(patch, lab), settings)}
            </span>
          </span>
        </li>
      ))}
    </ul>
  );
}

/** What the palette can paint around it: its tubes, and their tints. */
function backgroundsOf(board: readonly Tube[]): readonly Background[] {
  const white = board.find(isWhiteTube);
  const whiteOptics = white && opticsOfTube(white);
  return board.flatMap((tube) => {
    const optics = opticsOfTube(tube);
    if (!optics) return [];
    const alone = { name: tube.label, lab: labOfVolumes([{ optics, volume: 1 }]) };
    if (!whiteOptics || isWhiteTube(tube)) return [alone];
    const tint = labOfVolumes([
      { optics, volume: 1 },
      { optics: whiteOptics, volume: TINT_PARTS },
    ]);
    return [alone, { name: `${tube.label} in ${TINT_PARTS} parts of white`, lab: tint }];
  });
}
