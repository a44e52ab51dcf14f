"use client";

/** What to look for in the log: words at once, the rest opened when it is wanted. */
import { type ReactNode, useState } from "react";
import { chromaOfWords } from "../../core/describe/chromaWords";
import { HUE_PLACES } from "../../core/describe/huePlaces";
import { lightnessFromValue } from "../../core/describe/valueScale";
import type { LogQuery } from "../../persistence/log/logQuery";
import { LOG_KINDS, type LogRow } from "../../domain/log/logRow";
import type { Painting } from "../../domain/painting/painting";
import { labFromStored } from "../../domain/reading/storedColor";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { SelectField, TextField } from "../../ui/fields";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { parseColor } from "../../domain/reading/typedColor";
import { colorFailureWords } from "../../words/typed";
import { KIND_WORDS, STATE_WORDS, STATES_OF } from "../../words/states";
import { NEWEST_MATCHES } from "./useLog";

type Props = {
  readonly query: LogQuery;
  readonly onChange: (query: LogQuery) => void;
  readonly paintings: readonly Painting[];
};

export function LogSearch({ query, onChange, paintings }: Props) {
  const [isOpen, setOpen] = useState(false);
  const count = narrowingCount(query);
  return (
    <search className="mt-2 block">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <Choice
          label="What to look through"
          value={query.kind}
          options={LOG_KINDS.map((kind) => ({ value: kind, label: KIND_WORDS[kind].many }))}
          onChange={(kind) => {
            // A state means something for its own kind only, and readings name no tubes of their own.
            const { state, tubeId, ...rest } = query;
            onChange({
              ...rest,
              ...(kind !== "reading" && tubeId && { tubeId }),
              kind,
              order: "at",
              isDescending: true,
            });
          }}
        />
        <TextField
          label="Find by note, tube, colour word, remark, day"
          type="search"
          className="min-w-0 grow basis-44 wide:basis-64"
          defaultValue={query.text ?? ""}
          onChange={(event) => {
            onChange({ ...query, text: event.target.value });
          }}
        />
        <Button
          aria-expanded={isOpen}
          onClick={() => {
            setOpen(!isOpen);
          }}
        >
          Narrow down{count > 0 ? ` (${count})` : ""}
        </Button>
      </div>
      {isOpen ? <Narrowing query={query} onChange={onChange} paintings={paintings} /> : null}
    </search>
  );
}

/** How many of the filters besides words are set. */
function narrowingCount({
  huePlace,
  lightness,
  chroma,
  miss,
  tubeId,
  paintingId,
  state,
  time,
  near,
}: LogQuery): number {
  return [huePlace, lightness, chroma, miss, tubeId, paintingId, state, time, near].filter(
    (filter) => filter !== undefined,
  ).length;
}

const MISSES = [1, 2, 3, 5] as const;
const HALF_STEP = 0.5;

