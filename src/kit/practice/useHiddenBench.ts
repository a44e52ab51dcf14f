"use client";

/** The simulated bench of practice: what lies on it, how it looks, and the engine at work with the same paint. */
import { useMemo } from "react";
import { GRID_10NM } from "../../core/spectrum/types";
import { type HiddenBench, hiddenBench } from "../../devices/hiddenPaint";
import type { LabD65 } from "../../core/color/types";
import { type EngineMatch, engineMatch } from "../../domain/practice/engineMatch";
import { solver } from "../../workers/clients";
import type { PracticeTubes } from "./usePractice";

export function useHiddenBench({ tubes, ids }: PracticeTubes, seed: number): HiddenBench {
  return useMemo(
    () =>
      hiddenBench(
        tubes.map(({ absorption, scattering }, place) => ({
          id: ids[place] ?? "",
          generic: { grid: GRID_10NM, absorption, scattering },
        })),
        seed,
      ),
    [tubes, ids, seed],
  );
}

/** Undefined where a worker failed. */
export function askEngine(
  { tubes }: PracticeTubes,
  target: LabD65,
  bench: HiddenBench,
): Promise<EngineMatch | undefined> {
  return engineMatch(
    {
      searchRecipes: async (request) => {
        const answer = await solver.ask((remote) => remote.searchRecipes(request));
        return answer.ok ? answer.value : undefined;
      },
      nextAddition: async (request) => {
        const answer = await solver.ask((remote) => remote.nextAddition(request));
        return answer.ok ? answer.value : undefined;
      },
    },
    tubes,
    target,
    bench.read,
  );
}
