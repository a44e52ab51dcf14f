"use client";

/** Grids of the painting in hand, and what the worker plans for one. */
import { useStored } from "../store/useStored";
import { useMemo } from "react";
import { type Result, succeed } from "../../core/result";
import type { PlannedString } from "../../core/strings/types";
import type { WorkFailure } from "../../domain/failure";
import type { Grid } from "../../domain/strings/grid";
import { type AskedGrid, gridQuestion } from "../../domain/strings/gridQuestion";
import { type GridPlan, gridPlan } from "../../domain/strings/gridPlan";
import { readGrids } from "../store/calls";
import { palettes } from "../../workers/clients";
import { StringPlans } from "./plannedStrings";
import { usePaletteMedium } from "../paint/usePalettePaint";
import { keyOf } from "../query/useQuery";
import { shownOf, type Task, useTask } from "../query/useTask";
import { useSettings, useStudio } from "../studio/useStudio";

const NONE: readonly never[] = [];
/** For as long as the page lives. */
const PLANS = new StringPlans();

/** Undefined until they are read. */
export function useGrids(): readonly Grid[] | undefined {
  const paintingId = useStudio((studio) => studio.painting?.id);
  const read = useStored(readGrids, paintingId ? [paintingId] : undefined);
  return paintingId ? read : NONE;
}

type Answered = {
  /** As they were when it was asked. */
  readonly grid: Grid;
  readonly asked: AskedGrid;
  readonly answer: readonly PlannedString[];
};

export type PlannedGrid = {
  readonly task: Task<Answered>;
  /** The newest plan there is: that of the grid as it was, while it is planned again. */
  readonly plan: GridPlan | undefined;
  /** The grid that the plan is of. */
  readonly planned: Grid | undefined;
  readonly asked: AskedGrid | undefined;
};

/** @param grid - undefined asks nothing. */
export function usePlannedGrid(grid: Grid | undefined, onProgress?: (share: number) => void): PlannedGrid {
  const board = useStudio((studio) => studio.board);
  const box = useStudio((studio) => studio.box);
  const notes = useStudio((studio) => studio.notes);
  const tubeById = useStudio((studio) => studio.tubeById);
  const settings = useSettings();
  const { lightener } = usePaletteMedium();
  const asked = useMemo(
    () => grid && gridQuestion(grid, { board, box, notes, tubeById, settings, lightener }),
    [grid, board, box, notes, tubeById, settings, lightener],
  );
  const task = useTask(keyOf(asked?.request), async (signal): Promise<Result<Answered, WorkFailure>> => {
    if (!grid || !asked) throw new Error("There is no question");
    const answer = await PLANS.plan(
      asked.request,
      (part, tell) =>
        palettes.ask((remote, told) => remote.strings(part, told), { signal, onProgress: tell }),
      onProgress,
    );
    return answer.ok ? succeed({ grid, asked, answer: answer.value }) : answer;
  });
  const shown = shownOf(task);
  return useMemo(() => {
    if (!grid || !asked || !shown) return { task, plan: undefined, planned: undefined, asked };
    // A name or a reserve changes nothing that was worked out.
    const isOfNow = keyOf(shown.asked.request) === keyOf(asked.request);
    const planned = isOfNow ? grid : shown.grid;
    const plan = gridPlan(planned, isOfNow ? asked : shown.asked, shown.answer, settings.partMl);
    return { task, plan, planned, asked };
  }, [grid, asked, shown, task, settings.partMl]);
}
