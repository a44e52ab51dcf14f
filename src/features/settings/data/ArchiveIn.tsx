"use client";

/** Takes an archive in: what it would do is shown first, and it can be taken back. */
import { countWords, TABLE_WORDS } from "../../../words/tables";
import { format } from "date-fns";
import { useStored } from "../../../kit/store/useStored";
import { useState } from "react";
import { readLastImport } from "../../../kit/store/calls";
import type { WhoseCounts } from "../../../persistence/archive/importArchive";
import type { ImportPreview } from "../../../persistence/storeApi";
import { Button } from "../../../ui/Button";
import { Choice } from "../../../ui/Choice";
import { FileField } from "../../../ui/fields";
import { useOpenStudio } from "../../../kit/studio/useStudio";
import { TaskLine } from "./TaskLine";
import { useStoreTask } from "./useStoreTask";
import { Status } from "../../../ui/Status";

/** Of files that do not belong, so many are named. */
const MOST_NAMED = 5;

type Opened = { readonly fileName: string; readonly preview: ImportPreview };

export function ArchiveIn() {
  const { workspace } = useOpenStudio();
  const task = useStoreTask();
  const [opened, setOpened] = useState<Opened>();
  const [said, setSaid] = useState<string>();
  const last = useStored(readLastImport, []);
  const open = async (file: File): Promise<void> => {
    setOpened(undefined);
    setSaid(undefined);
    const preview = await task.run(
      "Reading the archive",
      (remote, onProgress) => remote.openArchive(workspace, file, onProgress),
      true,
    );
    if (preview) setOpened({ fileName: file.name, preview });
  };
  const takeIn = async (whose: WhoseCounts): Promise<void> => {
    if (!opened) return;
    const { fileName } = opened;
    const done = await task.run("Taking it in", async (remote, onProgress) => {
      const answer = await remote.takeIn(whose, fileName, Date.now(), onProgress);
      return answer.ok ? { ok: true, value: true } : answer;
    });
    setOpened(undefined);
    if (done) setSaid(`${fileName} was taken in.`);
  };
  const undo = async (): Promise<void> => {
    setSaid(undefined);
    const done = await task.run("Taking the import back", async (remote) => {
      const answer = await remote.undoImport(workspace);
      return answer.ok ? { ok: true, value: true } : answer;
    });
    if (done) setSaid("The import was taken back; everything is as it was before.");
  };
  return (
    <>
      <div className="max-w-md">
        <FileField
          label="An archive (.gaman.zip)"
          accept=".zip,application/zip"
          onFile={(file) => {
            void open(file);
          }}
        />
      </div>
      <TaskLine task={task} />
      {opened && !task.working ? (
        <Preview
          opened={opened}
          onTakeIn={(whose) => {
            void takeIn(whose);
          }}
          onLeave={() => {
            setOpened(undefined);
            task.giveUp();
          }}
        />
      ) : null}
      <Status>{said}</Status>
      {last && !task.working && !opened ? (
        <p className="flex flex-wrap items-center gap-x-3">
          Last import: {last.fileName}, {format(last.at, "d MMM yyyy, HH:mm")}.
          <Button
            weight="quiet"
            onClick={() => {
              void undo();
            }}
          >
            take it back
          </Button>
        </p>
      ) : null}
    </>
  );
}

