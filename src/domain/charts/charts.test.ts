import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { labFromXyz } from "../../core/color/cieLab";
import type { LabD65 } from "../../core/color/types";
import { blendOptics, type Film, mixtureReflectance } from "../../core/mixing/mixture";
import { xyzFromReflectance } from "../../core/spectrum/colorimetry";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { CARDS, NAMED_GROUNDS, seenOfGround } from "../ground/seenGround";
import { storedFromLab } from "../reading/storedColor";
import { opticsOfTube } from "../tube/optics";
import { tubeFromModel } from "../tube/newTube";
import type { Tube } from "../tube/tube";
import { overPaper } from "../tube/water";
import { CHART_KINDS, type Chart, type ChartKind, TUBES_OF_KIND } from "./chart";
import { chartEvidence, readCells } from "./chartEvidence";
import { chartRequest } from "./chartRequest";
import { CHART_WATER } from "./chartDoses";
import { chartSheets, type Sheet, type SheetCell } from "./chartSheets";

const IDS = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "ultramarine-blue",
  "phthalo-green-bs",
  "raw-umber",
  "burnt-sienna",
  "quinacridone-rose",
  "phthalo-blue-gs",
  "yellow-ochre",
  "ivory-black",
  "cadmium-orange",
  "viridian",
  "cobalt-blue",
  "dioxazine-violet",
  "red-oxide",
  "bismuth-yellow",
  "alizarin-crimson",
  "cerulean-blue",
  "chromium-oxide-green",
  "burnt-umber",
  "raw-sienna",
  "mars-black",
  "zinc-white",
  "cobalt-teal",
] as const;
const tubesIn = (medium: Tube["medium"]): readonly Tube[] =>
  IDS.map((id) => ({
    ...tubeFromModel(pigment(id)),
    id,
    medium,
    grade: "artist",
    price: 1,
    volumeMl: 10,
    position: 0,
    addedAt: 0,
  }));
const OIL = tubesIn("oil");
const tubeById: ReadonlyMap<string, Tube> = new Map(OIL.map((tube) => [tube.id, tube]));
const WHITE = OIL.slice(0, 1);

const chartOf = (kind: ChartKind, tubeIds: readonly string[], part: Partial<Chart> = {}): Chart => ({
  id: "chart",
  paintingId: "p",
  name: "Chart",
  kind,
  tubeIds,
  balance: "strength",
  tintRule: "white",
  steps: 5,
  readings: [],
  createdAt: 5,
  ...part,
});

function madeOf(chart: Chart, lightener: "white" | "water" = "white") {
  const asked = chartRequest(chart, tubeById, WHITE, lightener);
  if (!asked.ok) throw new Error(asked.fault.code);
  return { ...asked, sheets: chartSheets(asked.request) };
}
const cellsOf = (sheets: readonly Sheet[]): readonly SheetCell[] =>
  sheets.flatMap(({ rows }) => rows.flatMap(({ cells }) => cells.flatMap((cell) => cell ?? [])));

/** By the plain form of the physics, from the doses alone. */
function colorOf(cell: SheetCell, tubes: readonly Tube[], isWash: boolean, paper = PAPER): LabD65 {
  const parts = cell.doses
    .filter(({ tube }) => tube !== CHART_WATER)
    .map(({ tube, parts: volume }) => {
      const own = tubes[tube];
      const optics = own && opticsOfTube(own);
      if (!optics) throw new Error("no paint");
      return { optics, volume };
    });
  const whole = cell.doses.reduce((sum, dose) => sum + dose.parts, 0);
  const paint = parts.reduce((sum, { volume }) => sum + volume, 0);
  const ground = cell.over ? seenOfGround(CARDS[cell.over], { labOf: () => undefined }) : paper;
  const film: Film | undefined =
    isWash || cell.over
      ? { thickness: (UNDILUTED_THICKNESS * paint) / whole, ground: ground ?? PAPER }
      : undefined;
  const seen = mixtureReflectance([{ optics: blendOptics(parts), volume: 1 }], PAINT_SURFACE, film);
  return labFromXyz(xyzFromReflectance(seen, VIEWING.D65), VIEWING.D65.white);
}

