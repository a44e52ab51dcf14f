"use client";

/** The filters of the log. Each field shows what is chosen, so that clearing them empties them. */
import type { ReactNode } from "react";
import { HUE_PLACES } from "../../core/describe/huePlaces";
import type { LogRow } from "../../domain/log/logRow";
import { parseColor } from "../../kit/reading/parseColor";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { STATE_WORDS, STATES_OF } from "../../words/states";
import { colorFailureWords } from "../../words/typed";
import { chromaRanges, cleared, type LogFilters, valuesOf } from "./filters";

type Props = {
  readonly filters: LogFilters;
  readonly onChange: (filters: LogFilters) => void;
};

const MISSES = [1, 2, 3, 5] as const;

export function LogNarrowing(props: Props) {
  const { filters, onChange } = props;
  return (
    <div className="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2 border-y py-3">
      <ByColour {...props} />
      <ByRecord {...props} />
      <ByDay {...props} />
      <Near {...props} />
      <Button
        weight="quiet"
        onClick={() => {
          onChange(cleared(filters));
        }}
      >
        clear filters
      </Button>
    </div>
  );
}

function ByColour({ filters, onChange }: Props) {
  const { scale, chromaWords } = useSettings();
  return (
    <>
      <Pick
        label="Hue"
        any="any hue"
        value={filters.huePlace}
        onPick={(huePlace) => {
          onChange({ ...filters, huePlace });
        }}
      >
        {["grey", ...HUE_PLACES.map(({ name }) => name)].map((name) => (
          <option key={name}>{name}</option>
        ))}
      </Pick>
      <Pick
        label="Value"
        any="any value"
        value={filters.value?.toString()}
        onPick={(value) => {
          onChange({ ...filters, value: value === undefined ? undefined : Number(value) });
        }}
      >
        {valuesOf(scale).map((value) => (
          <option key={value} value={String(value)}>
            about {value}
          </option>
        ))}
      </Pick>
      <Pick
        label="Chroma"
        any="any chroma"
        value={filters.chromaWord}
        onPick={(chromaWord) => {
          onChange({ ...filters, chromaWord });
        }}
      >
        {chromaRanges(chromaWords).map(({ word }) => (
          <option key={word}>{word}</option>
        ))}
      </Pick>
    </>
  );
}

function ByRecord({ filters, onChange }: Props) {
  const tubes = useStudio((studio) => studio.tubes);
  const paintings = useStudio((studio) => studio.paintings);
  const { kind } = filters;
  return (
    <>
      {kind === "reading" ? null : (
        <Pick
          label="Tube"
          any="any tube"
          value={filters.tubeId}
          onPick={(tubeId) => {
            onChange({ ...filters, tubeId });
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
        value={filters.paintingId}
        onPick={(paintingId) => {
          onChange({ ...filters, paintingId });
        }}
      >
        {paintings.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Pick>
      {STATES_OF[kind].length > 0 ? (
        <Pick
          label={kind === "match" ? "Verdict" : kind === "pile" ? "State" : "Film"}
          any="any"
          value={filters.state}
          onPick={(state) => {
            onChange({ ...filters, state: state as LogRow["state"] | undefined });
          }}
        >
          {STATES_OF[kind].map((state) => (
            <option key={state} value={state}>
              {STATE_WORDS[state]}
            </option>
          ))}
        </Pick>
      ) : null}
      {kind === "addition" ? null : (
        <Pick
          label="Miss"
          any="any miss"
          value={filters.miss?.toString()}
          onPick={(most) => {
            onChange({ ...filters, miss: most === undefined ? undefined : Number(most) });
          }}
        >
          {MISSES.map((most) => (
            <option key={most} value={String(most)}>
              ΔE {most} at most
            </option>
          ))}
        </Pick>
      )}
    </>
  );
}

function ByDay({ filters, onChange }: Props) {
  return (
    <>
      <TextField
        label="From"
        type="date"
        className="w-40"
        value={filters.from}
        onChange={(event) => {
          onChange({ ...filters, from: event.target.value });
        }}
      />
      <TextField
        label="until"
        type="date"
        className="w-40"
        value={filters.until}
        error={
          filters.from !== "" && filters.until !== "" && filters.until < filters.from
            ? "This day is before the first."
            : undefined
        }
        onChange={(event) => {
          onChange({ ...filters, until: event.target.value });
        }}
      />
    </>
  );
}

/** "Have I mixed this before?" */
function Near({ filters, onChange }: Props) {
  const notes = useStudio((studio) => studio.notes);
  const typed = filters.nearText.trim() === "" ? undefined : parseColor(filters.nearText);
  return (
    <>
      <Pick
        label="Nearest to a note"
        any="any order"
        value={filters.nearNoteId}
        onPick={(nearNoteId) => {
          onChange({ ...filters, nearNoteId, nearText: "", nearLab: undefined });
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
        value={filters.nearText}
        error={typed && !typed.ok ? colorFailureWords(typed.failure) : undefined}
        onChange={(event) => {
          const nearText = event.target.value;
          const read = parseColor(nearText);
          onChange({
            ...filters,
            nearText,
            nearLab: read.ok ? read.value : undefined,
            nearNoteId: undefined,
          });
        }}
      />
    </>
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
      onChoose={(picked) => {
        onPick(picked === "" ? undefined : picked);
      }}
    >
      <option value="">{any}</option>
      {children}
    </SelectField>
  );
}
