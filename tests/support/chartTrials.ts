/** Charts of a large box, as tests ask for them. */
import { chartRequest } from "@/domain/charts/chartRequest";
import type { Chart, ChartKind } from "@/domain/charts/chart";
import { chartSheets } from "@/domain/charts/chartSheets";
import type { Sheet, SheetCell } from "@/domain/charts/sheetTypes";
import { tubeFromModel } from "@/domain/tube/newTube";
import type { Tube } from "@/domain/tube/tube";
import { pigment } from "./paint";

export const IDS = [
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
export const tubeById: ReadonlyMap<string, Tube> = new Map(OIL.map((tube) => [tube.id, tube]));
export const WHITE = OIL.slice(0, 1);

export const chartOf = (kind: ChartKind, tubeIds: readonly string[], part: Partial<Chart> = {}): Chart => ({
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

export function madeOf(chart: Chart, lightener: "white" | "water" = "white") {
  const asked = chartRequest(chart, tubeById, WHITE, lightener);
  if (!asked.ok) throw new Error(asked.fault.code);
  return { ...asked, sheets: chartSheets(asked.request) };
}
export const cellsOf = (sheets: readonly Sheet[]): readonly SheetCell[] =>
  sheets.flatMap(({ rows }) => rows.flatMap(({ cells }) => cells.flatMap((cell) => cell ?? [])));
