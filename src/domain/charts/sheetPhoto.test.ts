import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { simulateKind } from "../../../tests/support/paintKinds";
import {
  anyTaken,
  cornersOf,
  type PaintedPage,
  photoOf,
  type Taken,
} from "../../../tests/support/sheetPhotos";
import { figure, seeded, sized, thinned } from "../../../tests/support/study";
import { deltaE2000 } from "../../core/color/ciede2000";
import { type LabD65, labD65 } from "../../core/color/types";
import { findMarks } from "../../core/picture/sheetMarks";
import { type KnownOfSheet, readSheet } from "../../core/picture/squaredSheet";
import { createRng } from "../../core/random/rng";
import { chartDrawings } from "../../features/charts/chartDrawing";
import { cellFigures } from "../../words/charts";
import { tubeFromModel } from "../tube/newTube";
import type { Tube } from "../tube/tube";
import { findSheet } from "../../workers/foundSheet";
import { blankPages, layoutOf, PAPERS, TURNS, USUAL_FORMAT } from "./blankLayout";
import { chartName, pageCode, readPageCode } from "./pageCode";
import type { Chart } from "./chart";
import { chartRequest } from "./chartRequest";
import { chartSheets } from "./chartSheets";
import { doubtedCells, type PaintedBeside, sharesOfColour } from "./doubtedCells";

const IDS = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "ultramarine-blue",
  "phthalo-green-bs",
  "burnt-sienna",
] as const;
const TUBES: readonly Tube[] = IDS.map((id) => ({
  ...tubeFromModel(pigment(id)),
  id,
  medium: "oil",
  position: 0,
  addedAt: 0,
}));
const CHART: Chart = {
  id: "chart-of-photos",
  paintingId: "p",
  name: "All with all",
  kind: "crossings",
  tubeIds: IDS.slice(1),
  balance: "strength",
  tintRule: "white",
  steps: 5,
  readings: [],
  createdAt: 5,
};

const asked = chartRequest(CHART, new Map(TUBES.map((tube) => [tube.id, tube])), TUBES.slice(0, 1), "white");
if (!asked.ok) throw new Error(asked.fault.code);
const [first] = chartSheets(asked.request);
if (!first) throw new Error("no sheet");
const sheet = first;
const { tubes } = asked;
const cells = sheet.rows.flatMap((row) => row.cells.flatMap((cell) => cell ?? []));

function blankOf(format: Parameters<typeof chartDrawings>[1]) {
  const [page] = blankPages(sheet, format);
  const [printed] = chartDrawings(
    {
      chartId: CHART.id,
      chart: CHART.name,
      painting: "Trial",
      sheet,
      place: 0,
      total: "",
      linesOf: (row, column) => {
        const cell = sheet.rows[row]?.cells[column];
        return cell ? cellFigures(cell, tubes) : [];
      },
    },
    format,
  );
  if (!page || !printed) throw new Error("no page");
  return { printed, layout: layoutOf(sheet, page) };
}

type Painted = {
  readonly page: PaintedPage;
  readonly trueLab: ReadonlyMap<string, LabD65>;
  readonly blanks: readonly string[];
  readonly wrong: string;
};

