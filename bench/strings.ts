/** Strings: how long a grid takes to plan, all amounts laid. */
import { createRng } from "../src/core/random/rng";
import { StringPlanner } from "../src/core/strings/stringPlan";
import { WHITE_BENCH } from "../src/data/testWhite";
import {
  evenRows,
  knifePiles,
  paletteOf,
  randomString,
  STRING_PALETTES,
} from "../tests/support/stringTrials";
import type { StringQuestion } from "../src/core/strings/types";
import { floorFigures } from "./floor";
import { quickest } from "./quickest";
import { type Figure, quantile } from "./report";

const GRIDS = 6;
const STRINGS = 6;
const ROWS = 5;
const NINES = 23;
const WARM_UP = 3;

export function stringFigures(): Figure[] {
  const ids = STRING_PALETTES.twelve ?? [];
  const rng = createRng(61);
  const grids = Array.from({ length: GRIDS }, () => {
    const asked = Array.from({ length: STRINGS }, () => randomString(ids.length, rng));
    return (): void => {
      // A grid is planned by one worker, which keeps what its strings have in common.
      const planner = new StringPlanner(paletteOf(ids), { bench: WHITE_BENCH });
      for (const question of asked) planner.plan({ ...question, rows: evenRows(ROWS) }, knifePiles(ROWS, 3));
    };
  });
  const questions = Array.from({ length: NINES }, () => ({
    ...randomString(ids.length, rng),
    rows: evenRows(9),
  }));
  const planNine = (question: StringQuestion): void => {
    new StringPlanner(paletteOf(ids), { bench: WHITE_BENCH }).plan(question, knifePiles(9, 3));
  };
  questions.slice(0, WARM_UP).forEach(planNine);
  const asked = questions.slice(WARM_UP);
  const nine = quickest(
    asked.map((question) => () => {
      planNine(question);
    }),
  );
  const grid = quickest(grids);
  return [
    {
      what: "a string of nine from twelve tubes, median",
      measured: quantile(nine.times, 0.5),
      unit: "ms",
      atMost: 40,
    },
    { what: `  all ${asked.length} of them`, measured: nine.sum, unit: "ms" },
    nine.unrest,
    ...floorFigures(nine.sum, () => {
      asked.forEach(planNine);
    }),
    {
      what: `grid of ${STRINGS} strings by ${ROWS} rows from twelve tubes, median of ${GRIDS}`,
      measured: quantile(grid.times, 0.5) / 1000,
      unit: "s",
      atMost: 0.7,
    },
    { what: "the slowest of these grids", measured: Math.max(...grid.times) / 1000, unit: "s", atMost: 3 },
  ];
}
