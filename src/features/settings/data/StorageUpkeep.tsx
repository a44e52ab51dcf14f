"use client";

/** How much is stored, whether the browser keeps it, and whether all of it is in order. */
import { useStored } from "../../../kit/store/useStored";
import { useEffect, useState } from "react";
import type { StoreReport } from "../../../persistence/storeCheck";
import { readQuarantine } from "../../../kit/store/calls";
import { quarantineText } from "../../../domain/store/quarantineText";
import { countWords, rowFaultWords, TABLE_WORDS } from "../../../words/tables";
import { Button } from "../../../ui/Button";
import { Notice } from "../../../ui/Notice";
import { isStorageKnown, keepForGood } from "../../../kit/studio/storeUpkeep";
import { download } from "../../../ui/download";
import { useOpenStudio } from "../../../kit/studio/useStudio";
import { attempt } from "../../../kit/studio/problems";
import { megabytes } from "./ArchiveOut";
import { TaskLine } from "./TaskLine";
import { useStoreTask } from "./useStoreTask";
import { Status } from "../../../ui/Status";
import { useQuarantineCommands } from "../../../kit/commands/quarantine";

type Room = { readonly used: number; readonly quota: number; readonly isKept: boolean };

const NEARLY_FULL = 0.9;

export function StorageLine() {
  const [room, setRoom] = useState<Room | "unknown">();
  const look = async (): Promise<Room | "unknown"> => {
    if (!isStorageKnown()) return "unknown";
    const [{ usage = 0, quota = 0 }, isKept] = await Promise.all([
      navigator.storage.estimate(),
      navigator.storage.persisted(),
    ]);
    return { used: usage, quota, isKept };
  };
  useEffect(() => {
    let isHere = true;
    void look().then((found) => {
      if (isHere) setRoom(found);
    });
    return () => {
      isHere = false;
    };
  }, []);
  if (room === undefined) return null;
  if (room === "unknown") return <p>This browser does not say how much it stores or for how long.</p>;
  const { used, quota, isKept } = room;
  return (
    <div>
      <p>
        Gaman uses {megabytes(used)}; about {megabytes(Math.max(0, quota - used))} more would fit.{" "}
        {isKept
          ? "The browser has promised to keep it."
          : "The browser may clear it when this machine runs out of space."}
      </p>
      {quota > 0 && used > NEARLY_FULL * quota ? (
        <Notice>The storage is nearly full. Save an archive, then free space on this machine.</Notice>
      ) : null}
      {isKept ? null : (
        <Button
          weight="quiet"
          onClick={() => {
            void keepForGood().then(look).then(setRoom);
          }}
        >
          ask the browser to keep it
        </Button>
      )}
    </div>
  );
}

const SHOWN_FAULTS = 20;

export function StoreCheck() {
  const { workspace } = useOpenStudio();
  const task = useStoreTask();
  const [report, setReport] = useState<StoreReport>();
  const check = async (): Promise<void> => {
    setReport(undefined);
    const found = await task.run("Checking every record", (remote, onProgress) =>
      remote.check(workspace, onProgress),
    );
    if (!found) return;
    if (found.unreadable.length > 0)
      await task.run("Keeping apart what cannot be read", (remote) =>
        remote.quarantine(workspace, Date.now()),
      );
    setReport(found);
  };
  const faults = report ? [...report.unreadable, ...report.dangling] : [];
  return (
    <div className="mt-2">
      <Button
        disabled={task.working !== undefined}
        onClick={() => {
          void check();
        }}
      >
        Check every record
      </Button>
      <TaskLine task={task} />
      <div role="status">
        {report ? (
          <>
            <p className="mt-2">
              {faults.length === 0
                ? `${report.rowCount.toLocaleString("en-GB")} records read, all in order.`
                : `${report.rowCount.toLocaleString("en-GB")} records read; ${faults.length} not in order. What cannot be read is kept apart below; the rest is shown without what is missing.`}
            </p>
            <ul>
              {faults.slice(0, SHOWN_FAULTS).map(({ table, rowId, fault }) => (
                <li key={`${table} ${rowId} ${rowFaultWords(fault)}`}>
                  {TABLE_WORDS[table][0]} {rowId}: {rowFaultWords(fault)}
                </li>
              ))}
            </ul>
            <p className="text-muted">
              {report.counts
                .filter(({ rows }) => rows > 0)
                .map(({ table, rows }) => countWords(table, rows))
                .join(", ")}
            </p>
          </>
        ) : null}
      </div>
      <Quarantine />
    </div>
  );
}

function Quarantine() {
  const { emptyQuarantine, releaseQuarantine } = useQuarantineCommands();
  const rows = useStored(readQuarantine, []) ?? [];
  const [said, setSaid] = useState<string>();
  if (rows.length === 0) return <Status>{said}</Status>;
  return (
    <section aria-labelledby="apart" className="mt-3 border-4 border-double border-ink p-3">
      <h3 id="apart" className="font-bold">
        Kept apart, since they cannot be read
      </h3>
      <ul>
        {rows.slice(0, SHOWN_FAULTS).map(({ key, table, rowId, reason }) => (
          <li key={key}>
            {table}, {rowId}: {reason}
          </li>
        ))}
      </ul>
      {rows.length > SHOWN_FAULTS ? <p>and {rows.length - SHOWN_FAULTS} more</p> : null}
      <div className="mt-1 flex flex-wrap gap-x-4">
        <Button
          weight="quiet"
          onClick={() => {
            download(
              new Blob([quarantineText(rows)], { type: "application/json" }),
              "gaman-unreadable-records.json",
            );
          }}
        >
          save them as a file
        </Button>
        <Button
          weight="quiet"
          onClick={() => {
            attempt(
              releaseQuarantine().then((count) => {
                setSaid(count === 0 ? "None of them can be read yet." : `${count} put back.`);
              }),
            );
          }}
        >
          put back what can be read now
        </Button>
        <Button
          weight="quiet"
          onClick={() => {
            attempt(emptyQuarantine());
          }}
        >
          delete them for good
        </Button>
      </div>
      <Status>{said}</Status>
    </section>
  );
}
