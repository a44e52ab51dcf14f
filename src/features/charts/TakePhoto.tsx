"use client";

/** A photo of the painted sheet: its marks are shown, its cells read in the worker, and what is believed is kept. */
import { useEffect, useRef, useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { ReadCell, SheetPoint } from "../../core/picture/squaredSheet";
import { blankPages, layoutOf } from "../../domain/charts/blankLayout";
import type { Chart } from "../../domain/charts/chart";
import type { Sheet, SheetCell } from "../../domain/charts/chartSheets";
import { FROM_PHOTO_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { storedFromLab } from "../../domain/reading/storedColor";
import type { Tube } from "../../domain/tube/tube";
import { useChartCommands } from "../../kit/commands/charts";
import { useObjectUrl } from "../../kit/picture/useObjectUrl";
import { attempt } from "../../kit/studio/problems";
import { useDb, useOpenStudio, useSettings } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";
import { Button } from "../../ui/Button";
import { CheckField, FileField, SelectField } from "../../ui/fields";
import { Fold } from "../../ui/Fold";
import { NEXT } from "../../ui/keepFocus";
import { Notice } from "../../ui/Notice";
import { Patch } from "../../ui/Patch";
import { Status } from "../../ui/Status";
import { cellDoses, paintedWords, sheetFaultWords } from "../../words/charts";
import { deltaEText } from "../../words/colors";
import { workFailureWords } from "../../words/failures";
import { pictureFailureWords } from "../../words/pictures";
import { createPictureClient, type PictureClient } from "../../workers/clients";
import { type Corners, CornerStage } from "./CornerStage";

/** A cell this far from its prediction more likely went wrong than the tube is so strange, ΔE00. */
const DOUBTED = 18;
/** The sheet of this chart was painted with simulated tubes, and photographed by a window. */
const DEMO_CHART = "chart-greens";
const DEMO_PHOTO = "/demo/greens-sheet.jpg";
/** Brush marks and blots of more than this are no colour, ΔE00. */
const UNEVEN = 5;

type Opened = {
  readonly client: PictureClient;
  readonly file: File;
  readonly widthPx: number;
  readonly heightPx: number;
};

export function TakePhoto({ chart, sheet, tubes }: { chart: Chart; sheet: Sheet; tubes: readonly Tube[] }) {
  const { workspace } = useOpenStudio();
  const [opened, setOpened] = useState<Opened>();
  const [word, setWord] = useState<string>();
  const [corners, setCorners] = useState<Corners>();
  const [pageNumber, setPageNumber] = useState(1);
  const [cells, setCells] = useState<readonly ReadCell[]>();
  const [isReading, setReading] = useState(false);
  const url = useObjectUrl(opened?.file);
  const client = useRef<PictureClient>(undefined);
  useEffect(() => () => client.current?.dispose(), []);
  const pages = blankPages(sheet);
  const page = pages[pageNumber - 1] ?? pages[0];

  const open = async (file: File): Promise<void> => {
    client.current?.dispose();
    client.current = createPictureClient();
    const here = client.current;
    setCells(undefined);
    setWord(undefined);
    const asked = await here.ask((remote) => remote.open(file));
    if (!asked.ok) setWord(workFailureWords("The photo", asked.failure));
    else if (!asked.value.ok) setWord(pictureFailureWords(asked.value.failure));
    else {
      const { widthPx, heightPx } = asked.value.value;
      setOpened({ client: here, file, widthPx, heightPx });
      setCorners(cornersAtFirst(widthPx, heightPx));
    }
  };
  const read = async (): Promise<void> => {
    if (!opened || !corners || !page) return;
    setReading(true);
    setWord(undefined);
    const asked = await opened.client.ask((remote) => remote.readSheet(corners, layoutOf(sheet, page)));
    setReading(false);
    if (!asked.ok) setWord(workFailureWords("The sheet", asked.failure));
    else if ("code" in asked.value) setWord(sheetFaultWords(asked.value));
    else setCells(asked.value.cells);
  };
  return (
    <Fold label="Read a photo of the painted sheet" className="mt-1" isKept>
      <div className="flex max-w-3xl flex-col gap-3">
        <FileField
          label="The photo"
          accept="image/*"
          onFile={(file) => {
            attempt(open(file));
          }}
        />
        {workspace === "demo" && chart.id === DEMO_CHART ? (
          <Button
            className="self-start"
            onClick={() => {
              attempt(
                fetch(DEMO_PHOTO).then(async (response) => {
                  if (!response.ok)
                    throw new Error(`The demo's photo could not be read (${response.status})`);
                  await open(new File([await response.blob()], "greens-sheet.jpg", { type: "image/jpeg" }));
                }),
              );
            }}
          >
            Take the demo’s photo
          </Button>
        ) : null}
        <Notice>{word}</Notice>
        {opened && corners && url ? (
          <>
            <p>Move the four corners onto the marks of the page, then read it.</p>
            <CornerStage
              url={url}
              widthPx={opened.widthPx}
              heightPx={opened.heightPx}
              corners={corners}
              onChange={(next) => {
                setCorners(next);
                setCells(undefined);
              }}
            />
            <div className="flex flex-wrap items-end gap-3">
              {pages.length > 1 ? (
                <SelectField
                  label="page of the blank"
                  value={pageNumber}
                  onChange={(event) => {
                    setPageNumber(Number(event.target.value));
                    setCells(undefined);
                  }}
                >
                  {pages.map(({ number, count }) => (
                    <option key={number} value={number}>
                      {number} of {count}
                    </option>
                  ))}
                </SelectField>
              ) : null}
              <Button
                weight="main"
                disabled={isReading}
                {...(cells === undefined && NEXT)}
                onClick={() => {
                  attempt(read());
                }}
              >
                Read the cells
              </Button>
            </div>
            {isReading ? <Status>Reading the cells</Status> : null}
          </>
        ) : null}
        {cells ? (
          <ReadCells key={pageNumber} chart={chart} sheet={sheet} tubes={tubes} cells={cells} />
        ) : null}
      </div>
    </Fold>
  );
}

function cornersAtFirst(widthPx: number, heightPx: number): Corners {
  const at = (x: number, y: number): SheetPoint => [x * widthPx, y * heightPx];
  return [at(0.1, 0.1), at(0.9, 0.1), at(0.9, 0.9), at(0.1, 0.9)];
}

function ReadCells({
  chart,
  sheet,
  tubes,
  cells,
}: {
  chart: Chart;
  sheet: Sheet;
  tubes: readonly Tube[];
  cells: readonly ReadCell[];
}) {
  const db = useDb();
  const settings = useSettings();
  const { changeChart } = useChartCommands();
  const planned = new Map(
    sheet.rows.flatMap((row) => row.cells.flatMap((cell) => (cell ? [[cell.key, cell] as const] : []))),
  );
  const doubtOf = (read: ReadCell, cell: SheetCell): string | undefined =>
    read.isBlank
      ? "looks like bare paper"
      : read.spread > UNEVEN
        ? "uneven"
        : deltaE2000(read.lab, cell.lab) > DOUBTED
          ? "far from what was predicted: did something go wrong?"
          : undefined;
  const all = cells.flatMap((read) => {
    const cell = planned.get(read.key);
    return cell ? [{ read, cell, doubt: doubtOf(read, cell) }] : [];
  });
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
        {all.map(({ read, cell, doubt }) => (
          <li key={read.key} className="flex items-center gap-3 border-t py-1">
            <span className="flex h-11 w-20 shrink-0">
              <Patch lab={cell.lab} className="flex-1" />
              <Patch lab={read.lab} className="flex-1" />
            </span>
            <CheckField
              label={`${cellDoses(cell, tubes, settings).join(", ")}: ${deltaEText(deltaE2000(read.lab, cell.lab))}${doubt ? `, ${doubt}` : ""}`}
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
          const keys = new Set(taken.map(({ read }) => read.key));
          const readings = taken.map(({ read }) => ({
            cell: read.key,
            color: storedFromLab(read.lab, "picture", FROM_PHOTO_UNCERTAINTY),
          }));
          attempt(
            undoably(db, `${chart.name}: ${paintedWords(readings.length)}`, [["charts", chart.id]], () =>
              changeChart(chart.id, (before) => ({
                readings: [...before.readings.filter(({ cell }) => !keys.has(cell)), ...readings],
              })),
            ),
          );
        }}
      >
        Keep these readings
      </Button>
    </section>
  );
}
