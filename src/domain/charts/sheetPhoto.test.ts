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
import { figure, seeded, sized } from "../../../tests/support/study";
import { deltaE2000 } from "../../core/color/ciede2000";
import { type LabD65, labD65 } from "../../core/color/types";
import { findMarks } from "../../core/picture/sheetMarks";
import { readSheet } from "../../core/picture/squaredSheet";
import { createRng } from "../../core/random/rng";
import { chartDrawings } from "../../features/charts/chartDrawing";
import { cellFigures } from "../../words/charts";
import { tubeFromModel } from "../tube/newTube";
import type { Tube } from "../tube/tube";
import { blankPages, layoutOf, PAPERS, TURNS } from "./blankLayout";
import type { Chart } from "./chart";
import { chartRequest } from "./chartRequest";
import { chartSheets, type SheetCell } from "./chartSheets";
import { doubtedCells, type PaintedBeside } from "./doubtedCells";

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
const [sheet] = chartSheets(asked.request);
if (!sheet) throw new Error("no sheet");
const cells = sheet.rows.flatMap((row) => row.cells.flatMap((cell) => cell ?? []));

function blankOf(format: Parameters<typeof chartDrawings>[1]) {
  if (!sheet) throw new Error("no sheet");
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
        return cell && asked.ok ? cellFigures(cell, asked.tubes) : [];
      },
    },
    format,
  );
  if (!page || !printed) throw new Error("no page");
  return { printed, layout: layoutOf(sheet, page) };
}

/** Shares of the colouring: by the doses, which stand at equal strength here. */
function sharesOf(cell: SheetCell): ReadonlyMap<number, number> {
  return new Map(cell.doses.map(({ tube }) => [tube, 1 / cell.doses.length]));
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
  const names = asked.ok ? asked.tubes.map(({ id }) => id) : [];
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
        return cell && !isBlank ? [{ key, read: lab, predicted: cell.lab, tubes: sharesOf(cell) }] : [];
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
});
