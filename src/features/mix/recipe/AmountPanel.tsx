"use client";

/** How much is needed: an area under a film, a number of piles, as much as before, and a margin for waste. */
import { useState } from "react";
import { neededMl } from "../../../core/amounts/needed";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { Button } from "../../../ui/Button";
import { Choice } from "../../../ui/Choice";
import { TextField } from "../../../ui/fields";
import { useSettings } from "../../../kit/studio/useStudio";
import { attempt } from "../../../kit/studio/problems";
import { useBenchCommands } from "../../../kit/commands/benches";
import { useAim, useOffers } from "../bench/contexts";
import { parseNumber } from "../../../domain/reading/typedNumber";

const WAYS = [
  { value: "area", label: "an area" },
  { value: "piles", label: "piles" },
  { value: "ml", label: "millilitres" },
] as const;
type Way = (typeof WAYS)[number]["value"];

/** A knife's pile the size of a walnut, ml. */
const PILE_ML = 8;
const MOST_ML = 10_000;

export function AmountPanel() {
  const { note } = useAim();
  const { again } = useOffers();
  const settings = useSettings();
  const { setWanted } = useBenchCommands();
  const [isOpen, setOpen] = useState(false);
  const [way, setWay] = useState<Way>("area");
  const [area, setArea] = useState("100");
  const [film, setFilm] = useState("0.3");
  const [count, setCount] = useState("1");
  const [margin, setMargin] = useState(String(100 * (note.wanted?.marginShare ?? 0.15)));
  const numbers = { area: numberOf(area), film: numberOf(film), count: numberOf(count) };
  const marginShare = numberOf(margin) / 100;
  const ml =
    way === "area"
      ? numbers.area > 0 && numbers.film > 0
        ? neededMl({ by: "area", areaCm2: numbers.area, filmMm: numbers.film })
        : Number.NaN
      : numbers.count * (way === "piles" ? PILE_ML : 1);
  const isGood = ml > 0 && ml <= MOST_ML && marginShare >= 0 && marginShare <= 2;
  const beforeMl = again ? volumeOf(contentsOf(again)) * settings.partMl : undefined;
  const take = (wanted: { readonly ml: number; readonly marginShare: number } | undefined): void => {
    attempt(setWanted(note.id, wanted));
    setOpen(false);
  };
  return (
    <div className="mt-2">
      <p className="flex flex-wrap items-center gap-x-3">
        {note.wanted ? (
          <span>
            For {text(note.wanted.ml)} ml and {Math.round(100 * note.wanted.marginShare)} % for waste:{" "}
            <span className="font-semibold">
              {text(note.wanted.ml * (1 + note.wanted.marginShare))} ml in all
            </span>
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
              take(undefined);
            }}
          >
            any size
          </Button>
        ) : null}
      </p>
      {isOpen ? (
        <form
          className="mt-1 flex flex-col gap-3 border-t pt-2"
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            if (isGood) take({ ml, marginShare });
          }}
        >
          <Choice label="What is needed" value={way} options={WAYS} onChange={setWay} />
          <div className="flex flex-wrap items-end gap-3">
            {way === "area" ? (
              <>
                <NumberField label="Area in cm²" value={area} onChange={setArea} />
                <NumberField label="Film in mm" value={film} onChange={setFilm} />
              </>
            ) : (
              <NumberField
                label={way === "piles" ? `Piles of ${PILE_ML} ml` : "Millilitres"}
                value={count}
                onChange={setCount}
              />
            )}
            <NumberField label="For waste, %" value={margin} onChange={setMargin} />
            <Button type="submit" disabled={!isGood}>
              {isGood ? `Mix ${text(ml * (1 + marginShare))} ml` : "Mix it"}
            </Button>
            {beforeMl === undefined ? null : (
              <Button
                onClick={() => {
                  take({ ml: beforeMl, marginShare: 0 });
                }}
              >
                As much as before, {text(beforeMl)} ml
              </Button>
            )}
          </div>
          {isGood ? null : (
            <p role="alert" className="font-semibold">
              Type amounts above 0, up to {MOST_ML} ml in all, and 0 to 200 % for waste.
            </p>
          )}
        </form>
      ) : null}
    </div>
  );
}

function NumberField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <TextField
      className="w-28"
      label={label}
      inputMode="decimal"
      value={value}
      onChange={(event) => {
        onChange(event.target.value);
      }}
    />
  );
}

function numberOf(typed: string): number {
  const parsed = parseNumber(typed, { least: 0, most: 1e6, units: ["ml", "cm²", "mm", "%"] });
  return parsed.ok ? parsed.value : Number.NaN;
}

function text(ml: number): string {
  return String(Number(ml.toPrecision(3)));
}
