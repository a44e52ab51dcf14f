"use client";

import Link from "next/link";
import { useState } from "react";
import type { Palette } from "../../persistence/schema";
import { setBoard } from "../../persistence/tubes";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { Smear } from "../../ui/Smear";
import { MOST_TUBES } from "../shared/PaintPicker";
import { ladderOfTube } from "../shared/paint";
import { useStudio } from "../shared/Studio";

/** Which tubes of the box lie on the board, in the order in which they are chosen. */
export function BoardForm({ palette, onDone }: { palette: Palette; onDone: () => void }) {
  const { db, box, board, attempt } = useStudio();
  const [tubeIds, setTubeIds] = useState<readonly string[]>(() => board.map((tube) => tube.id));
  const [text, setText] = useState("");
  const wanted = text.trim().toLowerCase();
  const shown = box.filter(
    (tube) =>
      (tube.archivedAt === undefined || tubeIds.includes(tube.id)) &&
      `${tube.label} ${tube.colourIndexNames.join(" ")}`.toLowerCase().includes(wanted),
  );
  const isFull = tubeIds.length >= MOST_TUBES;
  const save = async (): Promise<void> => {
    await setBoard(db, palette.id, tubeIds);
    onDone();
  };
  return (
    <div className="flex flex-col gap-4">
      <fieldset>
        <legend className="mb-1 font-semibold">
          Tubes on the board: <span aria-live="polite">{tubeIds.length}</span>
        </legend>
        <TextField
          label="Find in your box by name or code"
          value={text}
          onChange={(event) => {
            setText(event.target.value);
          }}
        />
        <ul className="mt-2 max-h-80 overflow-y-auto border-y" tabIndex={0} aria-label="Your box">
          {shown.map((tube, i) => {
            const place = tubeIds.indexOf(tube.id);
            return (
              <li key={tube.id} className="border-b last:border-b-0">
                <label className="flex min-h-12 items-center gap-3 py-1">
                  <input
                    type="checkbox"
                    className="size-5 shrink-0 accent-ink"
                    checked={place >= 0}
                    disabled={isFull && place < 0}
                    onChange={() => {
                      setTubeIds(place >= 0 ? tubeIds.filter((id) => id !== tube.id) : [...tubeIds, tube.id]);
                    }}
                  />
                  <Smear ladder={ladderOfTube(tube)} variant={i} className="h-7 w-24 shrink-0" />
                  <span className="min-w-0 flex-1 leading-tight">
                    {tube.label} <span className="text-muted">{tube.colourIndexNames.join(" ")}</span>
                  </span>
                  {place >= 0 ? <span className="font-semibold">{place + 1}</span> : null}
                </label>
              </li>
            );
          })}
          {shown.length === 0 ? (
            <li className="py-3 text-muted">No tube of your box has “{text}” in its name.</li>
          ) : null}
        </ul>
        <p className="mt-2 text-muted">
          Another paint?{" "}
          <Link href="/tubes" className="underline underline-offset-4">
            Add it to your box
          </Link>{" "}
          first.
        </p>
      </fieldset>
      <Button
        weight="main"
        className="self-start"
        disabled={tubeIds.length === 0}
        onClick={() => {
          attempt(save());
        }}
      >
        Lay out this board
      </Button>
      {tubeIds.length === 0 ? <p className="text-muted">A board needs at least one tube.</p> : null}
    </div>
  );
}
