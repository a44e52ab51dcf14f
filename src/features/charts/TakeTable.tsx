"use client";

/** Painted colours taken in from the chart's own table, once they are filled in. */
import Papa from "papaparse";
import { useState } from "react";
import type { Chart } from "../../domain/charts/chart";
import type { Sheet } from "../../domain/charts/chartSheets";
import { readingsOfTable, type TableRow } from "../../domain/charts/chartTable";
import { useChartCommands } from "../../kit/commands/charts";
import { attempt } from "../../kit/studio/problems";
import { useDb } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";
import { FileField } from "../../ui/fields";
import { Fold } from "../../ui/Fold";
import { Notice } from "../../ui/Notice";
import { paintedWords, tableFaultWords } from "../../words/charts";

/** A chart of thousands of cells is smaller. */
const MOST_BYTES = 4_000_000;

export function TakeTable({ chart, sheets }: { chart: Chart; sheets: readonly Sheet[] }) {
  const db = useDb();
  const { changeChart } = useChartCommands();
  const [word, setWord] = useState<string>();
  const take = async (file: File): Promise<void> => {
    setWord(undefined);
    if (file.size > MOST_BYTES) {
      setWord("This file is larger than any chart. Choose the table that was saved here.");
      return;
    }
    const { data } = Papa.parse<TableRow>(await file.text(), { header: true, skipEmptyLines: "greedy" });
    const read = readingsOfTable(data, sheets);
    if (!read.ok) {
      setWord(tableFaultWords(read.failure));
      return;
    }
    const taken = new Set(read.value.map(({ cell }) => cell));
    await undoably(db, `${chart.name}: ${paintedWords(taken.size)}`, [["charts", chart.id]], () =>
      changeChart(chart.id, ({ readings }) => ({
        readings: [...readings.filter(({ cell }) => !taken.has(cell)), ...read.value],
      })),
    );
  };
  return (
    <Fold label="Take painted colours in from a table" className="mt-1">
      <div className="flex max-w-xl flex-col gap-2">
        <p className="text-muted">
          Save the table above, fill in painted_L, painted_a and painted_b (CIELAB, D65), and choose it here.
        </p>
        <FileField
          label="The table, as CSV"
          accept=".csv,text/csv"
          onFile={(file) => {
            attempt(take(file));
          }}
        />
        <Notice>{word}</Notice>
      </div>
    </Fold>
  );
}