/** By hidden paints and a hand that doses to a twentieth; two cells forgotten, one mixed wrongly. */
function painted(seed: number): Painted {
  const rng = createRng(seed);
  const names = tubes.map(({ id }) => id);
  const hidden = simulateKind("as assumed", names, rng);
  const format = { paper: PAPERS[seed % 2] ?? "a4", turn: TURNS[Math.floor(seed / 2) % 2] ?? "portrait" };
  const { printed, layout } = blankOf(format);
  const onPage = new Set(layout.cells.map(({ key }) => key));
  const here = [
    ...new Map(cells.filter(({ key }) => onPage.has(key)).map((cell) => [cell.key, cell])).values(),
  ];
  const trueLab = new Map(
    here.map((cell) => [
      cell.key,
      hidden.trueLab(
        cell.doses.map(({ tube, parts }) => ({ tube, volume: parts * Math.exp(0.05 * rng.normal()) })),
      ),
    ]),
  );
  const keys = here.map(({ key }) => key);
  const at = (): string => keys[rng.below(keys.length)] ?? "";
  const blanks = [at()];
  while (blanks.length < 2) {
    const next = at();
    if (!blanks.includes(next)) blanks.push(next);
  }
  let wrong = at();
  let instead = at();
  const apart = (): number =>
    deltaE2000(trueLab.get(wrong) ?? labD65(0, 0, 0), trueLab.get(instead) ?? labD65(0, 0, 0));
  while (blanks.includes(wrong) || apart() < 15) [wrong, instead] = [at(), at()];
  const of = (key: string): LabD65 | undefined =>
    blanks.includes(key) ? undefined : trueLab.get(key === wrong ? instead : key);
  return {
    page: { printed, layout, painted: keys.map((key) => ({ key, lab: of(key) })) },
    trueLab: new Map([...trueLab, [wrong, trueLab.get(instead) ?? labD65(0, 0, 0)]]),
    blanks,
    wrong,
  };
}

