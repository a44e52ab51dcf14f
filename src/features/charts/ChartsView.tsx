"use client";

/** Charts of the painter's own tubes: predicted at once, printed as blanks, painted, and read back cell by cell. */
import { useSearchParams } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { CHART_KINDS, type Chart, type FixedChart } from "../../domain/charts/chart";
import type { SheetCell } from "../../domain/charts/sheetTypes";
import { useCharts, useSheets } from "../../kit/charts/useCharts";
import { useChartCommands } from "../../kit/commands/charts";
import { fixedSheets } from "../../domain/charts/fixedSheets";
import { usePaletteMedium } from "../../kit/paint/usePalettePaint";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf } from "../../kit/query/useTask";
import { NoPainting } from "../../kit/studio/NoPainting";
import { attempt } from "../../kit/studio/problems";
import { useSightHolds } from "../../kit/studio/useSightHolds";
import { useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { Fold } from "../../ui/Fold";
import { CHART_KIND_WORDS, chartFaultWords, paintedWords } from "../../words/charts";
import { LaddersApart, SwappedWheel } from "./BesideSheet";
import { ChartMaker, DOWN_LABELS } from "./ChartMaker";
import { ChartMenu } from "./ChartMenu";
import { ChartOnPaper } from "./ChartOnPaper";
import { newChart } from "./newChart";
import { NearestCells } from "./NearestCells";
import { SheetTable } from "./SheetTable";
import { later } from "../../ui/later";
import { whenIdle } from "../../ui/whenIdle";

const CellPanel = later(async () => (await import("./CellPanel")).CellPanel);
const ChoosePaint = later(async () => (await import("./ChoosePaint")).ChoosePaint);
const TakePhoto = later(async () => (await import("./TakePhoto")).TakePhoto);
const TakeTable = later(async () => (await import("./TakeTable")).TakeTable);
const LearnFromPiles = later(async () => (await import("../../kit/learn/LearnFromPiles")).LearnFromPiles);

export function ChartsView() {
  const painting = useStudio((studio) => studio.painting);
  const charts = useCharts();
  const params = useSearchParams();
  const [opened, setOpened] = useState<{ readonly id: string; readonly cellKey?: string | undefined }>();
  const open = (id: string, cellKey?: string): void => {
    setOpened({ id, cellKey });
  };
  if (!painting) return <NoPainting what="Charts" />;
  if (!charts) return null;
  const asked = opened?.id ?? params.get("chart");
  const chart = charts.find(({ id }) => id === asked) ?? charts.at(-1);
  return chart ? (
    <OpenChart key={chart.id} chart={chart} charts={charts} atFirst={opened?.cellKey} onOpen={open} />
  ) : (
    <NoCharts paintingId={painting.id} onOpen={open} />
  );
}

function NoCharts({ paintingId, onOpen }: { paintingId: string; onOpen: (id: string) => void }) {
  const board = useStudio((studio) => studio.board);
  const { addChart } = useChartCommands();
  return (
    <div className="max-w-2xl p-5">
      <h1 className="text-xl font-bold">Charts</h1>
      <p className="mt-2">
        A chart answers what your tubes give together. Gaman shows it at once. Print the blank, paint it and
        read the cells back: every painted cell teaches the tubes that are in it.
      </p>
      <ul className="mt-4">
        {CHART_KINDS.map((kind) => (
          <li key={kind} className="border-t">
            <button
              type="button"
              className="flex min-h-12 w-full flex-wrap items-center gap-x-3 py-1 text-left"
              onClick={() => {
                attempt(
                  addChart(newChart(paintingId, kind, board), Date.now()).then(({ id }) => {
                    onOpen(id);
                  }),
                );
              }}
            >
              <span className="font-semibold underline underline-offset-4">
                {CHART_KIND_WORDS[kind].label}
              </span>
              <span className="text-muted">{CHART_KIND_WORDS[kind].why}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function OpenChart({
  chart,
  charts,
  atFirst,
  onOpen,
}: {
  chart: Chart;
  charts: readonly Chart[];
  /** The cell that is chosen when the chart opens. */
  atFirst: string | undefined;
  onOpen: (id: string, cellKey?: string) => void;
}) {
  const [dragged, setDragged] = useState<readonly string[]>();
  // The first cell that is tapped opens at once.
  useEffect(
    () =>
      whenIdle(() => {
        CellPanel.fetch().catch(() => undefined);
      }),
    [],
  );
  const shown = useMemo(
    () => (dragged ? { ...chart, tubeIds: dragged, fixed: undefined } : chart),
    [chart, dragged],
  );
  const { asked, task } = useSheets(shown);
  const sheets = shownOf(task);
  const sight = useSightHolds();
  const [page, setPage] = useState(0);
  const [chosenKey, setChosenKey] = useState(atFirst);
  const [isLearning, setLearning] = useState(false);
  const [choosing, setChoosing] = useState<"across" | "down">();
  const sheet = sheets?.[Math.max(0, Math.min(page, sheets.length - 1))];
  const drawn = asked.ok && sheet && sheet.rows.length > 0 ? sheet : undefined;
  const all: readonly SheetCell[] =
    sheets?.flatMap(({ rows }) => rows.flatMap(({ cells }) => cells.flatMap((cell) => cell ?? []))) ?? [];
  const chosen = all.find(({ key }) => key === chosenKey);
  const painted = new Map(chart.readings.map((reading) => [reading.cell, reading]));
  const isDown = choosing === "down";
  const { lightener } = usePaletteMedium();
  const fixed = (): FixedChart => ({
    fixed: asked.ok && sheets ? fixedSheets(sheets, asked.tubes) : [],
    lightener: chart.lightener ?? lightener,
  });
  const place = sheets ? Math.min(page, sheets.length - 1) : 0;
  return (
    <div className="wide:grid wide:h-full wide:grid-cols-[minmax(0,1fr)_22rem] wide:overflow-y-auto">
      <section aria-label="Chart" className="min-w-0 p-4 wide:p-5 wide:pl-2">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <h1 className="text-xl font-bold">{chart.name}</h1>
          {chart.readings.length === 0 ? (
            <Button
              onClick={() => {
                setChoosing("across");
              }}
            >
              Choose tubes
            </Button>
          ) : (
            <Button
              weight="main"
              onClick={() => {
                setLearning(true);
              }}
            >
              Learn from this chart
            </Button>
          )}
          {sight}
          <ChartMenu chart={chart} charts={charts} onOpen={onOpen} />
        </div>
        <ChartMaker
          chart={chart}
          onOpen={onOpen}
          onPreview={setDragged}
          onDown={() => {
            setChoosing("down");
          }}
        />
        {asked.ok ? <TaskLine task={task} asking="Mixing the chart" what="The chart" /> : null}
        {asked.ok ? null : <p className="mt-3 border-l-4 border-ink pl-3">{chartFaultWords(asked.fault)}</p>}
        {sheets && sheets.length > 1 ? (
          <div className="mt-3 flex flex-wrap gap-x-3">
            {sheets.map(({ title }, i) => (
              <Button
                key={title}
                weight="quiet"
                aria-pressed={sheet === sheets[i]}
                onClick={() => {
                  setPage(i);
                }}
              >
                {title}
              </Button>
            ))}
          </div>
        ) : null}
        {asked.ok && drawn ? (
          <SheetTable
            sheet={drawn}
            tubes={asked.tubes}
            painted={painted}
            chosenKey={chosenKey}
            onChoose={setChosenKey}
          />
        ) : null}
        {sheet && (chart.kind === "tints" || chart.kind === "washes") ? <LaddersApart sheet={sheet} /> : null}
        {chart.kind === "wheel" && asked.ok ? <SwappedWheel chart={chart} /> : null}
        {asked.ok && sheet?.rows.length === 0 ? (
          <p className="mt-3">No two of these tubes make a grey. Add an opposite, or a black.</p>
        ) : null}
        {drawn || chart.readings.length > 0 ? (
          <p className="mt-3 text-muted">
            {paintedWords(chart.readings.length)}
            {chart.remark === undefined ? "" : ` The sheet says: ${chart.remark}.`}
          </p>
        ) : null}
        {asked.ok && sheets ? (
          <>
            {drawn ? (
              <>
                <ChartOnPaper chart={chart} sheets={sheets} tubes={asked.tubes} fixed={fixed} />
                <Fold label="Read a photo of the painted sheet" className="mt-1" isKept>
                  <TakePhoto
                    chart={chart}
                    charts={charts}
                    sheets={sheets}
                    place={place}
                    tubes={asked.tubes}
                    fixed={fixed}
                    onSheet={setPage}
                  />
                </Fold>
                <Fold label="Take painted colours in from a table" className="mt-1">
                  <TakeTable chart={chart} sheets={sheets} fixed={fixed} />
                </Fold>
              </>
            ) : null}
            <NearestCells
              chart={chart}
              charts={charts}
              onChoose={(id, key) => {
                if (id === chart.id) setChosenKey(key);
                else onOpen(id, key);
              }}
            />
          </>
        ) : null}
      </section>
      <section
        aria-label="Chosen cell"
        className="min-w-0 p-4 wide:sticky wide:top-0 wide:max-h-full wide:self-start wide:overflow-y-auto wide:p-5 wide:pl-2"
      >
        {chosen && asked.ok ? (
          <CellPanel
            key={chosen.key}
            chart={chart}
            cell={chosen}
            tubes={asked.tubes}
            sheet={sheet}
            reading={painted.get(chosen.key)}
            fixed={fixed}
          />
        ) : drawn ? (
          <p className="text-muted">
            Tap a cell to see what goes into it, and to read what you painted there.
          </p>
        ) : null}
      </section>
      <Drawer
        isOpen={choosing !== undefined}
        onOpenChange={(isOpen) => {
          if (!isOpen) setChoosing(undefined);
        }}
        title={isDown ? (DOWN_LABELS[chart.kind] ?? "Further tubes") : "Tubes of this chart"}
        description="From your box, your piles and notes, in the order in which you choose them."
      >
        {choosing ? (
          <ChoosePaint
            key={choosing}
            chart={chart}
            side={choosing}
            legend={isDown ? (DOWN_LABELS[chart.kind] ?? "Further tubes") : "Tubes of this chart"}
            onDone={() => {
              setChoosing(undefined);
            }}
          />
        ) : null}
      </Drawer>
      <Drawer
        isOpen={isLearning}
        onOpenChange={setLearning}
        title="What the painted cells teach"
        description="All that you read of piles, scraps and charts speaks of your tubes together."
      >
        <LearnFromPiles
          onDone={() => {
            setLearning(false);
          }}
        />
      </Drawer>
    </div>
  );
}
