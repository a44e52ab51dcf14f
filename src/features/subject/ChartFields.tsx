"use client";

/** A printed chart whose values the painter has: how its patches lie, and what each of them is. */
import { useState } from "react";
import { CHART_VALUES } from "../../devices/simulatedCamera";
import { Button } from "../../ui/Button";
import { FileField, TextAreaField, TextField } from "../../ui/fields";
import { Notice } from "../../ui/Notice";
import { attempt } from "../../kit/studio/problems";
import { parseColor } from "../../kit/reading/parseColor";
import { colorFailureWords } from "../../words/typed";
import { textOfFile } from "../../workers/textOf";
import type { ChartDraft } from "./useReferences";

const USUAL_CHART = { rows: 4, columns: 6 };
const MOST_PATCHES = 400;
/** Their values take less. */
const MOST_BYTES = 1_000_000;

export function ChartFields({ onChart }: { onChart: (chart: ChartDraft | undefined) => void }) {
  const [rows, setRows] = useState(String(USUAL_CHART.rows));
  const [columns, setColumns] = useState(String(USUAL_CHART.columns));
  const [values, setValues] = useState("");
  const [word, setWord] = useState<string>();
  const open = async (file: File): Promise<void> => {
    const text = file.size > MOST_BYTES ? undefined : await textOfFile(file);
    setWord(
      text === undefined
        ? `${file.name} is no list of values. Choose a text file, one patch a line.`
        : undefined,
    );
    if (text !== undefined) setValues(text);
  };
  const use = (): void => {
    const lines = values
      .split("\n")
      .map((line) => line.trim())
      .filter((line) => line !== "");
    const parsed = lines.map((line) => parseColor(line));
    const wrong = parsed.findIndex((one) => !one.ok);
    const count = Number(rows) * Number(columns);
    if (!Number.isInteger(count) || Number(rows) < 2 || Number(columns) < 2 || count > MOST_PATCHES) {
      setWord(`A chart has at least two rows and two columns, and at most ${MOST_PATCHES} patches.`);
      return;
    }
    if (wrong >= 0) {
      setWord(
        `Line ${wrong + 1} is no colour: ${parsed[wrong]?.ok === false ? colorFailureWords(parsed[wrong].failure) : ""}`,
      );
      return;
    }
    if (lines.length !== count) {
      setWord(`${rows} rows of ${columns} need ${count} values; there are ${lines.length}.`);
      return;
    }
    setWord(undefined);
    onChart({
      rows: Number(rows),
      columns: Number(columns),
      values: parsed.flatMap((one) => (one.ok ? [one.value] : [])),
    });
  };
  return (
    <div className="flex flex-col gap-3">
      <div className="flex gap-3">
        <TextField
          label="Rows"
          inputMode="numeric"
          value={rows}
          onChange={(event) => {
            setRows(event.target.value);
          }}
        />
        <TextField
          label="Columns"
          inputMode="numeric"
          value={columns}
          onChange={(event) => {
            setColumns(event.target.value);
          }}
        />
      </div>
      <TextAreaField
        label="Its values as they are read, one patch a line: hex, or L* a* b*"
        value={values}
        onChange={(event) => {
          setValues(event.target.value);
        }}
      />
      <FileField
        label="or a text file of them"
        accept=".txt,.csv,text/plain,text/csv"
        onFile={(file) => {
          attempt(open(file));
        }}
      />
      <Button
        weight="quiet"
        className="self-start"
        onClick={() => {
          attempt(
            fetch(CHART_VALUES)
              .then((response) => response.text())
              .then(setValues),
          );
        }}
      >
        values of the simulated camera&apos;s chart
      </Button>
      <Notice>{word}</Notice>
      <Button className="self-start" onClick={use}>
        Use this chart
      </Button>
    </div>
  );
}