function Preview({
  opened,
  onTakeIn,
  onLeave,
}: {
  opened: Opened;
  onTakeIn: (whose: WhoseCounts) => void;
  onLeave: () => void;
}) {
  const [whose, setWhose] = useState<WhoseCounts>("mine");
  const { preview, fileName } = opened;
  const { tables, scope, madeAt, knownTubes, renumbered, leftOut, unread, passedOver, leftLoose, loosened } =
    preview;
  const counts = (list: ImportPreview["loosened"]): string =>
    list.map(({ table, count }) => countWords(table, count)).join(", ");
  const differing = tables.reduce((sum, table) => sum + table.differing, 0);
  const added = tables.reduce((sum, table) => sum + table.added, 0);
  const examples = tables.flatMap((table) => table.examples).slice(0, 5);
  const what =
    scope.kind === "painting"
      ? `the painting ${scope.name}`
      : scope.kind === "box"
        ? "a box of tubes"
        : "everything";
  return (
    <section aria-label="What would be taken in" className="mt-3 border-2 border-ink p-3">
      <h3 className="font-bold">
        {fileName}: {what}, saved {format(madeAt, "d MMMM yyyy, HH:mm")}
      </h3>
      <table className="mt-2 w-full border-collapse text-left">
        <thead>
          <tr className="border-b-2 border-ink">
            <th scope="col">In it</th>
            <th scope="col">new here</th>
            <th scope="col">the same here</th>
            <th scope="col">differ</th>
          </tr>
        </thead>
        <tbody>
          {tables.map((table) => (
            <tr key={table.table} className="border-b">
              <th scope="row" className="py-1 font-normal">
                {TABLE_WORDS[table.table][1]}
              </th>
              <td>{table.added.toLocaleString("en-GB")}</td>
              <td>{table.same.toLocaleString("en-GB")}</td>
              <td>{table.differing.toLocaleString("en-GB")}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {knownTubes > 0 ? (
        <p className="mt-2">
          {knownTubes === 1 ? "One of its tubes is" : `${knownTubes} of its tubes are`} in your box already;
          what is taken in will name yours.
        </p>
      ) : null}
      {renumbered > 0 ? (
        <p className="mt-2">
          {renumbered === 1 ? "One note gets" : `${renumbered} notes get`} another number, since theirs is
          taken.
        </p>
      ) : null}
      {leftLoose.length > 0 ? (
        <p className="mt-2">
          Left out, since what they belong to is neither in it nor here: {counts(leftLoose)}.
        </p>
      ) : null}
      {loosened.length > 0 ? (
        <p className="mt-2">
          Taken without something that they name and that is neither in it nor here: {counts(loosened)}.
        </p>
      ) : null}
      {passedOver.length > 0 ? (
        <p className="mt-2">
          Not of the archive, and left alone: {passedOver.slice(0, MOST_NAMED).join(", ")}
          {passedOver.length > MOST_NAMED ? ` and ${passedOver.length - MOST_NAMED} more` : ""}.
        </p>
      ) : null}
      {unread > 0 ? (
        <p className="mt-2">
          {unread === 1
            ? "One record could not be read when it was saved. It is in it word for word, and is put aside here too."
            : `${unread} records could not be read when it was saved. They are in it word for word, and are put aside here too.`}
        </p>
      ) : null}
      {leftOut > 0 ? (
        <p className="mt-2">
          {leftOut} records could not even be written down when it was saved and are not in it.
        </p>
      ) : null}
      {differing > 0 ? (
        <div className="mt-3">
          <p className="mb-2">
            {differing === 1 ? "One record is" : `${differing} records are`} here too, but not the same
            {examples.length > 0 ? `: ${examples.join(", ")}` : ""}. Which is to stay?
          </p>
          <Choice
            label="Which is to stay"
            value={whose}
            options={[
              { value: "mine", label: "keep what is here" },
              { value: "theirs", label: "take the archive’s" },
            ]}
            onChange={setWhose}
          />
        </div>
      ) : null}
      <div className="mt-3 flex flex-wrap items-center gap-4">
        {added > 0 || unread > 0 || (differing > 0 && whose === "theirs") ? (
          <Button
            weight="main"
            onClick={() => {
              onTakeIn(whose);
            }}
          >
            Take it in
          </Button>
        ) : (
          <p className="font-semibold">All of it is here already; there is nothing to take in.</p>
        )}
        <Button weight="quiet" onClick={onLeave}>
          leave it
        </Button>
      </div>
    </section>
  );
}
