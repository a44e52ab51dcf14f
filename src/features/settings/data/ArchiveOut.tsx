"use client";

/** Saves everything, a painting or the box into a file, and tables for spreadsheets. */
import { format, formatDistanceToNow } from "date-fns";
import { memo, useState } from "react";
import type { ArchiveScope } from "../../../persistence/archive/format";
import { CSV_KINDS, type CsvKind } from "../../../domain/store/csvKind";
import type { Painting } from "../../../domain/painting/painting";
import { Button } from "../../../ui/Button";
import { SelectField } from "../../../ui/SelectField";
import { download } from "../../../ui/download";
import { useOpenStudio, useSettings, useStudio } from "../../../kit/studio/useStudio";
import { useChangeSettings } from "../../../kit/studio/useChangeSettings";
import { TaskLine } from "./TaskLine";
import { useStoreTask } from "./useStoreTask";
import { Status } from "../../../ui/Status";

const REMINDERS = [
  { days: 1, words: "every day" },
  { days: 7, words: "every week" },
  { days: 14, words: "every two weeks" },
  { days: 30, words: "every month" },
  { days: 0, words: "never" },
] as const;

const CSV_WORDS: Readonly<Record<CsvKind, string>> = {
  recipes: "recipes as CSV",
  readings: "readings as CSV",
  log: "the log as CSV",
};

function csvName(kind: CsvKind): string {
  return `gaman-${kind}-${format(Date.now(), "yyyy-MM-dd")}.csv`;
}

export function ArchiveOut() {
  const paintings = useStudio((studio) => studio.paintings);
  const current = useStudio((studio) => studio.painting);
  const settings = useSettings();
  const { workspace } = useOpenStudio();
  const change = useChangeSettings();
  const task = useStoreTask();
  const [what, setWhat] = useState("everything");
  const [saved, setSaved] = useState<string>();
  const save = async (): Promise<void> => {
    const now = Date.now();
    const painting = paintings.find(({ id }) => id === what);
    const scope: ArchiveScope = painting
      ? { kind: "painting", paintingId: painting.id, name: painting.name }
      : { kind: what === "box" ? "box" : "everything" };
    setSaved(undefined);
    const archive = await task.run("Saving the archive", (remote, onProgress) =>
      remote.saveArchive(workspace, scope, now, onProgress),
    );
    if (!archive) return;
    download(archive.blob, archiveName(painting?.name ?? (what === "box" ? "box" : "gaman"), now));
    if (scope.kind === "everything") change({ lastArchiveAt: now });
    setSaved(
      `${archive.rowCount.toLocaleString("en-GB")} records saved, ${megabytes(archive.blob.size)}.${
        archive.unread > 0 ? ` ${archive.unread} more cannot be read and are in it word for word.` : ""
      }${
        archive.leftOut > 0
          ? ` ${archive.leftOut} that cannot even be written down are not in it; check what is kept below.`
          : ""
      }`,
    );
  };
  const saveCsv = async (kind: CsvKind): Promise<void> => {
    const blob = await task.run("Writing the table", (remote) => remote.csv(workspace, kind));
    if (blob) download(blob, csvName(kind));
  };
  return (
    <>
      <p>
        {settings.lastArchiveAt === undefined
          ? "No archive of everything was saved yet."
          : `The last archive of everything was saved ${formatDistanceToNow(settings.lastArchiveAt, { addSuffix: true })}.`}
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <WhatToSave paintings={paintings} currentId={current?.id} value={what} onChange={setWhat} />
        <Button
          weight="main"
          disabled={task.working !== undefined}
          onClick={() => {
            void save();
          }}
        >
          Save an archive
        </Button>
        <SelectField
          label="Remind me on the Table"
          value={String(settings.remindAfterDays)}
          onChoose={(picked) => {
            change({ remindAfterDays: Number(picked) });
          }}
        >
          {REMINDERS.map(({ days, words }) => (
            <option key={days} value={String(days)}>
              {words}
            </option>
          ))}
        </SelectField>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-x-4">
        <span className="text-muted">For spreadsheets:</span>
        {CSV_KINDS.map((kind) => (
          <Button
            key={kind}
            weight="quiet"
            onClick={() => {
              void saveCsv(kind);
            }}
          >
            {CSV_WORDS[kind]}
          </Button>
        ))}
      </div>
      <TaskLine task={task} />
      <Status>{saved}</Status>
    </>
  );
}

/** A list of hundreds takes the page too long; an older painting is offered when it is the one in hand. */
const MOST_PAINTINGS = 60;

/** Drawn once, and not again with every step of the progress beside it. */
const WhatToSave = memo(function WhatToSave({
  paintings,
  currentId,
  value,
  onChange,
}: {
  paintings: readonly Painting[];
  currentId: string | undefined;
  value: string;
  onChange: (value: string) => void;
}) {
  const shown = paintings.filter(
    ({ id }, place) => id === currentId || place >= paintings.length - MOST_PAINTINGS,
  );
  return (
    <SelectField
      label="What to save"
      value={value}
      onChoose={(picked) => {
        onChange(picked);
      }}
    >
      <option value="everything">everything</option>
      <option value="box">the box of tubes</option>
      {shown.map(({ id, name }) => (
        <option key={id} value={id}>
          the painting {name}
        </option>
      ))}
    </SelectField>
  );
});

/** "slipway-low-tide-2026-11-23.gaman.zip". */
function archiveName(name: string, now: number): string {
  const plain = name
    .normalize("NFKD")
    .replace(/[^\p{Letter}\p{Number}]+/gu, "-")
    .replace(/^-+|-+$/g, "")
    .toLowerCase();
  return `${plain || "painting"}-${format(now, "yyyy-MM-dd")}.gaman.zip`;
}

export function megabytes(bytes: number): string {
  if (bytes >= 1e9) return `${(bytes / 1e9).toFixed(1)} GB`;
  return bytes < 1e5 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
}
