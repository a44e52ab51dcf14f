"use client";

/** What a photo says of each cell; what looks wrong is left out, and can be taken all the same. */
import { useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { ReadCell } from "../../core/picture/squaredSheet";
import type { Chart, FixedChart } from "../../domain/charts/chart";
import { doubtedCells, sharesOfColour } from "../../domain/charts/doubtedCells";
import type { Sheet } from "../../domain/charts/sheetTypes";
import type { FilmState } from "../../domain/reading/reading";
import { SHEET_CELL_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { storedFromLab } from "../../domain/reading/storedColor";
import type { Tube } from "../../domain/tube/tube";
import { useChartCommands } from "../../kit/commands/charts";
import { attempt } from "../../kit/studio/problems";
import { useStore, useSettings } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";
import { Button } from "../../ui/Button";
import { CheckField } from "../../ui/fields";
import { NEXT } from "../../ui/keepFocus";
import { Patch } from "../../ui/Patch";
import { cellDoses, paintedWords } from "../../words/charts";
import { deltaEText } from "../../words/colors";

/** Brush marks and blots of more than this are no colour, ΔE00. */
const UNEVEN = 5;

export function ReadCells({
  chart,
  sheet,
  tubes,
  cells,
  film,
  photoId,
  fixed,
}: {
  chart: Chart;
  sheet: Sheet;
  tubes: readonly Tube[];
  cells: readonly ReadCell[];
  film: FilmState;
  photoId: string;
  fixed: () => FixedChart;
}) {
  const store = useStore();
  const settings = useSettings();
  const { keepCellReadings } = useChartCommands();
  const planned = new Map(
    sheet.rows.flatMap((row) => row.cells.flatMap((cell) => (cell ? [[cell.key, cell] as const] : []))),
  );
  const found = cells.flatMap((read) => {
    const cell = planned.get(read.key);
    return cell ? [{ read, cell }] : [];
  });
  const doubted = doubtedCells(
    found
      .filter(({ read }) => !read.isBlank)
      .map(({ read, cell }) => ({
        key: read.key,
        read: read.lab,
        predicted: cell.lab,
        tubes: sharesOfColour(cell.doses, tubes),
      })),
  );
  const doubtOf = (read: ReadCell): string | undefined =>
    read.isBlank
      ? "looks like bare paper"
      : read.spread > UNEVEN
        ? "uneven"
        : doubted.includes(read.key)
          ? "not as the other cells let expect: did something go wrong?"
          : undefined;
  const all = found.map(({ read, cell }) => ({ read, cell, doubt: doubtOf(read) }));
  const [left, setLeft] = useState<readonly string[]>(() =>
    all.flatMap(({ read, doubt }) => (doubt ? [read.key] : [])),
  );
  const taken = all.filter(({ read }) => !left.includes(read.key));
  const misses = taken.map(({ read, cell }) => deltaE2000(read.lab, cell.lab)).sort((a, b) => a - b);
  const middle = misses[Math.floor(misses.length / 2)];
  return (
    <section aria-label="What the photo says">
      <p>
        {taken.length} of {all.length} cells are taken
        {middle === undefined
          ? "."
          : `; half of them lie within ${deltaEText(middle)} of what was predicted.`}
      </p>
      <ul>
        {all.map(({ read, cell, doubt }, i) => (
          <li key={i} className="flex items-center gap-3 border-t py-1">
            <span className="flex h-11 w-20 shrink-0">
              <Patch lab={cell.lab} className="flex-1" />
              <Patch lab={read.lab} className="flex-1" />
            </span>
            <CheckField
              label={`${cellDoses(cell, tubes, settings).join(", ")}: ${deltaEText(deltaE2000(read.lab, cell.lab))}, spread ${read.spread.toFixed(1)}${doubt ? `, ${doubt}` : ""}`}
              isChecked={!left.includes(read.key)}
              onChange={(isTaken) => {
                setLeft(isTaken ? left.filter((key) => key !== read.key) : [...left, read.key]);
              }}
            />
          </li>
        ))}
      </ul>
      <Button
        weight="main"
        className="mt-2"
        disabled={taken.length === 0}
        {...NEXT}
        onClick={() => {
          const readings = taken.map(({ read }) => ({
            cell: read.key,
            color: storedFromLab(read.lab, "picture", Math.hypot(SHEET_CELL_UNCERTAINTY, read.spread / 2)),
            photoId,
            ...(film === "wet" && { film }),
          }));
          attempt(
            undoably(store, `${chart.name}: ${paintedWords(readings.length)}`, [["charts", chart.id]], () =>
              keepCellReadings(chart.id, readings, fixed()),
            ),
          );
        }}
      >
        Keep these readings
      </Button>
    </section>
  );
}
