"use client";

/** Cells that are written into a chart: a sheet chosen because it teaches most, or the piles that lie about. */
import { useStored } from "../../kit/store/useStored";
import { useState } from "react";
import { type Chart, MOST_CHART_TUBES } from "../../domain/charts/chart";
import { fixedRows, type WrittenMixture } from "../../domain/charts/writtenSheet";
import { contentsOf } from "../../domain/pile/contents";
import { SHEET_CELL_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { isWhiteTube } from "../../domain/tube/kinds";
import { learningTubeOf } from "../../domain/tube/learningTube";
import { useChartCommands } from "../../kit/commands/charts";
import { usePaletteMedium } from "../../kit/paint/usePalettePaint";
import { useTeaching } from "../../kit/learn/useTeaching";
import { attempt } from "../../kit/studio/problems";
import { useStudio } from "../../kit/studio/useStudio";
import { readLayablePiles } from "../../kit/store/calls";
import { Button } from "../../ui/Button";
import { SelectField } from "../../ui/SelectField";
import { Notice } from "../../ui/Notice";
import { Status } from "../../ui/Status";
import { workFailureWords } from "../../words/failures";
import { solver } from "../../workers/clients";

const COUNTS = [8, 12, 16, 24] as const;
/** A painter's hand doses a chart to about this share. */
const DOSE_ERROR = 0.07;
const NONE: readonly never[] = [];

export function OwnCells({ chart }: { chart: Chart }) {
  const board = useStudio((studio) => studio.board);
  const tubeById = useStudio((studio) => studio.tubeById);
  const { changeChart } = useChartCommands();
  const teaching = useTeaching();
  const { lightener } = usePaletteMedium();
  const piles = useStored(readLayablePiles, [chart.paintingId]) ?? NONE;
  const [count, setCount] = useState<number>(24);
  const [state, setState] = useState<{
    readonly isAsking?: boolean;
    readonly word?: string;
    readonly told?: string;
  }>({});
  const write = async (title: string, mixtures: readonly WrittenMixture[]): Promise<void> => {
    await changeChart(chart.id, () => ({ fixed: [fixedRows(title, mixtures)], lightener }));
  };
  const propose = async (): Promise<void> => {
    setState({ isAsking: true });
    const chosen = chart.tubeIds.flatMap((id) => tubeById.get(id) ?? []);
    const white = [...chosen, ...board].find(isWhiteTube);
    const offered = [...new Set([...chosen, ...(white ? [white] : [])])].filter(
      (tube) => learningTubeOf(tube) !== undefined,
    );
    const all = [...new Set([...(teaching?.tubes ?? NONE), ...offered])];
    const asked = await solver.ask((remote) =>
      remote.sheetForBox(
        all.flatMap((tube) => learningTubeOf(tube) ?? []),
        teaching?.piles.map(({ evidence }) => evidence) ?? [],
        {
          white: white ? all.indexOf(white) : undefined,
          offered: offered.map((tube) => all.indexOf(tube)),
          count,
          uncertaintyDeltaE2000: SHEET_CELL_UNCERTAINTY,
          doseError: DOSE_ERROR,
          isPhoto: true,
        },
      ),
    );
    if (!asked.ok) {
      setState({ word: workFailureWords("The sheet", asked.failure) });
      return;
    }
    const { cells, spreadBefore, spreadAfter } = asked.value;
    await write(
      "The sheet that teaches most",
      cells.map((parts) => ({
        doses: parts.map(({ tube, volume }) => ({ tubeId: all[tube]?.id ?? "", parts: volume })),
      })),
    );
    setState({
      told: `Mixtures of these tubes are known within ΔE ${spreadBefore.toFixed(1)} now, and within ΔE ${spreadAfter.toFixed(1)} once this sheet is painted, photographed and learned from.`,
    });
  };
  return (
    <div className="mt-2 flex flex-col gap-2 print:hidden">
      <div className="flex flex-wrap items-end gap-3">
        <SelectField
          label="cells"
          value={count}
          onChoose={(picked) => {
            setCount(Number(picked));
          }}
        >
          {COUNTS.map((one) => (
            <option key={one} value={one}>
              {one}
            </option>
          ))}
        </SelectField>
        <Button
          weight={chart.fixed ? "plain" : "main"}
          disabled={chart.tubeIds.length === 0 || !teaching || state.isAsking === true}
          onClick={() => {
            attempt(propose());
          }}
        >
          Propose the sheet that teaches most
        </Button>
        <Button
          disabled={piles.length === 0}
          onClick={() => {
            attempt(
              write(
                "Piles",
                piles.slice(0, MOST_CHART_TUBES).map((pile) => ({
                  doses: contentsOf(pile),
                  name: pile.name ?? "",
                })),
              ),
            );
          }}
        >
          Take your piles
        </Button>
      </div>
      {state.isAsking ? <Status>Choosing the cells that teach most</Status> : null}
      <Notice>{state.word}</Notice>
      {state.told ? <Status>{state.told}</Status> : null}
    </div>
  );
}