describe("a painted sheet in a photo", () => {
  it("is found by its marks, read cell by cell, and what was left blank or went wrong is named", async () => {
    const photos = sized(2, 40);
    const counts = { found: 0, near: 0, named: 0 };
    const misses: number[] = [];
    for (let photo = 0; photo < photos; photo++) {
      const seed = seeded(500 + photo);
      const { page, trueLab, blanks, wrong } = painted(seed);
      const taken = anyTaken(seed);
      const { image } = await photoOf(page, taken);
      const found = findMarks(image);
      const corners = cornersOf(page.layout, taken);
      const off = found
        ? Math.max(
            ...found.map(([x, y], i) => Math.hypot(x - (corners[i]?.[0] ?? 0), y - (corners[i]?.[1] ?? 0))),
          )
        : 1e9;
      if (off < 6) counts.found++;
      const read = found && readSheet(image, found, page.layout);
      if (!read || !("cells" in read)) continue;
      const own = read.cells
        .filter(({ isBlank }) => !isBlank)
        .map(({ key, lab }) => deltaE2000(lab, trueLab.get(key) ?? labD65(0, 0, 0)))
        .sort((a, b) => a - b);
      misses.push(...own);
      if (
        (own[Math.floor(own.length / 2)] ?? 99) <= 1.5 &&
        (own[Math.floor(0.95 * (own.length - 1))] ?? 99) <= 4
      )
        counts.near++;
      const beside = read.cells.flatMap(({ key, lab, isBlank }): PaintedBeside[] => {
        const cell = cells.find((one) => one.key === key);
        return cell && !isBlank
          ? [
              {
                key,
                read: lab,
                predicted: cell.lab,
                tubes: sharesOfColour(cell.doses, tubes),
              },
            ]
          : [];
      });
      const seenBlank = [...new Set(read.cells.filter(({ isBlank }) => isBlank).map(({ key }) => key))];
      const doubted = [...new Set(doubtedCells(beside))];
      const isNamed =
        seenBlank.toSorted().join() === blanks.toSorted().join() &&
        doubted.includes(wrong) &&
        doubted.length <= 2;
      if (isNamed) counts.named++;
    }
    const sorted = misses.toSorted((a, b) => a - b);
    const at = (share: number): number => sorted[Math.floor(share * (sorted.length - 1))] ?? Number.NaN;
    figure("charts: sheets found in a photo by their marks, of 40", (40 * counts.found) / photos, {
      least: 38,
    });
    figure(
      "charts: sheets with cells within ΔE00 1.5 in the median and 4 in 95 %, of 40",
      (40 * counts.near) / photos,
      { least: 38 },
    );
    figure("charts: sheets whose blank cells and wrong one are named, of 40", (40 * counts.named) / photos, {
      least: 38,
    });
    figure("charts: cells read from a photo, median ΔE00", at(0.5), { most: 1.5 });
    figure("charts: cells read from a photo, ΔE00 at 95 %", at(0.95), { most: 4 });
  });

  it("tells by its square which page of which chart it is, on every paper", async () => {
    const formats = PAPERS.flatMap((paper) => TURNS.map((turn) => ({ paper, turn })));
    for (const [i, format] of thinned(formats, 3).entries()) {
      const { printed, layout } = blankOf(format);
      const { image } = await photoOf(
        { printed, layout, painted: [] },
        { ...anyTaken(31 + i), tilt: 12, blur: 0.6 },
      );
      expect(findSheet(image)?.page).toEqual({ chart: chartName(CHART.id), sheet: 0, page: 1, format });
    }
  });

  it("is read by its card where the paper is not white, and says when no card lies there", async () => {
    const { printed, layout } = blankOf(USUAL_FORMAT);
    const card = labD65(51.8, 0, 0);
    const keys = [...new Set(layout.cells.map(({ key }) => key))];
    const painted = keys.map((key, i) => ({ key, lab: labD65(35 + 2 * i, 10 - i, i) }));
    const taken: Taken = { ...anyTaken(77), tilt: 10, fallOff: 0.1, noise: 1, glares: 0 };
    const [withCard, without] = [
      await photoOf({ printed, layout, painted, card, paper: labD65(88, 2, 10) }, taken),
      await photoOf({ printed, layout, painted, paper: labD65(88, 2, 10) }, taken),
    ];
    const corners = cornersOf(layout, taken);
    const missOf = (known: KnownOfSheet): number => {
      const read = readSheet(withCard.image, corners, layout, known);
      if (!("cells" in read)) throw new Error(read.code);
      const misses = read.cells.map(({ key, lab }) =>
        deltaE2000(lab, painted.find((one) => one.key === key)?.lab ?? lab),
      );
      return misses.toSorted((a, b) => a - b)[Math.floor(misses.length / 2)] ?? 99;
    };
    expect(missOf({ card })).toBeLessThan(1.5);
    expect(missOf({})).toBeGreaterThan(3);
    expect(readSheet(without.image, corners, layout, { card: labD65(20, 0, 0) })).toEqual({
      code: "no-card",
    });
  });

  it("is not found where a mark is out of sight, or where there is no page", async () => {
    const { printed, layout } = blankOf(USUAL_FORMAT);
    const { image } = await photoOf({ printed, layout, painted: [] }, { ...anyTaken(5), tilt: 5 });
    const [, , [right, bottom]] = cornersOf(layout, { ...anyTaken(5), tilt: 5 });
    const hidden = { ...image, rgba: Uint8ClampedArray.from(image.rgba) };
    for (let y = Math.round(bottom) - 60; y < bottom + 60; y++)
      for (let x = Math.round(right) - 60; x < right + 60; x++)
        hidden.rgba.set([200, 190, 180, 255], 4 * (y * image.widthPx + x));
    expect(findMarks(hidden)).toBeUndefined();
    const grey = {
      widthPx: 300,
      heightPx: 200,
      rgba: new Uint8ClampedArray(240_000).fill(128),
      space: "srgb" as const,
    };
    expect(findSheet(grey)).toBeUndefined();
  });
});

describe("the name of a page", () => {
  it("comes back from its code, and nothing else does", () => {
    const [page] = blankPages(sheet, { paper: "letter", turn: "landscape" });
    if (!page) throw new Error("no page");
    const code = pageCode("any id", 3, page);
    expect(readPageCode(code)).toEqual({
      chart: chartName("any id"),
      sheet: 3,
      page: 1,
      format: { paper: "letter", turn: "landscape" },
    });
    for (const wrong of [
      "",
      "GAMAN",
      code.slice(1),
      `${code}X`,
      code.replace("LL", "XL"),
      "GAMAN:AAAAAA:0:1:AP",
    ])
      expect(readPageCode(wrong)).toBeUndefined();
    const names = Array.from({ length: 2000 }, (_, i) => chartName(`chart ${i}`));
    expect(new Set(names).size).toBe(names.length);
    expect(names.every((name) => /^[0-9A-Z]{6}$/.test(name))).toBe(true);
  });
});
