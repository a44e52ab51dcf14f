"use client";

/** Piles that do not line up in value, in a photo of the laid-out palette. */
import { stepsText } from "../../core/describe/difference";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { Notice } from "../../ui/Notice";
import { useSettings } from "../../kit/studio/useStudio";
import type { PileGrid } from "./usePileGrid";
import { Status } from "../../ui/Status";

const CORNERS = ["top left", "top right", "bottom right", "bottom left"] as const;
const MOST = 20;

function ordinal(place: number): string {
  return ["first", "second", "third"][place] ?? `${place + 1}th`;
}

export function PileGridPanel({ grid }: { grid: PileGrid }) {
  const settings = useSettings();
  const { shape, check, corners, problem } = grid;
  const steps = (off: number): string =>
    `${stepsText(off, settings.scale)} too ${off < 0 ? "dark" : "light"}`;
  const countField = (label: string, key: "rows" | "columns") => (
    <TextField
      label={label}
      inputMode="numeric"
      defaultValue={shape[key]}
      onChange={(event) => {
        const count = Number(event.target.value);
        if (Number.isInteger(count) && count >= 1 && count <= MOST) grid.setShape({ ...shape, [key]: count });
      }}
    />
  );
  return (
    <section aria-label="Piles on the board" className="flex flex-col gap-3">
      <p>
        Photograph the laid-out palette, strings side by side with equal values in a row, and touch its four
        corner piles. Piles that are out of line with their row are found, whichever side the light comes
        from.
      </p>
      <div className="flex gap-3">
        {countField("Rows of equal value", "rows")}
        {countField("Strings beside each other", "columns")}
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
