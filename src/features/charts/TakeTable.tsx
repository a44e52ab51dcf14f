"use client";

/** Painted colours taken in from the chart's own table, once they are filled in. */
import { useState } from "react";
import type { CellReading, Chart, FixedChart } from "../../domain/charts/chart";
import type { Sheet } from "../../domain/charts/sheetTypes";
import { readingsInOrder, readingsOfTable, type TableRow } from "../../domain/charts/chartTable";
import { useChartCommands } from "../../kit/commands/charts";
import { attempt } from "../../kit/studio/problems";
import { useStore } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";
import { FileField } from "../../ui/fields";
import { Notice } from "../../ui/Notice";
import { paintedWords, tableFaultWords } from "../../words/charts";
import { workFailureWords } from "../../words/failures";
import { readingFiles } from "../../workers/clients";
import { textOfFile } from "../../workers/textOf";

const isTable = ({ name, type }: File): boolean => /\.csv$/i.test(name) || type === "text/csv";

/** A chart of thousands of cells is smaller. */
const MOST_BYTES = 4_000_000;

export function TakeTable({
  chart,
  sheets,
  fixed,
}: {
  chart: Chart;
  sheets: readonly Sheet[];
  fixed: () => FixedChart;
}) {
  const store = useStore();
  const { keepCellReadings } = useChartCommands();
  const [word, setWord] = useState<string>();
  const fromTable = async (file: File): Promise<readonly CellReading[] | string> => {
    const text = await textOfFile(file);
    if (text === undefined) return `${file.name} is not text. Choose the table that was saved here.`;
    const { default: Papa } = await import("papaparse");
    const { data } = Papa.parse<TableRow>(text, { header: true, skipEmptyLines: "greedy" });
    const read = readingsOfTable(data, sheets);
    return read.ok ? read.value : tableFaultWords(read.failure);
  };
  /** The instrument went from cell to cell, row by row, sheet by sheet. */
  const fromInstrument = async (file: File): Promise<readonly CellReading[] | string> => {
    const asked = await readingFiles.ask((remote, tell) => remote.read(file, tell));
    if (!asked.ok) return workFailureWords(file.name, asked.failure);
    if (!asked.value.ok) {
      const { line, fault } = asked.value.failure;
      const { fileFaultWords } = await import("../../words/files");
      return `${line > 0 ? `Line ${line}: ` : ""}${fileFaultWords(fault)}`;
    }
    const read = readingsInOrder(asked.value.value, sheets);
    return read.ok ? read.value : tableFaultWords(read.failure);
  };
  const take = async (file: File): Promise<void> => {
    setWord(undefined);
    if (file.size > MOST_BYTES) {
      setWord("This file is larger than any chart. Choose the table that was saved here.");
      return;
    }
    const read = isTable(file) ? await fromTable(file) : await fromInstrument(file);
    if (typeof read === "string") {
      setWord(read);
      return;
    }
    await undoably(store, `${chart.name}: ${paintedWords(read.length)}`, [["charts", chart.id]], () =>
      keepCellReadings(chart.id, read, fixed()),
    );
  };
  return (
    <div className="flex max-w-xl flex-col gap-2">
      <p className="text-muted">
        Save the table above, fill in painted_L, painted_a and painted_b (CIELAB, D65), and choose it here. Or
        choose a CGATS file: one reading for each cell, row by row.
      </p>
      <FileField
        label="The table, as CSV or CGATS"
        accept=".csv,text/csv,.txt,.cgats,.it8,text/plain"
        onFile={(file) => {
          attempt(take(file));
        }}
      />
      <Notice>{word}</Notice>
    </div>
  );
}
