"use client";

/** What a chart is of: its kind, how tubes meet, how many steps. It is drawn anew at once. */
import {
  CHART_BALANCES,
  CHART_KINDS,
  type Chart,
  LEAST_STEPS,
  MOST_STEPS,
  TINT_RULES,
} from "../../domain/charts/chart";
import { useChartCommands } from "../../kit/commands/charts";
import { NoteSelect } from "../../kit/studio/NoteSelect";
import { attempt } from "../../kit/studio/problems";
import { Button } from "../../ui/Button";
import { SelectField } from "../../ui/SelectField";
import { BALANCE_WORDS, CHART_KIND_WORDS, TINT_RULE_WORDS } from "../../words/charts";
import { later } from "../../ui/later";

// Tubes can be dragged a moment after the chart is seen.
const OwnCells = later(async () => (await import("./OwnCells")).OwnCells);
const TubeOrder = later(async () => (await import("./TubeOrder")).TubeOrder, <div className="min-h-11" />);

const WITH_BALANCE: readonly Chart["kind"][] = ["crossings", "ratios", "wheel", "dulled", "greys", "drift"];
/** What the second list of tubes is, for kinds that have one. */
export const DOWN_LABELS: Partial<Readonly<Record<Chart["kind"], string>>> = {
  crossings: "Other tubes down the side",
  films: "Laid over tubes",
  "stand-ins": "Which tubes stand in",
};
const WITH_NOTE: readonly Chart["kind"][] = ["hue", "wheel"];
const MOST_NAME = 120;
const WITH_STEPS: readonly Chart["kind"][] = ["ratios", "tints", "washes", "greys"];

export function ChartMaker({
  chart,
  onDown,
  onOpen,
  onPreview,
}: {
  chart: Chart;
  /** The tubes in the order that they would have, while one is dragged. */
  onPreview: (tubeIds: readonly string[] | undefined) => void;
  onDown: () => void;
  onOpen: (id: string) => void;
}) {
  const { addChart, changeChart } = useChartCommands();
  const change = (part: Partial<Omit<Chart, "id" | "paintingId">>): void => {
    // What was printed of it before is another chart now.
    attempt(changeChart(chart.id, () => ({ fixed: undefined, lightener: undefined, ...part })));
  };
  const { kind } = chart;
  if (chart.readings.length > 0)
    return (
      <div className="mt-2 flex flex-wrap items-baseline gap-x-4 print:hidden">
        <p className="text-muted">
          {CHART_KIND_WORDS[kind].label}: painted, so it stays as it is. Copy it to change it.
        </p>
        <Button
          weight="quiet"
          onClick={() => {
            const { id: _, createdAt: __, fixed: ___, lightener: ____, ...rest } = chart;
            attempt(
              addChart(
                { ...rest, name: `${chart.name}, again`.slice(0, MOST_NAME), readings: [] },
                Date.now(),
              ).then(({ id }) => {
                onOpen(id);
              }),
            );
          }}
        >
          copy it
        </Button>
      </div>
    );
  return (
    <div className="mt-2 print:hidden">
      <div className="flex flex-wrap items-end gap-3">
        <SelectField
          className="flex-1 basis-36 wide:flex-none"
          label="kind of chart"
          value={kind}
          onChoose={(picked) => {
            const next = CHART_KINDS.find((one) => one === picked);
            if (next) change({ kind: next });
          }}
        >
          {CHART_KINDS.map((one) => (
            <option key={one} value={one}>
              {CHART_KIND_WORDS[one].label}
            </option>
          ))}
        </SelectField>
        {WITH_BALANCE.includes(kind) ? (
          <SelectField
            className="flex-1 basis-36 wide:flex-none"
            label="tubes meet with"
            value={chart.balance}
            onChoose={(picked) => {
              const balance = CHART_BALANCES.find((one) => one === picked);
              if (balance) change({ balance });
            }}
          >
            {CHART_BALANCES.map((one) => (
              <option key={one} value={one}>
                {BALANCE_WORDS[one]}
              </option>
            ))}
          </SelectField>
        ) : null}
        {kind === "ratios" ? (
          <SelectField
            className="flex-1 basis-36 wide:flex-none"
            label="rows have"
            value={chart.tintRule}
            onChoose={(picked) => {
              const tintRule = TINT_RULES.find((one) => one === picked);
              if (tintRule) change({ tintRule });
            }}
          >
            {TINT_RULES.map((one) => (
              <option key={one} value={one}>
                {TINT_RULE_WORDS[one]}
              </option>
            ))}
          </SelectField>
        ) : null}
        {WITH_STEPS.includes(kind) ? (
          <SelectField
            className="flex-1 basis-36 wide:flex-none"
            label="steps"
            value={chart.steps}
            onChoose={(picked) => {
              change({ steps: Number(picked) });
            }}
          >
            {Array.from({ length: MOST_STEPS - LEAST_STEPS + 1 }, (_, i) => (
              <option key={i} value={LEAST_STEPS + i}>
                {LEAST_STEPS + i}
              </option>
            ))}
          </SelectField>
        ) : null}
        {DOWN_LABELS[kind] ? <Button onClick={onDown}>{DOWN_LABELS[kind]}</Button> : null}
        {WITH_NOTE.includes(kind) ? (
          <NoteSelect
            label="about the note"
            none={kind === "hue" ? "the first tube" : "none"}
            value={chart.noteId ?? ""}
            onChange={(noteId) => {
              change({ noteId: noteId || undefined });
            }}
          />
        ) : null}
      </div>
      <TubeOrder
        chart={chart}
        onOrder={(tubeIds) => {
          change({ tubeIds });
        }}
        onPreview={onPreview}
      />
      {kind === "own" ? <OwnCells chart={chart} /> : null}
      <p className="mt-1 text-muted">{CHART_KIND_WORDS[kind].why}</p>
    </div>
  );
}
