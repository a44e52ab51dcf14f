"use client";

import { useState } from "react";
import type { AxisTolerance } from "../../../core/describe/difference";
import type { Note } from "../../../domain/note/note";
import { Button } from "../../../ui/Button";
import { SelectField, TextField } from "../../../ui/fields";
import { attempt } from "../../../kit/studio/problems";
import { usePaintingCommands } from "../../../kit/commands/paintings";
import { type Purpose, toleranceOf } from "../../../domain/match/purpose";
import { parseNumber } from "../../../domain/reading/typedNumber";

const PURPOSES: readonly { readonly value: Purpose; readonly label: string }[] = [
  { value: "vanish", label: "be invisible on the target" },
  { value: "family", label: "be near enough to paint with" },
  { value: "relation", label: "look right beside its neighbours" },
  { value: "stand-in", label: "stand in for a tube" },
  { value: "own", label: "my own limits" },
];

/** What the match is for; its closeness follows, or is the painter's own. */
export function PurposeField({ note }: { note: Note }) {
  const { setNotePurpose } = usePaintingCommands();
  const purpose = note.purpose ?? "family";
  return (
    <div className="flex flex-wrap items-end gap-3 pb-1">
      <SelectField
        label="How close must it be?"
        value={purpose}
        onChange={(event) => {
          const chosen = PURPOSES.find(({ value }) => value === event.target.value);
          if (!chosen) return;
          attempt(
            setNotePurpose(note.id, {
              purpose: chosen.value,
              tolerance: chosen.value === "own" ? toleranceOf(note) : undefined,
            }),
          );
        }}
      >
        {PURPOSES.map(({ value, label }) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </SelectField>
      {purpose === "own" ? <OwnTolerance key={note.id} note={note} /> : null}
    </div>
  );
}

const AXES = [
  { key: "lightness", label: "L*" },
  { key: "chroma", label: "C*" },
  { key: "hue", label: "ΔH*" },
] as const;

/** Largest misses that a painter may ask for, CIELAB units. */
const LIMIT = { least: 0, most: 50, isAboveZero: true };

function OwnTolerance({ note }: { note: Note }) {
  const { setNotePurpose } = usePaintingCommands();
  const held = toleranceOf(note);
  const [texts, setTexts] = useState({
    lightness: String(held.lightness),
    chroma: String(held.chroma),
    hue: String(held.hue),
  });
  const numberOf = (key: keyof AxisTolerance): number => {
    const typed = parseNumber(texts[key], LIMIT);
    return typed.ok ? typed.value : Number.NaN;
  };
  const isGood = AXES.every(({ key }) => Number.isFinite(numberOf(key)));
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (!isGood) return;
        const tolerance = {
          lightness: numberOf("lightness"),
          chroma: numberOf("chroma"),
          hue: numberOf("hue"),
        };
        attempt(setNotePurpose(note.id, { purpose: "own", tolerance }));
      }}
    >
      {AXES.map(({ key, label }) => (
        <TextField
          key={key}
          className="w-16"
          label={label}
          aria-label={`Largest miss in ${label}`}
          inputMode="decimal"
          value={texts[key]}
          onChange={(event) => {
            setTexts({ ...texts, [key]: event.target.value });
          }}
        />
      ))}
      <Button type="submit" disabled={!isGood}>
        Use these
      </Button>
    </form>
  );
}
