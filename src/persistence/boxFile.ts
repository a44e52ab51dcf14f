/** A box as a CSV file: one line a tube, read whole or refused with line and reason. */
import type { BoxFileFault, BoxFileRefusal } from "../domain/tube/boxFileFault";
import * as z from "zod/mini";
import Papa from "papaparse";
import { fail, type Result, succeed } from "../core/result";
import type { NewTube } from "../domain/tube/newTube";
import { type Tube, TUBE_GRADES, TUBE_MEDIA } from "../domain/tube/tube";
import { tubeSchema } from "./schema";
import { tubeFromLabel } from "../domain/tube/labelTube";
import { parseNumber, withoutCurrency } from "../domain/reading/typedNumber";

const COLUMNS = [
  "label",
  "pigments",
  "medium",
  "grade",
  "price",
  "volume_ml",
  "stock_ml",
  "batch",
  "remark",
] as const;
type Column = (typeof COLUMNS)[number];
/** What painters call these columns in lists of their own, in small letters with blanks. */
const ALSO_CALLED: Readonly<Partial<Record<Column, readonly string[]>>> = {
  label: ["name", "paint", "tube", "colour", "color"],
  pigments: [
    "pigment",
    "pigment code",
    "pigment codes",
    "colour index",
    "color index",
    "ci",
    "code",
    "codes",
  ],
  price: ["cost"],
  volume_ml: ["volume", "size", "ml"],
  stock_ml: ["stock", "left"],
  batch: ["lot"],
  remark: ["remarks", "note", "notes", "comment", "comments"],
};
/** As it is spelled elsewhere, and in the plural. */
const MEDIUM_SPELLED: ReadonlyMap<string, string> = new Map([
  ["oils", "oil"],
  ["acrylics", "acrylic"],
  ["watercolor", "watercolour"],
  ["watercolors", "watercolour"],
  ["watercolours", "watercolour"],
]);

const MOST_TUBES = 2000;
const newTubeSchema = z.object(z.omit(tubeSchema, { id: true, position: true, addedAt: true }).shape);

export function readBoxFile(text: string): Result<readonly NewTube[], BoxFileRefusal> {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), { skipEmptyLines: "greedy" });
  const [error] = errors.filter((entry) => entry.code !== "UndetectableDelimiter");
  if (error) return fail({ line: (error.row ?? 0) + 1, fault: { code: "csv", detail: error.message } });
  const [header = [], ...rows] = data;
  const names = header.map((name) =>
    name
      .trim()
      .toLowerCase()
      .replace(/[\s_-]+/g, " "),
  );
  const placeOf = (column: Column): number =>
    [column.replace("_", " "), ...(ALSO_CALLED[column] ?? [])]
      .map((name) => names.indexOf(name))
      .find((place) => place >= 0) ?? -1;
  const missing = (["label", "pigments"] as const).find((name) => placeOf(name) < 0);
  if (missing) return fail({ line: 1, fault: { code: "no-column", column: missing } });
  if (rows.length === 0) return fail({ line: 1, fault: { code: "no-tubes" } });
  if (rows.length > MOST_TUBES)
    return fail({ line: 1, fault: { code: "too-many-tubes", count: rows.length, most: MOST_TUBES } });
  const tubes: NewTube[] = [];
  for (const [i, row] of rows.entries()) {
    const cell = (name: Column): string => (row[placeOf(name)] ?? "").trim().replace(/^'(?=[=+\-@])/, "");
    const tube = readTube(cell);
    if ("code" in tube) return fail({ line: i + 2, fault: tube });
    tubes.push(tube);
  }
  return succeed(tubes);
}

function readTube(cell: (name: Column) => string): NewTube | BoxFileFault {
  const labelled = tubeFromLabel(cell("label"), cell("pigments"));
  if (!labelled.ok) return labelled.failure;
  const spelled = cell("medium").toLowerCase() || "oil";
  const medium = TUBE_MEDIA.find((name) => name === (MEDIUM_SPELLED.get(spelled) ?? spelled));
  if (!medium) return { code: "no-medium", text: cell("medium"), known: TUBE_MEDIA };
  const grade = TUBE_GRADES.find((name) => name === (cell("grade").toLowerCase() || "unknown"));
  if (!grade) return { code: "no-grade", text: cell("grade"), known: TUBE_GRADES };
  const numbers: Partial<Record<"price" | "volumeMl" | "stockMl", number>> = {};
  for (const [column, field] of [
    ["price", "price"],
    ["volume_ml", "volumeMl"],
    ["stock_ml", "stockMl"],
  ] as const) {
    const text = cell(column);
    if (text === "") continue;
    const value = parseNumber(withoutCurrency(text), {
      least: 0,
      most: Number.POSITIVE_INFINITY,
      units: column === "price" ? [] : ["ml"],
    });
    if (!value.ok) return { code: "no-number", text, column };
    numbers[field] = value.value;
  }
  const parsed = newTubeSchema.safeParse({
    ...labelled.value,
    medium,
    grade,
    ...numbers,
    batch: cell("batch"),
    remark: cell("remark"),
  });
  return parsed.success
    ? parsed.data
    : { code: "out-of-range", field: parsed.error.issues[0]?.path.join(" ") ?? "a value" };
}

/** The tubes that are in use; what a test found stays in the box and goes with its readings. */
export function writeBoxFile(box: readonly Tube[]): string {
  return Papa.unparse(
    {
      fields: [...COLUMNS],
      data: box.map((tube) => [
        tube.label,
        tube.colourIndexNames.join(" "),
        tube.medium,
        tube.grade,
        tube.price ?? "",
        tube.volumeMl ?? "",
        tube.stockMl ?? "",
        tube.batch,
        tube.remark,
      ]),
    },
    { escapeFormulae: true, newline: "\n" },
  );
}