function Narrowing({ query, onChange, paintings }: Props) {
  const settings = useSettings();
  const tubes = useStudio((studio) => studio.tubes);
  const { scale, chromaWords } = settings;
  const set = <K extends keyof LogQuery>(field: K, value: LogQuery[K] | undefined): void => {
    // A filter that is taken off must not stay behind as an empty field.
    onChange(
      Object.fromEntries(
        Object.entries<unknown>({ ...query, [field]: value }).filter(([, held]) => held !== undefined),
      ) as LogQuery,
    );
  };
  const steps = Math.max(scale.atBlack, scale.atWhite);
  const values = Array.from({ length: Math.min(steps, 20) + 1 }, (_, i) =>
    Math.round((i * steps) / Math.min(steps, 20)),
  );
  const around = (value: number): readonly [number, number] => {
    const half = (HALF_STEP * steps) / Math.min(steps, 20);
    const ends = [value - half, value + half].map((v) => lightnessFromValue(v, scale));
    return [Math.min(...ends), Math.max(...ends)];
  };
  const chromas = chromaRanges(chromaWords);
  return (
    <div className="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2 border-y py-3">
      <Pick
        label="Hue"
        any="any hue"
        value={query.huePlace}
        onPick={(place) => {
          set("huePlace", place);
        }}
      >
        {["grey", ...HUE_PLACES.map(({ name }) => name)].map((name) => (
          <option key={name}>{name}</option>
        ))}
      </Pick>
      <Pick
        label="Value"
        any="any value"
        value={query.lightness && String(values.find((value) => around(value)[0] === query.lightness?.[0]))}
        onPick={(value) => {
          set("lightness", value === undefined ? undefined : around(Number(value)));
        }}
      >
        {values.map((value) => (
          <option key={value} value={String(value)}>
            about {value}
          </option>
        ))}
      </Pick>
      <Pick
        label="Chroma"
        any="any chroma"
        value={query.chroma && chromas.find(({ range }) => range[0] === query.chroma?.[0])?.word}
        onPick={(word) => {
          set("chroma", chromas.find((entry) => entry.word === word)?.range);
        }}
      >
        {chromas.map(({ word }) => (
          <option key={word}>{word}</option>
        ))}
      </Pick>
      {query.kind === "reading" ? null : (
        <Pick
          label="Tube"
          any="any tube"
          value={query.tubeId}
          onPick={(id) => {
            set("tubeId", id);
          }}
        >
          {tubes.map(({ id, label }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </Pick>
      )}
      <Pick
        label="Painting"
        any="all paintings"
        value={query.paintingId}
        onPick={(id) => {
          set("paintingId", id);
        }}
      >
        {paintings.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Pick>
      {STATES_OF[query.kind].length > 0 ? (
        <Pick
          label={query.kind === "match" ? "Verdict" : query.kind === "pile" ? "State" : "Film"}
          any="any"
          value={query.state}
          onPick={(state) => {
            set("state", state as LogRow["state"] | undefined);
          }}
        >
          {STATES_OF[query.kind].map((state) => (
            <option key={state} value={state}>
              {STATE_WORDS[state]}
            </option>
          ))}
        </Pick>
      ) : null}
      {query.kind === "addition" ? null : (
        <Pick
          label="Miss"
          any="any miss"
          value={query.miss && String(query.miss[1])}
          onPick={(most) => {
            set("miss", most === undefined ? undefined : [0, Number(most)]);
          }}
        >
          {MISSES.map((most) => (
            <option key={most} value={String(most)}>
              ΔE {most} at most
            </option>
          ))}
        </Pick>
      )}
      <Days
        query={query}
        onTime={(time) => {
          set("time", time);
        }}
      />
      <Near
        query={query}
        onNear={(near) => {
          set("near", near);
        }}
      />
      <Button
        weight="quiet"
        onClick={() => {
          onChange({ ...NEWEST_MATCHES, kind: query.kind, ...(query.text && { text: query.text }) });
        }}
      >
        clear filters
      </Button>
    </div>
  );
}

function Pick({
  label,
  any,
  value,
  onPick,
  children,
}: {
  label: string;
  any: string;
  value: string | undefined;
  onPick: (value: string | undefined) => void;
  children: ReactNode;
}) {
  return (
    <SelectField
      label={label}
      value={value ?? ""}
      onChange={(event) => {
        onPick(event.target.value === "" ? undefined : event.target.value);
      }}
    >
      <option value="">{any}</option>
      {children}
    </SelectField>
  );
}

const BRIGHTEST = 200;

/** Each chroma word with its range: from halfway to the word before to halfway to the one after. */
function chromaRanges(
  vocabulary: Parameters<typeof chromaOfWords>[0],
): readonly { readonly word: string; readonly range: readonly [number, number] }[] {
  const words = chromaOfWords(vocabulary);
  // The middle of each word and the end of the one before give its end.
  let low = 0;
  return words.map(({ word, chroma }, i) => {
    const high = i === words.length - 1 ? BRIGHTEST : 2 * chroma - low;
    const range = [low, high] as const;
    low = high;
    return { word, range };
  });
}

const DAY_MS = 86_400_000;
const LAST_DAY = 8.64e15;

function Days({ query, onTime }: { query: LogQuery; onTime: (time: LogQuery["time"]) => void }) {
  const [from = 0, to = LAST_DAY] = query.time ?? [];
  const take = (low: number, high: number): void => {
    onTime(low === 0 && high === LAST_DAY ? undefined : [low, high]);
  };
  return (
    <>
      <TextField
        label="From"
        type="date"
        className="w-40"
        defaultValue={dayText(from === 0 ? undefined : from)}
        onChange={(event) => {
          take(startOf(event.target.value) ?? 0, to);
        }}
      />
      <TextField
        label="until"
        type="date"
        className="w-40"
        defaultValue={dayText(to === LAST_DAY ? undefined : to)}
        onChange={(event) => {
          const start = startOf(event.target.value);
          take(from, start === undefined ? LAST_DAY : start + DAY_MS - 1);
        }}
      />
    </>
  );
}

/** Midnight of a day such as 2026-11-23, where the painter is. */
function startOf(day: string): number | undefined {
  const time = new Date(`${day}T00:00:00`).getTime();
  return Number.isFinite(time) ? time : undefined;
}

function dayText(time: number | undefined): string {
  if (time === undefined) return "";
  const day = new Date(time);
  return new Date(time - day.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
}

/** "Have I mixed this before?" */
function Near({ query, onNear }: { query: LogQuery; onNear: (near: LogQuery["near"]) => void }) {
  const notes = useStudio((studio) => studio.notes);
  const [text, setText] = useState("");
  const typed = text.trim() === "" ? undefined : parseColor(text);
  return (
    <>
      <Pick
        label="Nearest to a note"
        any="any order"
        value={
          query.near && notes.find((note) => note.target.lab.every((axis, i) => axis === query.near?.[i]))?.id
        }
        onPick={(id) => {
          const note = notes.find((candidate) => candidate.id === id);
          onNear(note && labFromStored(note.target));
        }}
      >
        {notes.map(({ id, number, name }) => (
          <option key={id} value={id}>
            {number} {name}
          </option>
        ))}
      </Pick>
      <TextField
        label="or to hex or CIELAB"
        className="w-44"
        value={text}
        error={typed && !typed.ok ? colorFailureWords(typed.failure) : undefined}
        onChange={(event) => {
          setText(event.target.value);
          const colour = parseColor(event.target.value);
          if (colour.ok) onNear(colour.value);
          else if (event.target.value.trim() === "") onNear(undefined);
        }}
      />
    </>
  );
}
