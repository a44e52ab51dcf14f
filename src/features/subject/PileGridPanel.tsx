"use client";

/** Piles that do not line up in value, in a photo of the laid-out palette. */
import { useState } from "react";
import { stepsText } from "../../core/describe/difference";
import { parseNumber } from "../../domain/reading/typedNumber";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { Notice } from "../../ui/Notice";
import { useSettings } from "../../kit/studio/useStudio";
import type { PileGrid } from "./usePileGrid";
import { Status } from "../../ui/Status";

const CORNERS = ["top left", "top right", "bottom right", "bottom left"] as const;
const MOST = 20;
const COUNT = { least: 1, most: MOST };

function ordinal(place: number): string {
  return ["first", "second", "third"][place] ?? `${place + 1}th`;
}

export function PileGridPanel({ grid }: { grid: PileGrid }) {
  const settings = useSettings();
  const { shape, check, corners, problem } = grid;
  const steps = (off: number): string =>
    `${stepsText(off, settings.scale)} too ${off < 0 ? "dark" : "light"}`;
  return (
    <section aria-label="Piles on the board" className="flex flex-col gap-3">
      <p>
        Photograph the laid-out palette, strings side by side with equal values in a row, and touch its four
        corner piles. Piles that are out of line with their row are found, whichever side the light comes
        from.
      </p>
      <div className="flex gap-3">
        <CountField
          label="Rows of equal value"
          count={shape.rows}
          onCount={(rows) => {
            grid.setShape({ ...shape, rows });
          }}
        />
        <CountField
          label="Strings beside each other"
          count={shape.columns}
          onCount={(columns) => {
            grid.setShape({ ...shape, columns });
          }}
        />
      </div>
      <Notice>{problem}</Notice>
      {corners.length < CORNERS.length ? (
        <Status className="font-semibold">Touch the pile at the {CORNERS[corners.length]}.</Status>
      ) : null}
      {check ? (
        <div aria-live="polite">
          <p className="text-lg font-bold">
            {check.offPiles.length === 0
              ? "All piles line up."
              : `${check.offPiles.length} of ${check.all.length} piles ${check.offPiles.length === 1 ? "is" : "are"} out of line.`}
          </p>
          <ul>
            {check.offPiles.map(({ row, column, off }) => (
              <li key={`${row} ${column}`} className="border-t py-1.5">
                {ordinal(row)} row, {ordinal(column)} string: {steps(off)}
              </li>
            ))}
          </ul>
          <p className="text-muted">
            {Math.abs(check.slope) < 2
              ? "The light is even."
              : `The light falls off to the ${check.slope < 0 ? "right" : "left"} by ${stepsText(check.slope, settings.scale)}; that is allowed for.`}{" "}
            A photo only points at a pile: look at it before you change it.
          </p>
        </div>
      ) : null}
      {corners.length > 0 ? (
        <Button weight="quiet" className="self-start" onClick={grid.clear}>
          touch the corners again
        </Button>
      ) : null}
    </section>
  );
}

/** A count that cannot be is said to be wrong; what was counted before holds on. */
function CountField({
  label,
  count,
  onCount,
}: {
  label: string;
  count: number;
  onCount: (count: number) => void;
}) {
  const [text, setText] = useState(String(count));
  return (
    <TextField
      label={label}
      inputMode="numeric"
      value={text}
      error={countOf(text) === undefined ? `Type a whole number from 1 to ${MOST}.` : undefined}
      onChange={(event) => {
        setText(event.target.value);
        const typed = countOf(event.target.value);
        if (typed !== undefined) onCount(typed);
      }}
    />
  );
}

function countOf(text: string): number | undefined {
  const read = parseNumber(text, COUNT);
  return read.ok && Number.isInteger(read.value) ? read.value : undefined;
}
