/** Recipes, readings and the log as CSV, one header line, for spreadsheets. */
import Papa from "papaparse";
import { lchFromLab } from "../../core/color/cieLab";
import { labD65 } from "../../core/color/types";
import type { GamanDatabase } from "../database";
import { contentsOf, volumeOf } from "../../domain/pile/contents";
import { WATER } from "../../domain/tube/water";
import { inTurn } from "../pileReads";
import { parseRows } from "../rows";
import {
  matchSchema,
  noteSchema,
  paintingSchema,
  pileSchema,
  readingSchema,
  recipeSchema,
  tubeSchema,
} from "../schema";
import type { CsvKind } from "../../domain/store/csvKind";
import type { StoredColor } from "../../domain/reading/storedColor";

type Cell = string | number;
type Line = Readonly<Record<string, Cell>>;

export async function writeCsv(db: GamanDatabase, kind: CsvKind): Promise<Blob> {
  const names = await readNames(db);
  const lines =
    kind === "recipes"
      ? await recipeLines(db, names)
      : kind === "readings"
        ? await readingLines(db, names)
        : await logLines(db, names);
  // A cell that a spreadsheet would take for a formula is marked as text.
  const text = Papa.unparse([...lines], { escapeFormulae: true, newline: "\r\n" });
  return new Blob([text], { type: "text/csv;charset=utf-8" });
}

type Names = {
  readonly note: (id: string | undefined) => { readonly painting: string; readonly note: string };
  readonly tube: (id: string) => { readonly label: string; readonly pigments: string };
};

async function readNames(db: GamanDatabase): Promise<Names> {
  const paintings = new Map(
    parseRows(paintingSchema, await db.paintings.toArray()).rows.map((row) => [row.id, row]),
  );
  const notes = new Map(parseRows(noteSchema, await db.notes.toArray()).rows.map((row) => [row.id, row]));
  const tubes = new Map(parseRows(tubeSchema, await db.tubes.toArray()).rows.map((row) => [row.id, row]));
  return {
    note: (id) => {
      const note = notes.get(id ?? "");
      return { painting: paintings.get(note?.paintingId ?? "")?.name ?? "", note: note?.name ?? "" };
    },
    tube: (id) => {
      const tube = tubes.get(id);
      return {
        label: tube?.label ?? (id === WATER.id ? WATER.label : ""),
        pigments: tube?.colourIndexNames.join(" ") ?? "",
      };
    },
  };
}

/** One line for each tube of a recipe. */
async function recipeLines(db: GamanDatabase, names: Names): Promise<readonly Line[]> {
  const recipes = parseRows(recipeSchema, await db.recipes.toArray()).rows;
  return recipes.flatMap((recipe) =>
    recipe.amounts.map(({ tubeId, parts }, i) => ({
      recipe: recipe.id,
      ...names.note(recipe.noteId),
      made: isoOf(recipe.createdAt),
      order: i + 1,
      tube: names.tube(tubeId).label,
      pigments: names.tube(tubeId).pigments,
      parts,
      share_percent: rounded(100 * (recipe.shares[i] ?? Number.NaN)),
      ...colorCells("predicted", recipe.predicted),
      predicted_dE00: rounded(recipe.deltaE2000),
    })),
  );
}

async function readingLines(db: GamanDatabase, names: Names): Promise<readonly Line[]> {
  const { rows } = parseRows(readingSchema, await db.readings.toArray());
  const readings = inTurn(rows);
  return readings.map((reading) => ({
    reading: reading.id,
    ...names.note(reading.noteId),
    pile: reading.pileId,
    taken: isoOf(reading.takenAt),
    film: reading.film,
    source: reading.color.source,
    light: reading.color.light,
    ...colorCells("read", reading.color),
    uncertainty_dE00: reading.color.uncertaintyDeltaE2000,
  }));
}

async function logLines(db: GamanDatabase, names: Names): Promise<readonly Line[]> {
  const matches = parseRows(matchSchema, await db.matches.orderBy("keptAt").toArray()).rows;
  const piles = new Map(parseRows(pileSchema, await db.piles.toArray()).rows.map((row) => [row.id, row]));
  return matches.map((match) => {
    const pile = piles.get(match.pileId);
    const contents = pile ? contentsOf(pile) : [];
    const whole = volumeOf(contents);
    return {
      match: match.id,
      ...names.note(match.noteId),
      kept: isoOf(match.keptAt),
      verdict: match.verdict,
      checked: match.checkedAt === undefined ? "" : isoOf(match.checkedAt),
      ...colorCells("target", match.target),
      ...colorCells("result", match.result),
      dE00: rounded(match.deltaE2000),
      additions: pile?.additions.length ?? "",
      contents: contents
        .map(({ tubeId, parts }) => `${rounded((100 * parts) / whole)} % ${names.tube(tubeId).label}`)
        .join("; "),
      remark: match.remark,
    };
  });
}

function colorCells(what: string, { lab, light }: StoredColor): Line {
  const cells = {
    [`${what}_L`]: rounded(lab[0]),
    [`${what}_a`]: rounded(lab[1]),
    [`${what}_b`]: rounded(lab[2]),
  };
  if (light !== "D65") return { ...cells, [`${what}_C`]: "", [`${what}_h`]: "" };
  const [, chroma, hue] = lchFromLab(labD65(...lab));
  return { ...cells, [`${what}_C`]: rounded(chroma), [`${what}_h`]: rounded(hue) };
}

function rounded(value: number): number {
  return Number(value.toFixed(3));
}

function isoOf(time: number): string {
  return new Date(time).toISOString();
}
