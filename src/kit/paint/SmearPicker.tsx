"use client";

import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { TextField } from "../../ui/fields";
import { Smear } from "../../ui/Smear";

/** Most tubes that a board holds: what the recipe search takes. */
export const MOST_TUBES = 24;

export type SmearItem = {
  readonly id: string;
  readonly label: string;
  /** Colour Index names, as they stand on the label. */
  readonly codes: string;
  /** More that it can be found by. */
  readonly family: string;
  readonly ladder: readonly LabD65[];
  /** What is not as the label says. */
  readonly word?: string | undefined;
};

function itemsWith(items: readonly SmearItem[], text: string): readonly SmearItem[] {
  const wanted = text.trim().toLowerCase();
  return items.filter((item) => `${item.label} ${item.codes} ${item.family}`.toLowerCase().includes(wanted));
}

/** Paints to choose from by their smears; chosen ones are numbered in the order in which they were chosen. */
export function SmearPicker({
  legend,
  searchLabel,
  listLabel,
  nothing,
  items,
  find = (text) => itemsWith(items, text),
  chosenIds,
  onChange,
}: {
  legend: string;
  searchLabel: string;
  listLabel: string;
  /** What is said when no item has the text in it. */
  nothing: (text: string) => string;
  items: readonly SmearItem[];
  /** What fits a text, best first; all for an empty one. */
  find?: (text: string) => readonly SmearItem[];
  chosenIds: readonly string[];
  onChange: (ids: readonly string[]) => void;
}) {
  const [text, setText] = useState("");
  const shown = find(text);
  const isFull = chosenIds.length >= MOST_TUBES;
  return (
    <fieldset>
      <legend className="mb-1 font-semibold">
        {legend}: <span aria-live="polite">{chosenIds.length}</span>
      </legend>
      <TextField
        label={searchLabel}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      <ul className="mt-2 max-h-80 overflow-y-auto border-y" tabIndex={0} aria-label={listLabel}>
        {shown.map((item, i) => {
          const place = chosenIds.indexOf(item.id);
          return (
            <li key={item.id} className="border-b last:border-b-0">
              <label className="flex min-h-12 items-center gap-3 py-1">
                <input
                  type="checkbox"
                  className="size-5 shrink-0 accent-ink"
                  checked={place >= 0}
                  disabled={isFull && place < 0}
                  onChange={() => {
                    onChange(place >= 0 ? chosenIds.filter((id) => id !== item.id) : [...chosenIds, item.id]);
                  }}
                />
                <Smear ladder={item.ladder} variant={i} className="h-7 w-24 shrink-0" />
                <span className="min-w-0 flex-1 leading-tight">
                  {item.label} <span className="text-muted">{item.codes}</span>
                  {item.word ? <span className="block text-sm text-muted">{item.word}</span> : null}
                </span>
                {place >= 0 ? <span className="font-semibold">{place + 1}</span> : null}
              </label>
            </li>
          );
        })}
        {shown.length === 0 ? <li className="py-3 text-muted">{nothing(text)}</li> : null}
      </ul>
    </fieldset>
  );
}
