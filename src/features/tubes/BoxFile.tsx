"use client";

import { useState } from "react";
import { Button } from "../../ui/Button";
import { FileField } from "../../ui/fields";
import { useStudio } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { useTubeCommands } from "../../kit/commands/tubes";
import { download } from "../../ui/download";
import { textOfFile } from "../../workers/textOf";

/** A list of tubes is short; the reader itself is only loaded when a file is opened. */
const MOST_BOX_BYTES = 2 * 2 ** 20;

/** Tubes from a CSV file into the box, and the box as such a file. */
export function BoxFile({ onAdded }: { onAdded: (tubeId: string) => void }) {
  const box = useStudio((studio) => studio.box);
  const { addTubes } = useTubeCommands();
  const [word, setWord] = useState<string>();
  const open = async (file: File, now: number): Promise<void> => {
    if (file.size > MOST_BOX_BYTES) {
      setWord(`${file.name} has more than 2 MB, which is no list of tubes. Nothing was added.`);
      return;
    }
    const text = await textOfFile(file);
    if (text === undefined) {
      setWord(`${file.name} is not text. Save the list as CSV. Nothing was added.`);
      return;
    }
    const { readBoxFile } = await import("../../persistence/boxFile");
    const answer = readBoxFile(text);
    if (!answer.ok) {
      const { boxFileFaultWords } = await import("../../words/files");
      setWord(
        `${file.name}, line ${answer.failure.line}: ${boxFileFaultWords(answer.failure.fault)}. Nothing was added.`,
      );
      return;
    }
    setWord(undefined);
    const [first] = await addTubes(answer.value, now);
    if (first) onAdded(first.id);
  };
  const save = async (): Promise<void> => {
    const { writeBoxFile } = await import("../../persistence/boxFile");
    download(new Blob([writeBoxFile(box)], { type: "text/csv" }), "box.csv");
  };
  return (
    <section className="flex flex-col gap-3 border-t-2 border-ink pt-4">
      <h3 className="font-bold">From a file</h3>
      <FileField
        label="CSV with the columns label and pigments, and what you like of the others"
        accept=".csv,text/csv,text/plain"
        onFile={(file) => {
          attempt(open(file, Date.now()));
        }}
      />
      {word ? (
        <p role="alert" className="font-semibold">
          {word}
        </p>
      ) : null}
      <Button
        weight="quiet"
        className="self-start"
        disabled={box.length === 0}
        onClick={() => {
          attempt(save());
        }}
      >
        save the box as CSV
      </Button>
    </section>
  );
}
