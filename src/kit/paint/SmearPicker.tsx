"use client";

import { type KeyboardEvent, useId, useRef, useState } from "react";
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
  const ids = useId();
  const [text, setText] = useState("");
  const list = useRef<HTMLUListElement>(null);
  const [stopId, setStopId] = useState<string>();
  const shown = find(text);
  // A list of many paints is one stop of the Tab key; the arrow keys go on inside it.
  const stop = shown.find(({ id }) => id === stopId) ?? shown[0];
  const move = (event: KeyboardEvent): void => {
    const boxes = [...(list.current?.querySelectorAll("input") ?? [])];
    const at = boxes.findIndex((box) => box === document.activeElement);
    const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: boxes.length - 1 }[event.key];
    const next = to === undefined ? undefined : boxes[to];
    if (!next || (at < 0 && event.key !== "ArrowDown")) return;
    event.preventDefault();
    next.focus();
  };
  const isFull = chosenIds.length >= MOST_TUBES;
  /** What was typed is found: it is taken, and the next name is typed over it. The form around waits. */
  const takeFirst = (event: KeyboardEvent<HTMLInputElement>): void => {
    event.preventDefault();
    const [first] = shown;
    if (text.trim() === "" || !first) return;
    if (!isFull && !chosenIds.includes(first.id)) onChange([...chosenIds, first.id]);
    event.currentTarget.select();
  };
  const last = items.find(({ id }) => id === chosenIds.at(-1));
  return (
    <fieldset>
      <legend className="mb-1 font-semibold">
        {legend}:{" "}
        <span aria-live="polite">
          {chosenIds.length}
          {last ? <span className="sr-only">, the last one {last.label}</span> : null}
        </span>
      </legend>
      <TextField
        label={searchLabel}
        value={text}
        onKeyDown={(event) => {
          if (event.key === "Enter") takeFirst(event);
          else move(event);
        }}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      <ul
        ref={list}
        className="mt-2 max-h-40 overflow-y-auto wide:max-h-80 border-y"
        aria-label={listLabel}
        onKeyDown={move}
      >
        {shown.map((item, i) => {
          const place = chosenIds.indexOf(item.id);
          return (
            <li key={item.id} className="border-b last:border-b-0">
              <label className="flex min-h-12 items-center gap-3 py-1">
                <input
                  type="checkbox"
                  className="size-5 shrink-0 accent-ink"
                  tabIndex={item.id === stop?.id ? 0 : -1}
                  onFocus={() => {
                    setStopId(item.id);
                  }}
                  aria-labelledby={`${ids}-${item.id}`}
                  aria-describedby={item.word ? `${ids}-${item.id}-word` : undefined}
                  checked={place >= 0}
                  disabled={isFull && place < 0}
                  onChange={() => {
                    onChange(place >= 0 ? chosenIds.filter((id) => id !== item.id) : [...chosenIds, item.id]);
                  }}
                />
                <Smear ladder={item.ladder} variant={i} className="h-7 w-24 shrink-0" />
                <span className="min-w-0 flex-1 leading-tight">
                  <span id={`${ids}-${item.id}`}>
                    {item.label} <span className="text-muted">{item.codes}</span>
                  </span>
                  {item.word ? (
                    <span id={`${ids}-${item.id}-word`} className="block text-sm text-muted">
                      {item.word}
                    </span>
                  ) : null}
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
