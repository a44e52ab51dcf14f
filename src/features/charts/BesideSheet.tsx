"use client";

/** What is seen beside a chart: the same wheel with one tube swapped, and how far two ladders lie apart. */
import { useMemo, useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { CellReading, Chart } from "../../domain/charts/chart";
import { withMixtures } from "../../domain/charts/chartMixtures";
import type { Sheet } from "../../domain/charts/sheetTypes";
import { isWhiteTube } from "../../domain/tube/kinds";
import { useSheets } from "../../kit/charts/useCharts";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf } from "../../kit/query/useTask";
import { useStudio } from "../../kit/studio/useStudio";
import { SelectField } from "../../ui/SelectField";
import { chartFaultWords } from "../../words/charts";
import { deltaEText } from "../../words/colors";
import { SheetTable } from "./SheetTable";

const NONE: ReadonlyMap<string, CellReading> = new Map<string, CellReading>();

/** The same wheel from two of its tubes and another one. */
export function SwappedWheel({ chart }: { chart: Chart }) {
  const box = useStudio((studio) => studio.box);
  const tubeById = useStudio((studio) => studio.tubeById);
  const all = withMixtures(chart, tubeById);
  const own = chart.tubeIds.slice(0, 3).flatMap((id) => all.get(id) ?? []);
  const [fromId, setFromId] = useState(own[0]?.id ?? "");
  const [toId, setToId] = useState("");
  const others = box.filter(
    (tube) => tube.archivedAt === undefined && !chart.tubeIds.includes(tube.id) && !isWhiteTube(tube),
  );
  const swapped = useMemo(
    (): Chart => ({
      ...chart,
      fixed: undefined,
      readings: [],
      tubeIds: chart.tubeIds.map((id) => (id === fromId && toId !== "" ? toId : id)),
    }),
    [chart, fromId, toId],
  );
  return (
    <section aria-label="The same wheel with one tube swapped" className="mt-4 border-t pt-2">
      <div className="flex flex-wrap items-end gap-3">
        <SelectField
          label="swap"
          value={fromId}
          onChoose={(picked) => {
            setFromId(picked);
          }}
        >
          {own.map(({ id, label }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="for"
          value={toId}
          onChoose={(picked) => {
            setToId(picked);
          }}
        >
          <option value="">nothing: one wheel is shown</option>
          {others.map(({ id, label }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </SelectField>
      </div>
      {toId === "" ? null : <Swapped key={toId} chart={swapped} />}
    </section>
  );
}

function Swapped({ chart }: { chart: Chart }) {
  const { asked, task } = useSheets(chart);
  const [chosenKey, setChosenKey] = useState<string>();
  const [sheet] = shownOf(task) ?? [];
  if (!asked.ok) return <p className="mt-2 border-l-4 border-ink pl-3">{chartFaultWords(asked.fault)}</p>;
  return (
    <>
      <TaskLine task={task} asking="Mixing the other wheel" what="The other wheel" />
      {sheet ? (
        <SheetTable
          sheet={{ ...sheet, title: "The wheel with the tube swapped" }}
          tubes={asked.tubes}
          painted={NONE}
          chosenKey={chosenKey}
          onChoose={setChosenKey}
        />
      ) : null}
    </>
  );
}

/** Of two ladders, how far they lie apart at each step. */
export function LaddersApart({ sheet: { columns, rows } }: { sheet: Sheet }) {
  const [one, other, ...more] = rows;
  if (!one || !other || more.length > 0) return null;
  const steps = columns.flatMap((name, i) => {
    const [first, second] = [one.cells[i], other.cells[i]];
    return first && second ? [{ name, apart: deltaE2000(first.lab, second.lab) }] : [];
  });
  return (
    <p className="mt-2">
      {one.name} and {other.name} apart:{" "}
      {steps.map(({ name, apart }) => `${name} ${deltaEText(apart)}`).join(", ")}.
    </p>
  );
}
