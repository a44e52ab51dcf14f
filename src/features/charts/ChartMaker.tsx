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
import { attempt } from "../../kit/studio/problems";
import { Button } from "../../ui/Button";
import { SelectField } from "../../ui/fields";
import { BALANCE_WORDS, CHART_KIND_WORDS, TINT_RULE_WORDS } from "../../words/charts";

const WITH_BALANCE: readonly Chart["kind"][] = ["crossings", "ratios", "wheel", "dulled", "greys"];
const WITH_STEPS: readonly Chart["kind"][] = ["ratios", "tints", "washes", "greys"];

export function ChartMaker({ chart, onDown }: { chart: Chart; onDown: () => void }) {
  const { changeChart } = useChartCommands();
  const change = (part: Partial<Omit<Chart, "id" | "paintingId">>): void => {
    attempt(changeChart(chart.id, () => part));
  };
  const { kind } = chart;
  return (
    <div className="mt-2 print:hidden">
      <div className="flex flex-wrap items-end gap-3">
        <SelectField
          className="flex-1 basis-36 wide:flex-none"
          label="kind of chart"
          value={kind}
          onChange={(event) => {
            const next = CHART_KINDS.find((one) => one === event.target.value);
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
            onChange={(event) => {
              const balance = CHART_BALANCES.find((one) => one === event.target.value);
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
            onChange={(event) => {
              const tintRule = TINT_RULES.find((one) => one === event.target.value);
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
            onChange={(event) => {
              change({ steps: Number(event.target.value) });
            }}
          >
            {Array.from({ length: MOST_STEPS - LEAST_STEPS + 1 }, (_, i) => (
              <option key={i} value={LEAST_STEPS + i}>
                {LEAST_STEPS + i}
              </option>
            ))}
          </SelectField>
        ) : null}
        {kind === "crossings" ? <Button onClick={onDown}>Other tubes down the side</Button> : null}
      </div>
      <p className="mt-1 text-muted">{CHART_KIND_WORDS[kind].why}</p>
    </div>
  );
}
