"use client";

/** What a chart is of: tubes of the box, piles and notes, in the order in which they are ticked. */
import { useState } from "react";
import type { Chart } from "../../domain/charts/chart";
import { BoxPicker } from "../../kit/paint/BoxPicker";
import { useChartCommands } from "../../kit/commands/charts";
import { attempt } from "../../kit/studio/problems";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { useChartPaint } from "./useChartPaint";

export function ChoosePaint({
  chart,
  side,
  legend,
  onDone,
}: {
  chart: Chart;
  side: "across" | "down";
  legend: string;
  onDone: () => void;
}) {
  const { changeChart } = useChartCommands();
  const { items, mixturesOf } = useChartPaint(chart);
  const before = side === "down" ? (chart.downIds ?? chart.tubeIds) : chart.tubeIds;
  const [ids, setIds] = useState(before);
  const [word, setWord] = useState<string>();
  const [isTaking, setTaking] = useState(false);
  const take = async (): Promise<void> => {
    setTaking(true);
    const others = side === "down" ? chart.tubeIds : (chart.downIds ?? []);
    const found = await mixturesOf([...new Set([...ids, ...others])]);
    setTaking(false);
    setWord(found.word);
    if (found.word !== undefined) return;
    await changeChart(chart.id, () => ({
      fixed: undefined,
      lightener: undefined,
      mixtures: found.mixtures.length > 0 ? found.mixtures : undefined,
      ...(side === "down" ? { downIds: ids } : { tubeIds: ids }),
    }));
    onDone();
  };
  return (
    <div className="flex flex-col gap-4">
      <BoxPicker legend={legend} chosenIds={ids} keptIds={before} mixed={items} onChange={setIds} />
      <Notice>{word}</Notice>
      <Button
        weight="main"
        className="self-start"
        disabled={ids.length === 0 || isTaking}
        onClick={() => {
          attempt(take());
        }}
      >
        Take these
      </Button>
    </div>
  );
}
