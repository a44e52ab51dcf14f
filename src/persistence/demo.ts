/** The demo painting: one file of rows plus its picture, written whole into a database of its own. */
import * as z from "zod/mini";
import type { Match } from "../domain/match/match";
import type { Note } from "../domain/note/note";
import type { Painting, Picture } from "../domain/painting/painting";
import type { Palette } from "../domain/palette/palette";
import type { Pile, StoredRecipe } from "../domain/pile/pile";
import type { Reading } from "../domain/reading/reading";
import type { FoundSeries, PracticeSession } from "../domain/practice/practice";
import type { Chart } from "../domain/charts/chart";
import type { Layering, Scrap } from "../domain/layers/layering";
import type { Grid } from "../domain/strings/grid";
import type { Tube } from "../domain/tube/tube";
import type { GamanDatabase } from "./database";
import { asLargeWrite } from "./largeWrite";
import {
  chartSchema,
  foundSeriesSchema,
  gridSchema,
  layeringSchema,
  matchSchema,
  noteSchema,
  paintingSchema,
  paletteSchema,
  pictureSchema,
  pileSchema,
  practiceSchema,
  readingSchema,
  recipeSchema,
  scrapSchema,
  settingsSchema,
  tubeSchema,
} from "./schema";
import type { Settings } from "../domain/settings/settings";

/** Times in the file are moved so that its `madeAt` becomes now: the demo never looks old. */
export const demoFileSchema = z.strictObject({
  format: z.literal("gaman-demo"),
  madeAt: z.int(),
  currentPaintingId: z.string(),
  paintings: z.array(paintingSchema).check(z.minLength(1)),
  picture: z.omit(pictureSchema, { blob: true }),
  tubes: z.array(tubeSchema),
  palettes: z.array(paletteSchema),
  notes: z.array(noteSchema),
  recipes: z.array(recipeSchema),
  piles: z.array(pileSchema),
  readings: z.array(readingSchema),
  matches: z.array(matchSchema),
  grids: z.array(gridSchema),
  layerings: z.array(layeringSchema),
  scraps: z.array(scrapSchema),
  charts: z.array(chartSchema),
  practices: z.array(practiceSchema),
  foundSeries: z.array(foundSeriesSchema),
});
export type DemoFile = {
  readonly format: "gaman-demo";
  readonly madeAt: number;
  readonly currentPaintingId: string;
  readonly paintings: readonly Painting[];
  readonly picture: Omit<Picture, "blob">;
  readonly tubes: readonly Tube[];
  readonly palettes: readonly Palette[];
  readonly notes: readonly Note[];
  readonly recipes: readonly StoredRecipe[];
  readonly piles: readonly Pile[];
  readonly readings: readonly Reading[];
  readonly matches: readonly Match[];
  readonly grids: readonly Grid[];
  readonly layerings: readonly Layering[];
  readonly scraps: readonly Scrap[];
  readonly charts: readonly Chart[];
  readonly practices: readonly PracticeSession[];
  readonly foundSeries: readonly FoundSeries[];
};

/** @param file - as it was read; throws when it is not a demo. */
export async function writeDemoFile(
  db: GamanDatabase,
  file: unknown,
  pictureBlob: Blob,
  settings: Settings,
  now: number,
): Promise<void> {
  await writeDemo(db, demoFileSchema.parse(file), pictureBlob, settings, now);
}

/** Replaces whatever demo there was. Either all of it is there afterwards or nothing. */
export async function writeDemo(
  db: GamanDatabase,
  file: DemoFile,
  pictureBlob: Blob,
  settings: Settings,
  now: number,
): Promise<void> {
  const shift = now - file.madeAt;
  const moved = <T extends Record<string, unknown>>(row: T): T => shiftTimes(row, shift);
  const write = async (): Promise<void> => {
    await Promise.all(db.tables.map((table) => table.clear()));
    await db.paintings.bulkAdd(file.paintings.map(moved));
    await db.pictures.add(moved({ ...file.picture, blob: pictureBlob }));
    await db.tubes.bulkAdd(file.tubes.map(moved));
    await db.palettes.bulkAdd(file.palettes);
    await db.notes.bulkAdd(file.notes.map(moved));
    await db.recipes.bulkAdd(file.recipes.map(moved));
    await db.piles.bulkAdd(
      file.piles.map((pile) => ({
        ...moved(pile),
        additions: pile.additions.map((addition) => moved(addition)),
      })),
    );
    await db.readings.bulkAdd(file.readings.map(moved));
    await db.matches.bulkAdd(file.matches.map(moved));
    await db.grids.bulkAdd(file.grids.map(moved));
    await db.layerings.bulkAdd(file.layerings.map(moved));
    await db.scraps.bulkAdd(file.scraps.map(moved));
    await db.charts.bulkAdd(file.charts.map(moved));
    await db.practices.bulkAdd(
      file.practices.map((session) => ({
        ...moved(session),
        answers: session.answers.map((answer) => moved(answer)),
      })),
    );
    await db.foundSeries.bulkAdd(file.foundSeries.map(moved));
    await db.settings.put(settingsSchema.parse({ ...settings, currentPaintingId: file.currentPaintingId }));
  };
  await asLargeWrite(() => db.transaction("rw", db.tables, write));
}

const TIME_FIELDS = [
  "createdAt",
  "addedAt",
  "takenAt",
  "keptAt",
  "checkedAt",
  "readAt",
  "startedAt",
  "endedAt",
  "at",
];

function shiftTimes<T extends Record<string, unknown>>(row: T, shift: number): T {
  return Object.fromEntries(
    Object.entries(row).map(([key, value]) => [
      key,
      TIME_FIELDS.includes(key) && typeof value === "number" ? Math.max(0, value + shift) : value,
    ]),
  ) as T;
}
