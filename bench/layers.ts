/** Layers and charts: how long a way to a colour by films takes to find, and a chart to mix. */
import { GlazeSolver } from "../src/core/layers/glazeSolver";
import { scumbles } from "../src/core/layers/scumble";
import { stackOver } from "../src/core/layers/stack";
import { createRng } from "../src/core/random/rng";
import { PIGMENT_MODELS } from "../src/data/pigments.generated";
import { chartSheets } from "../src/domain/charts/chartSheets";
import type { ChartRequest } from "../src/domain/charts/sheetTypes";
import { UNDILUTED_THICKNESS } from "../src/data/paper";
import { VIEWING } from "../src/data/standardViewing";
import { PAINT_SURFACE } from "../src/data/surface";
import {
  anyGround,
  anyOf,
  anyThickness,
  GLAZING_TUBES,
  opticsFor,
  seenLab,
} from "../tests/support/layerTrials";
import { quickest } from "./quickest";
import { type Figure, quantile } from "./report";

const PAIRS = 20;
const CROSSED = 12;
const RANGE = { thinnest: 0.01, thickest: 2 * UNDILUTED_THICKNESS };

export function layerFigures(): Figure[] {
  const paints = GLAZING_TUBES.map(opticsFor);
  const rng = createRng(22);
  const milliseconds = (most: 2 | 3): readonly number[] =>
    Array.from({ length: PAIRS }, () => {
      const base = anyGround(rng);
      const films = [anyOf(paints, rng), anyOf(paints, rng)].map((optics) => ({
        optics,
        thickness: anyThickness(rng, 0.02, 1.5),
        passes: 1,
        coverShare: 1,
      }));
      const target = seenLab(stackOver(base, films, PAINT_SURFACE).at(-1) ?? base);
      const started = performance.now();
      // All that the worker does for one question.
      new GlazeSolver(paints, VIEWING.D65, PAINT_SURFACE, RANGE).solve({ base, target, most });
      scumbles(base, target, paints, [0], RANGE, VIEWING.D65, PAINT_SURFACE);
      return performance.now() - started;
    });
  const [two, three] = [milliseconds(2), milliseconds(3)];
  return [
    {
      what: `two films and a scumble from ${paints.length} tubes, median of ${PAIRS}`,
      measured: quantile(two, 0.5),
      unit: "ms",
      atMost: 300,
    },
    { what: "the slowest of these", measured: Math.max(...two), unit: "ms", atMost: 600 },
    { what: "with a third film, median", measured: quantile(three, 0.5), unit: "ms", atMost: 900 },
  ];
}

/** Charts: how long the largest take to mix. */
export function chartFigures(): Figure[] {
  const tubes = PIGMENT_MODELS.slice(0, CROSSED).map(({ id, optics }) => ({
    id,
    label: id,
    isWhite: id === "titanium-white",
    isBlack: false,
    absorption: Array.from(optics.absorption),
    scattering: Array.from(optics.scattering),
  }));
  const all = tubes.map((_, place) => place);
  const request: ChartRequest = {
    kind: "crossings",
    balance: "strength",
    tintRule: "white",
    steps: 5,
    tubes,
    across: all,
    down: all,
    hasDown: false,
    white: 0,
    isWash: false,
  };
  const timed = (asked: ChartRequest): number =>
    quickest([
      () => {
        chartSheets(asked);
      },
    ]).sum;
  return [
    {
      what: `crossings of ${CROSSED} by ${CROSSED} tubes`,
      measured: timed(request),
      unit: "ms",
      atMost: 300,
    },
    {
      what: "ratios and white of six tubes, all pairs, five rows",
      measured: timed({ ...request, kind: "ratios", across: all.slice(1, 7) }),
      unit: "ms",
      atMost: 800,
    },
    {
      what: "the same with one value a row",
      measured: timed({ ...request, kind: "ratios", tintRule: "value", across: all.slice(1, 7) }),
      unit: "ms",
      atMost: 400,
    },
  ];
}
