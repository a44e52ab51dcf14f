"use client";

/** What to look for in the log: words at once, the rest opened when it is wanted. */
import { useState } from "react";
import { LOG_KINDS } from "../../domain/log/logRow";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { TextField } from "../../ui/fields";
import { later } from "../../ui/later";
import { KIND_WORDS } from "../../words/states";
import { filterCount, type LogFilters, withKind } from "./filters";

/** Most looks into the log need no more than words. */
const LogNarrowing = later(async () => (await import("./LogNarrowing")).LogNarrowing);

export function LogSearch({
  filters,
  onChange,
}: {
  filters: LogFilters;
  onChange: (filters: LogFilters) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const count = filterCount(filters);
  return (
    <search className="mt-2 block">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <Choice
          label="What to look through"
          value={filters.kind}
          options={LOG_KINDS.map((kind) => ({ value: kind, label: KIND_WORDS[kind].many }))}
          onChange={(kind) => {
            onChange(withKind(filters, kind));
          }}
        />
        <TextField
          label="Find by note, tube, colour word, remark, day"
          type="search"
          className="min-w-0 grow basis-44 wide:basis-64"
          value={filters.text}
          onChange={(event) => {
            onChange({ ...filters, text: event.target.value });
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
      {isOpen ? <LogNarrowing filters={filters} onChange={onChange} /> : null}
    </search>
  );
}
