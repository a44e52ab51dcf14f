import { describe, expect, it } from "vitest";
import { cellsOf, chartOf, IDS, madeOf, tubeById, WHITE } from "../../../tests/support/chartTrials";
import { pigment } from "../../../tests/support/paint";
import { deltaE2000 } from "../../core/color/ciede2000";
import { labFromLch, labFromXyz, lchFromLab } from "../../core/color/cieLab";
import { type LabD65, labD65, lchUnder } from "../../core/color/types";
import { USUAL_HABIT } from "../../core/layers/filmHabit";
import { blendOptics, type Film, mixtureReflectance } from "../../core/mixing/mixture";
import { xyzFromReflectance } from "../../core/spectrum/colorimetry";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { CARDS, NAMED_GROUNDS, seenOfGround } from "../ground/seenGround";
import { GENERIC_UNCERTAINTY } from "../reading/uncertainty";
import { cellUncertainty, neighboursOf } from "./besideCell";
import { storedFromLab } from "../reading/storedColor";
import { opticsOfTube } from "../tube/optics";
import type { Tube } from "../tube/tube";
import { overPaper } from "../tube/water";
import { CHART_KINDS, type Chart, type ChartKind, TUBES_OF_KIND } from "./chart";
import { chartRequest } from "./chartRequest";
import { CHART_WATER } from "./chartDoses";
import type { Note } from "../note/note";
import { fixedSheets } from "./fixedSheets";
import { fixedRows } from "./writtenSheet";
import { chartSheets } from "./chartSheets";
import type { SheetCell } from "./sheetTypes";

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
  const below = typeof cell.over === "object" ? tubes[cell.over.tube] : undefined;
  const belowOptics = below && opticsOfTube(below);
  const ground = belowOptics
    ? mixtureReflectance([{ optics: belowOptics, volume: 1 }], PAINT_SURFACE)
    : typeof cell.over === "string"
      ? seenOfGround(CARDS[cell.over], { labOf: () => undefined })
      : paper;
  const film: Film | undefined =
    isWash || cell.over
      ? { thickness: (UNDILUTED_THICKNESS * paint) / whole, ground: ground ?? PAPER }
      : undefined;
  const seen = mixtureReflectance([{ optics: blendOptics(parts), volume: 1 }], PAINT_SURFACE, film);
  return labFromXyz(xyzFromReflectance(seen, VIEWING.D65), VIEWING.D65.white);
}

