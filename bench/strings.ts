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
import { type Figure, quantile } from "./report";

const GRIDS = 6;
const STRINGS = 6;
const ROWS = 5;
const NINES = 23;

export function stringFigures(): Figure[] {
  const ids = STRING_PALETTES.twelve ?? [];
  const rng = createRng(61);
  const seconds = Array.from({ length: GRIDS }, () => {
    const questions = Array.from({ length: STRINGS }, () => randomString(ids.length, rng));
    const started = performance.now();
    // A grid is planned by one worker, which keeps what its strings have in common.
    const planner = new StringPlanner(paletteOf(ids), { bench: WHITE_BENCH });
    for (const question of questions)
      planner.plan({ ...question, rows: evenRows(ROWS) }, knifePiles(ROWS, 3));
    return (performance.now() - started) / 1000;
  });
  const questions = Array.from({ length: NINES }, () => ({
    ...randomString(ids.length, rng),
    rows: evenRows(9),
  }));
  const planNine = (question: StringQuestion): void => {
    new StringPlanner(paletteOf(ids), { bench: WHITE_BENCH }).plan(question, knifePiles(9, 3));
  };
  const nine = questions
    .map((question) => {
      const started = performance.now();
      planNine(question);
      return performance.now() - started;
    })
    .slice(3);
  return [
    {
      what: "a string of nine from twelve tubes, median",
      measured: quantile(nine, 0.5),
      unit: "ms",
      atMost: 40,
    },
    { what: `  all ${nine.length} of them`, measured: nine.reduce((sum, time) => sum + time, 0), unit: "ms" },
    ...floorFigures(
      nine.reduce((sum, time) => sum + time, 0),
      () => {
        questions.slice(3).forEach(planNine);
      },
    ),
    {
      what: `grid of ${STRINGS} strings by ${ROWS} rows from twelve tubes, median of ${GRIDS}`,
      measured: quantile(seconds, 0.5),
      unit: "s",
      atMost: 0.7,
    },
    { what: "the slowest of these grids", measured: Math.max(...seconds), unit: "s", atMost: 3 },
  ];
}
