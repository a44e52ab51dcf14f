"use client";

/** How much is needed: asked for here, said here, and taken back. */
import { useState } from "react";
import { Button } from "../../../ui/Button";
import { later } from "../../../ui/later";
import { attempt } from "../../../kit/studio/problems";
import { useBenchCommands } from "../../../kit/commands/benches";
import { useAim } from "../bench/contexts";
import { mlText, wasteText } from "../../../words/doses";

const AmountForm = later(async () => (await import("./AmountForm")).AmountForm);

export function AmountPanel() {
  const { note } = useAim();
  const { setWanted } = useBenchCommands();
  const [isOpen, setOpen] = useState(false);
  return (
    <div className="mt-2">
      <p className="flex flex-wrap items-center gap-x-3">
        {note.wanted ? (
          <span>
            For {mlText(note.wanted.ml)} ml and {wasteText(note.wanted.marginShare)} % for waste:{" "}
            <span className="font-semibold">
              {/* The measure may make it up to a tenth larger, where the colour gains by it. */}
              {mlText(note.wanted.ml * (1 + note.wanted.marginShare))} ml in all
            </span>
            , or a little more
          </span>
        ) : (
          <span className="text-muted">A pile of any size.</span>
        )}
        <Button
          weight="quiet"
          aria-expanded={isOpen}
          onClick={() => {
            setOpen(!isOpen);
          }}
        >
          how much is needed
        </Button>
        {note.wanted ? (
          <Button
            weight="quiet"
            onClick={() => {
              attempt(setWanted(note.id, undefined));
              setOpen(false);
            }}
          >
            any size
          </Button>
        ) : null}
      </p>
      {isOpen ? (
        <AmountForm
          key={note.id}
          onDone={() => {
            setOpen(false);
          }}
        />
      ) : null}
    </div>
  );
}
