"use client";

import { useState } from "react";
import type { PigmentModel } from "../../core/pigment/types";
import { TextField } from "../../ui/fields";
import { Smear } from "../../ui/Smear";
import { GENERIC_PIGMENTS, ladderOfModel } from "./paint";

/** Most tubes that a board holds: what the recipe search takes. */
export const MOST_TUBES = 24;

/** Which generic paints lie on the board, in the order in which they were chosen. */
export function PaintPicker({
  legend = "Tubes on the board",
  chosenIds,
  onChange,
}: {
  legend?: string;
  chosenIds: readonly string[];
  onChange: (ids: readonly string[]) => void;
}) {
  const [text, setText] = useState("");
  const wanted = text.trim().toLowerCase();
  const shown = GENERIC_PIGMENTS.filter((model) =>
    `${model.name} ${model.colourIndex} ${model.family}`.toLowerCase().includes(wanted),
  );
  const toggle = (model: PigmentModel): void => {
    onChange(
      chosenIds.includes(model.id) ? chosenIds.filter((id) => id !== model.id) : [...chosenIds, model.id],
    );
  };
  const isFull = chosenIds.length >= MOST_TUBES;
  return (
    <fieldset>
      <legend className="mb-1 font-semibold">
        {legend}: <span aria-live="polite">{chosenIds.length}</span>
      </legend>
      <TextField
        label="Find by name, code or family"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      <ul className="mt-2 max-h-80 overflow-y-auto border-y" tabIndex={0} aria-label="Generic paints">
        {shown.map((model, i) => {
          const place = chosenIds.indexOf(model.id);
          return (
            <li key={model.id} className="border-b last:border-b-0">
              <label className="flex min-h-12 items-center gap-3 py-1">
                <input
                  type="checkbox"
                  className="size-5 shrink-0 accent-ink"
                  checked={place >= 0}
                  disabled={isFull && place < 0}
                  onChange={() => {
                    toggle(model);
                  }}
                />
                <Smear ladder={ladderOfModel(model)} variant={i} className="h-7 w-24 shrink-0" />
                <span className="min-w-0 flex-1 leading-tight">
                  {model.name} <span className="text-muted">{model.colourIndex}</span>
                </span>
                {place >= 0 ? <span className="font-semibold">{place + 1}</span> : null}
              </label>
            </li>
          );
        })}
        {shown.length === 0 ? (
          <li className="py-3 text-muted">No generic paint has “{text}” in its name.</li>
        ) : null}
      </ul>
    </fieldset>
  );
}

export function modelsById(ids: readonly string[]): PigmentModel[] {
  return ids.flatMap((id) => GENERIC_PIGMENTS.find((model) => model.id === id) ?? []);
}
