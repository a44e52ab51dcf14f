"use client";

/** Everything that was mixed and read: find it, open it, mix it again; and what it says of one's work. */
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { Tabs } from "radix-ui";
import { useCallback, useMemo, useState } from "react";
import type { LogOrder } from "../../persistence/log/logQuery";
import type { LogRow } from "../../domain/log/logRow";
import { Button, buttonClass } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Notice } from "../../ui/Notice";
import { workFailureWords } from "../../words/failures";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { CompareBar, type Held } from "./Compare";
import type { OpenRecord } from "./LogDetail";
import { LogSearch } from "./LogSearch";
import { KIND_WORDS } from "../../words/states";
import { type FoundRows, type OpenLog, useOpenLog, useRows } from "./useLog";
import { Status } from "../../ui/Status";
import { NO_FILTERS, queryOf } from "./filters";
import { later, soon } from "../../ui/later";

// Drawn when the first rows have been read.
const LogTable = soon(async () => (await import("./LogTable")).LogTable);
const LogPatches = later(async () => (await import("./LogPatches")).LogPatches);

// Opened with a record.
const LogDetail = later(async () => (await import("./LogDetail")).LogDetail);

// Looked at now and then.
const KeptScraps = later(async () => (await import("../../kit/layers/KeptScraps")).KeptScraps);
const PaintedCharts = later(async () => (await import("../../kit/charts/PaintedCharts")).PaintedCharts);
const LogStatistics = later(async () => (await import("./LogStatistics")).LogStatistics);

const TABS = [
  { value: "records", name: "Records" },
  { value: "statistics", name: "Statistics" },
  { value: "scraps", name: "Scraps" },
  { value: "charts", name: "Charts" },
] as const;

export function LogView() {
  const open = useOpenLog();
  return (
    <Tabs.Root defaultValue="records" className="flex flex-col p-4 wide:h-full wide:p-5 wide:pb-2 wide:pl-2">
      <div className="flex flex-wrap items-baseline gap-x-6 border-b-2 border-ink">
        <h1 className="text-xl font-bold">Log</h1>
        <Tabs.List aria-label="What to look at" className="flex flex-wrap">
          {TABS.map(({ value, name }) => (
            <Tabs.Trigger
              key={value}
              value={value}
              className="min-h-11 px-3 text-muted data-[state=active]:font-bold data-[state=active]:text-ink data-[state=active]:shadow-[inset_0_-4px_0_var(--ink)]"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
      </div>
      {open.isLost ? (
        <Notice className="mt-3">
          {workFailureWords("The log", { code: "lost", detail: "" })}
          <Button className="mt-2 block" onClick={open.reopen}>
            Try again
          </Button>
        </Notice>
      ) : null}
      <Tabs.Content value="records" className="flex min-h-0 flex-1 flex-col outline-none">
        <Records open={open} />
      </Tabs.Content>
      <Tabs.Content value="statistics" className="min-h-0 flex-1 overflow-y-auto outline-none">
        <LogStatistics open={open} />
      </Tabs.Content>
      <Tabs.Content value="scraps" className="min-h-0 flex-1 overflow-y-auto pt-3 outline-none">
        <KeptScraps nothing="No scrap is kept yet. Layers has a place to read them." />
      </Tabs.Content>
      <Tabs.Content value="charts" className="min-h-0 flex-1 overflow-y-auto pt-3 outline-none">
        <PaintedCharts nothing="No chart has painted cells yet. Charts prints a blank and reads it back." />
      </Tabs.Content>
    </Tabs.Root>
  );
}

function Records({ open }: { open: OpenLog }) {
  const notes = useStudio((studio) => studio.notes);
  const { scale, chromaWords } = useSettings();
  const params = useSearchParams();
  const [filters, setFilters] = useState(NO_FILTERS);
  const query = useMemo(
    () => queryOf(filters, { scale, vocabulary: chromaWords, notes }),
    [filters, scale, chromaWords, notes],
  );
  const [look, setLook] = useState<"table" | "patches">("table");
  const rows = useRows(open, query);
  // A record that a link names is open until it is put away.
  const asked = params.get("match") ?? undefined;
  const [closed, setClosed] = useState<string>();
  const [chosen, setChosen] = useState<OpenRecord>();
  const record = chosen ?? (asked && asked !== closed ? { matchId: asked } : undefined);
  const [held, setHeld] = useState<Held>();

  const openRow = useCallback((row: LogRow) => {
    setChosen(row.kind === "match" ? { matchId: row.id } : { pileId: row.pileId });
  }, []);
  const order = (by: LogOrder): void => {
    // Words rise from A, everything else shows its largest first.
    const isDescending = filters.order === by ? !filters.isDescending : by !== "note";
    setFilters({
      ...filters,
      nearNoteId: undefined,
      nearText: "",
      nearLab: undefined,
      order: by,
      isDescending,
    });
  };
  const isNothingYet = rows?.isWhole && rows.of === 0 && query.kind === "match" && rows.query === query;
  if (isNothingYet) {
    return (
      <>
        <p className="mt-3">
          Each match that you keep is recorded here with what went in, so that it can be mixed again.
        </p>
        <Link href="/mix" className={buttonClass("main", "mt-4 self-start")}>
          Mix a note
        </Link>
      </>
    );
  }
  return (
    <>
      <LogSearch filters={filters} onChange={setFilters} />
      <CompareBar
        held={held}
        onLetGo={() => {
          setHeld(undefined);
        }}
      />
      <div className="mt-2 flex flex-wrap items-center justify-between gap-x-4">
        <Status className="min-w-0 grow basis-36 leading-tight text-muted">
          {rows ? countText(rows) : "Reading the log"}
        </Status>
        <Choice
          label="How to show them"
          value={look}
          options={[
            { value: "table", label: "table" },
            { value: "patches", label: "patches" },
          ]}
          onChange={setLook}
        />
      </div>
      {rows && look === "table" ? (
        <LogTable
          key={`${query.kind} ${query.order} ${String(query.isDescending)}`}
          rows={rows}
          onOrder={order}
          onOpen={openRow}
        />
      ) : null}
      {rows && look === "patches" ? <LogPatches rows={rows} onOpen={openRow} /> : null}
      {record ? (
        <LogDetail
          open={record}
          held={held}
          onHold={setHeld}
          onClose={() => {
            setChosen(undefined);
            setClosed(asked);
          }}
        />
      ) : null}
    </>
  );
}

function countText({ found, of, isWhole, query }: FoundRows): string {
  const { one, many } = KIND_WORDS[query.kind];
  const count = (n: number): string => `${n.toLocaleString("en-GB")} ${n === 1 ? one : many}`;
  if (!isWhole) return `${count(of)}, being read`;
  if (found === of) return count(of);
  return found === 0
    ? `None of ${count(of)} fits. Take a word or a filter off.`
    : `${found.toLocaleString("en-GB")} of ${count(of)}`;
}
