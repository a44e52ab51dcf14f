import { describe, expect, it } from "vitest";
import { labD65 } from "../core/color/types";
import { CHART_WATER } from "../domain/charts/chartDoses";
import type { SheetCell } from "../domain/charts/sheetTypes";
import { DEFAULT_SETTINGS } from "../domain/settings/settings";
import { tubeById } from "../../tests/support/layerPlans";
import { cellDoses, cellFigures, chartFaultWords, paintedWords } from "./charts";

const TUBES = ["oil-white", "oil-rose", "oil-blue"].flatMap((id) => tubeById.get(id) ?? []);
const cell = (...doses: readonly (readonly [number, number])[]): SheetCell => ({
  key: "cell",
  doses: doses.map(([tube, parts]) => ({ tube, parts })),
  lab: labD65(50, 0, 0),
});

describe("the words of a cell", () => {
  it("count from the colour of which most goes in", () => {
    expect(cellDoses(cell([1, 16], [2, 1], [0, 34]), TUBES, DEFAULT_SETTINGS)).toEqual([
      "1 part Quinacridone rose",
      "a touch Ultramarine blue",
      expect.stringMatching(/^about 2¼ parts \(2\.1\d* parts\) Titanium white$/),
    ]);
    expect(cellFigures(cell([1, 16], [2, 1], [CHART_WATER, 32]), TUBES)).toEqual([
      "1 Quinacridone rose",
      "0.0625 Ultramarine blue",
      "2 water",
    ]);
    expect(cellFigures(cell([0, 5]), TUBES)).toEqual(["1 Titanium white"]);
  });

  it("say what is missing, and how much is painted", () => {
    expect(chartFaultWords({ code: "few-tubes", least: 3 })).toContain("3 tubes");
    expect(chartFaultWords({ code: "unknown-paint", labels: ["Old tube"] })).toContain("Old tube");
    expect(chartFaultWords({ code: "no-white" })).toContain("white");
    expect([0, 1, 7].map(paintedWords)).toEqual([
      "No cell is painted yet.",
      "1 cell is painted.",
      "7 cells are painted.",
    ]);
  });
});