function twiceAsStrong(tube: Tube): Tube {
  const { absorption, scattering } = pigment(tube.id).optics;
  const learned = {
    at: 1,
    absorption: Array.from(absorption, (k) => 2 * k),
    scattering: Array.from(scattering, (k) => 2 * k),
    readings: [],
    piles: [],
    spreadBefore: 3,
    spreadAfter: 1,
  };
  return { ...tube, optics: { ...tube.optics, calibrations: [learned] } };
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
    ["drift", 2, 9],
    ["drift", 4, 27],
    ["stand-ins", 3, 12],
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

  it("of films lie over other tubes where those are chosen, as thick as the painter's own films", () => {
    const chart = chartOf("films", ["raw-umber"], { downIds: ["titanium-white", "pyrrole-red"] });
    const own = { ...USUAL_HABIT, factors: { thin: 2, middle: 2, full: 2 } };
    const asked = chartRequest(chart, tubeById, WHITE, "white", { habitOf: () => own });
    if (!asked.ok) throw new Error(asked.fault.code);
    const cells = cellsOf(chartSheets(asked.request));
    expect(cells).toHaveLength(6);
    expect(cells.map(({ thickness = 0 }) => thickness / UNDILUTED_THICKNESS)).toEqual(
      [0.2, 0.2, 0.7, 0.7, 2, 2].map((value) => expect.closeTo(value, 6) as number),
    );
    const [overWhite, overRed] = cells;
    expect(overWhite?.lab[0]).toBeGreaterThan((overRed?.lab[0] ?? 99) + 10);
  });

  it("of one hue lie at their value and chroma, with the note's colours marked where they are nearest", () => {
    const local = labD65(52, 28, 26);
    const note = {
      id: "n",
      target: storedFromLab(local, "measured", 1),
      place: {
        light: storedFromLab(labD65(74, 20, 22), "measured", 1),
        dark: storedFromLab(labD65(30, 18, 14), "measured", 1),
      },
    } as unknown as Note;
    const chart = chartOf("hue", ["pyrrole-red", "arylide-yellow", "raw-umber"], { noteId: "n" });
    const asked = chartRequest(chart, tubeById, WHITE, "white", { notes: [note] });
    if (!asked.ok) throw new Error(asked.fault.code);
    const [sheet] = chartSheets(asked.request);
    const rows = sheet?.rows ?? [];
    expect(rows.length).toBeGreaterThan(4);
    for (const { name, cells } of rows)
      for (const [i, cell] of cells.entries()) {
        if (!cell) continue;
        const chroma = Number(sheet?.columns[i]?.replace("C* ", ""));
        const wanted = labFromLch(
          lchUnder<"D65">(Number(name.replace("L* ", "")), chroma, lchFromLab(local)[2]),
        );
        expect(deltaE2000(cell.lab, wanted)).toBeLessThanOrEqual(2.5);
      }
    const all = cellsOf(sheet ? [sheet] : []);
    const marks = all.flatMap(({ mark }) => mark ?? []);
    expect(marks.filter((mark) => mark === "local")).toHaveLength(1);
    expect(new Set(marks)).toEqual(new Set(["local", "light", "shadow", "on the way"]));
    const marked = all.find(({ mark }) => mark === "local");
    const nearest = Math.min(...all.map(({ lab }) => deltaE2000(lab, local)));
    expect(deltaE2000(marked?.lab ?? labD65(0, 0, 0), local)).toBe(nearest);
    // The wheel's own three answer for the same note.
    const wheel = chartRequest({ ...chart, kind: "wheel" }, tubeById, WHITE, "white", { notes: [note] });
    const subject = wheel.ok ? chartSheets(wheel.request)[0]?.rows.at(-1)?.cells : undefined;
    expect(subject?.map((cell) => cell?.mark)).toEqual(["light", "local", "shadow", "shadow"]);
    expect(deltaE2000(subject?.[1]?.lab ?? labD65(0, 0, 0), local)).toBeLessThan(3);
  });

  it("drift from the first tube, and say where the hue turns and where it is dullest", () => {
    const { sheets } = madeOf(chartOf("drift", ["arylide-yellow", "ultramarine-blue"]));
    const cells = sheets[0]?.rows[0]?.cells ?? [];
    const marks = cells.map((cell) => cell?.mark);
    expect(marks).toContain("hue turns");
    const chromas = cells.map((cell) => (cell ? lchFromLab(cell.lab)[1] : 999));
    const dullest = marks.indexOf("dullest");
    if (dullest >= 0) expect(chromas[dullest]).toBe(Math.min(...chromas));
    expect(marks[0]).toBeUndefined();
  });

  it("stay what they were printed as, whatever is learned of their tubes, and are left out where a tube is gone", () => {
    const chart = chartOf("ratios", ["arylide-yellow", "ultramarine-blue"]);
    const { sheets, tubes } = madeOf(chart);
    const fixed = fixedSheets(sheets, tubes);
    const stronger = new Map(
      [...tubeById].map(([id, tube]) => [id, id === "ultramarine-blue" ? twiceAsStrong(tube) : tube]),
    );
    const printed: Chart = { ...chart, fixed, lightener: "white" };
    const seen = (of: Chart, box: ReadonlyMap<string, Tube>, lightener: "white" | "water" = "white") => {
      const asked = chartRequest(of, box, WHITE, lightener);
      if (!asked.ok) throw new Error(asked.fault.code);
      return cellsOf(chartSheets(asked.request));
    };
    const before = cellsOf(sheets);
    const after = seen(printed, stronger);
    expect(after.map(({ key }) => key)).toEqual(before.map(({ key }) => key));
    expect(after.some(({ lab }, i) => deltaE2000(lab, before[i]?.lab ?? lab) > 2)).toBe(true);
    expect(seen(chart, stronger).map(({ key }) => key)).not.toEqual(before.map(({ key }) => key));
    // A board of washes does not make washes of it.
    expect(seen(printed, tubeById, "water").map(({ lab }) => lab)).toEqual(before.map(({ lab }) => lab));
    const gone = new Map([...tubeById].filter(([id]) => id !== "ultramarine-blue"));
    expect(seen(printed, gone)).toHaveLength(5);
  });

  it("are written one after the other, in rows that fit a page", () => {
    const doses = [
      { tubeId: "raw-umber", parts: 0.5 },
      { tubeId: "titanium-white", parts: 2 },
    ];
    const fixed = fixedRows("Mine", [...Array.from({ length: 7 }, () => ({ doses })), { doses: [] }]);
    expect(fixed.columns).toHaveLength(6);
    expect(fixed.rows.map(({ cells }) => cells.length)).toEqual([6, 2]);
    expect(fixed.rows[0]?.cells[0]?.doses.map(({ parts }) => parts)).toEqual([0.25, 1]);
    expect(fixed.rows[1]?.cells[1]).toBeNull();
    const asked = chartRequest(
      chartOf("own", [], { fixed: [fixed], lightener: "white" }),
      tubeById,
      WHITE,
      "white",
    );
    if (!asked.ok) throw new Error(asked.fault.code);
    expect(cellsOf(chartSheets(asked.request))).toHaveLength(7);
  });

  it("know what stands beside them, and how sure they are", () => {
    const { sheets, tubes } = madeOf(chartOf("ratios", ["arylide-yellow", "ultramarine-blue"]));
    const [sheet] = sheets;
    const cell = sheet?.rows[1]?.cells[1];
    if (!sheet || !cell) throw new Error("no cell");
    expect(neighboursOf(cell, sheet)).toEqual([
      { side: "left", lab: sheet.rows[1]?.cells[0]?.lab },
      { side: "above", lab: sheet.rows[0]?.cells[1]?.lab },
    ]);
    const corner = sheet.rows[0]?.cells[0];
    expect(corner && neighboursOf(corner, sheet)).toEqual([]);
    const generic = cellUncertainty(cell, tubes);
    expect(generic).toBeCloseTo(GENERIC_UNCERTAINTY, 9);
    const known = tubes.map((tube) => (tube.id === "titanium-white" ? tube : twiceAsStrong(tube)));
    expect(cellUncertainty(cell, known)).toBeLessThan(generic);
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