describe("the cells of a chart", () => {
  const counts: readonly (readonly [ChartKind, number, number])[] = [
    ["crossings", 1, 1],
    ["crossings", 2, 4],
    ["crossings", 12, 144],
    ["crossings", 24, 576],
    ["ratios", 2, 25],
    ["ratios", 6, 15 * 25],
    ["tints", 1, 5],
    ["tints", 2, 10],
    ["tints", 24, 120],
    ["washes", 1, 5],
    ["washes", 24, 120],
    ["wheel", 3, 41],
    ["dulled", 3, 15],
    ["films", 1, 9],
    ["films", 24, 216],
  ];

  it.each(counts)("of %s from %i tubes are %i, each with the colour of its doses", (kind, count, cells) => {
    const ids = IDS.slice(1, 1 + count);
    for (const lightener of ["white", "water"] as const) {
      const { sheets, tubes, request } = madeOf(chartOf(kind, ids), lightener);
      const all = cellsOf(sheets);
      expect(all).toHaveLength(cells);
      // Every seventh of a large chart: each costs a whole mixture by the plain form.
      for (const cell of all.filter((_, i) => i % (cells > 100 ? 7 : 1) === 0)) {
        const plain = colorOf(cell, tubes, request.isWash);
        cell.lab.forEach((axis, i) => {
          expect(axis).toBeCloseTo(plain[i] ?? Number.NaN, 6);
        });
      }
      if (lightener === "water")
        expect(
          all.every(({ doses }) => doses.every(({ tube }) => request.tubes[tube]?.id !== "titanium-white")),
        ).toBe(true);
    }
  });

  it("of washes run over the painting's own paper", () => {
    const cream = NAMED_GROUNDS[1];
    const paper = cream && seenOfGround(cream, { labOf: () => undefined });
    if (!paper) throw new Error("no paper");
    const chart = chartOf("washes", IDS.slice(1, 3));
    const asked = chartRequest(chart, overPaper(tubeById, paper), WHITE, "water");
    if (!asked.ok) throw new Error(asked.fault.code);
    for (const cell of cellsOf(chartSheets(asked.request))) {
      const plain = colorOf(cell, asked.tubes, true, paper);
      cell.lab.forEach((axis, i) => {
        expect(axis).toBeCloseTo(plain[i] ?? Number.NaN, 6);
      });
    }
  });

  it("have one value in a row where that was asked, and are left out where the pair is lighter already", () => {
    const { sheets } = madeOf(
      chartOf("ratios", ["arylide-yellow", "ultramarine-blue"], { tintRule: "value" }),
    );
    const [sheet] = sheets;
    let found = 0;
    for (const { name, cells } of sheet?.rows ?? [])
      for (const cell of cells) {
        if (!cell) continue;
        found++;
        expect(Math.abs(cell.lab[0] - Number(name.replace("L* ", "")))).toBeLessThan(1.1);
      }
    expect(found).toBeGreaterThan(10);
    expect(sheet?.rows[0]?.cells[0]).toBeUndefined();
  });

  it("make greys of opposites, warmest first, and none of what makes no grey", () => {
    const { sheets } = madeOf(
      chartOf("greys", [
        "ultramarine-blue",
        "burnt-sienna",
        "pyrrole-red",
        "phthalo-green-bs",
        "arylide-yellow",
      ]),
    );
    const rows = sheets[0]?.rows ?? [];
    expect(rows.map(({ name }) => name)).toContain("Ultramarine blue and Burnt sienna");
    const blues = rows.map(({ cells }) => (cells[3]?.lab[2] ?? 0) + 0.5 * (cells[3]?.lab[1] ?? 0));
    expect(blues.length).toBeGreaterThan(1);
    expect((blues[0] ?? 0) + 1).toBeGreaterThan(blues.at(-1) ?? 0);
    expect(madeOf(chartOf("greys", ["arylide-yellow", "cadmium-orange"])).sheets[0]?.rows).toEqual([]);
  });

  it("meet at equal strength or in equal parts", () => {
    const pair = ["yellow-ochre", "phthalo-blue-gs"];
    const blue = (balance: Chart["balance"]): number => {
      const { sheets } = madeOf(chartOf("ratios", pair, { balance }));
      const doses = sheets[0]?.rows[0]?.cells[2]?.doses ?? [];
      return (doses[1]?.parts ?? 0) / (doses[0]?.parts ?? 1);
    };
    expect(blue("parts")).toBe(1);
    expect(blue("strength")).toBeLessThan(0.2);
  });

  it("are refused with what is missing", () => {
    const fault = (chart: Chart, board: readonly Tube[] = WHITE) => {
      const asked = chartRequest(chart, tubeById, board, "white");
      return asked.ok ? undefined : asked.fault;
    };
    for (const kind of CHART_KINDS)
      expect(fault(chartOf(kind, IDS.slice(1, TUBES_OF_KIND[kind].least)))).toMatchObject({
        code: "few-tubes",
      });
    expect(fault(chartOf("tints", ["raw-umber"]), [])).toEqual({ code: "no-white" });
    expect(fault(chartOf("crossings", ["raw-umber"]), [])).toBeUndefined();
    expect(fault(chartOf("tints", ["gone"]))).toMatchObject({ code: "few-tubes" });
  });
});

describe("painted cells", () => {
  const pair = ["arylide-yellow", "ultramarine-blue"];
  const { sheets, request, tubes } = madeOf(chartOf("ratios", pair));
  const [first, second] = cellsOf(sheets);
  if (!first || !second) throw new Error("no cells");
  const color = storedFromLab(first.lab, "measured", 0.4);
  const chart = chartOf("ratios", pair, {
    readings: [
      { cell: first.key, color },
      { cell: second.key, color, isStruckOut: true },
      { cell: "a tube that is gone 1.000", color },
    ],
  });

  it("are found by their doses, whatever was drawn since", () => {
    const wider = madeOf(chartOf("ratios", [...pair, "raw-umber"], { steps: 7 }));
    expect(readCells(chart, cellsOf(wider.sheets)).map(({ cell }) => cell.key)).toEqual([
      first.key,
      second.key,
    ]);
  });

  it("speak of their tubes, but for those that went wrong", () => {
    const said = chartEvidence(chart, request, tubes);
    expect(said).toHaveLength(1);
    expect(said[0]?.tubeIds).toEqual(first.doses.map(({ tube }) => tubes[tube]?.id));
    expect(said[0]?.evidence.film).toBeUndefined();
    const wash = madeOf(chartOf("washes", ["raw-umber"]));
    const thin = cellsOf(wash.sheets)[2];
    if (!thin) throw new Error("no wash");
    const [film] = chartEvidence(
      chartOf("washes", ["raw-umber"], { readings: [{ cell: thin.key, color }] }),
      wash.request,
      wash.tubes,
    );
    expect(film?.evidence.film?.thickness).toBeCloseTo(UNDILUTED_THICKNESS / 4, 9);
    expect(film?.evidence.parts).toEqual([{ tube: 0, volume: 1 }]);
  });
});
