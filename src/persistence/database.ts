/**
 * The browser's database. One for the painter's own work and a separate one for the demo, so that the two
 * can never mix and removing the demo is deleting its database.
 *
 * A released version is never edited: the next one is added with an upgrade (./migrations) and a test.
 */
import Dexie, { type Table } from "dexie";
import {
  upgradeNoteFrom3,
  upgradePaletteFrom2,
  upgradeStoriesFrom6,
  upgradeTubeFrom1,
  upgradeTubeFrom2,
} from "./migrations";
import type { BenchRow, Pile, StoredRecipe, TurnPhoto } from "../domain/pile/pile";
import type { Import, ImportPart, QuarantinedRow } from "./schema";
import type { FirstLook, Reading } from "../domain/reading/reading";
import type { Match, MatchPhoto } from "../domain/match/match";
import type { Note } from "../domain/note/note";
import type { Painting, Picture } from "../domain/painting/painting";
import type { Palette } from "../domain/palette/palette";
import type { Settings } from "../domain/settings/settings";
import type { Chart } from "../domain/charts/chart";
import type { FoundSeries, PracticeSession } from "../domain/practice/practice";
import type { Layering, Scrap } from "../domain/layers/layering";
import type { Grid } from "../domain/strings/grid";
import type { Timer } from "../domain/timer/timer";
import type { Tube, TubePhoto } from "../domain/tube/tube";

/** Of the newest shape on disk; archives say which one they hold. */
export const STORE_VERSION = 13;

export type Workspace = "own" | "demo";

const NAMES: Readonly<Record<Workspace, string>> = { own: "gaman", demo: "gaman-demo" };

export class GamanDatabase extends Dexie {
  declare paintings: Table<Painting, string>;
  declare pictures: Table<Picture, string>;
  declare tubes: Table<Tube, string>;
  declare tubePhotos: Table<TubePhoto, string>;
  declare palettes: Table<Palette, string>;
  declare notes: Table<Note, string>;
  declare readings: Table<Reading, string>;
  declare recipes: Table<StoredRecipe, string>;
  declare piles: Table<Pile, string>;
  declare matches: Table<Match, string>;
  declare looks: Table<FirstLook, string>;
  declare timers: Table<Timer, string>;
  declare benches: Table<BenchRow, string>;
  declare matchPhotos: Table<MatchPhoto, string>;
  declare turnPhotos: Table<TurnPhoto, string>;
  declare grids: Table<Grid, string>;
  declare layerings: Table<Layering, string>;
  declare scraps: Table<Scrap, string>;
  declare charts: Table<Chart, string>;
  declare practices: Table<PracticeSession, string>;
  declare foundSeries: Table<FoundSeries, string>;
  declare settings: Table<Settings, string>;
  declare quarantine: Table<QuarantinedRow, number>;
  declare imports: Table<Import, string>;
  declare importParts: Table<ImportPart, number>;

  constructor(name: string) {
    // What was acknowledged must outlive a lost supply of power, not only a closed page.
    // Without a cache a view shows only what is kept: with it, a row is shown before its transaction is through, and
    // a page that closes in between loses what the painter saw.
    super(name, { chromeTransactionDurability: "strict", cache: "disabled" });
    this.version(1).stores({
      paintings: "id, createdAt",
      pictures: "id, paintingId",
      tubes: "id, position",
      palettes: "id, paintingId",
      notes: "id, paintingId, [paintingId+number]",
      readings: "id, noteId, pileId, takenAt",
      recipes: "id, noteId",
      piles: "id, noteId, [noteId+state]",
      matches: "id, paintingId, noteId, keptAt",
      settings: "id",
    });
    this.version(2)
      .stores({ tubePhotos: "tubeId" })
      .upgrade(async (transaction) => {
        await transaction.table("tubes").toCollection().modify(upgradeTubeFrom1);
      });
    this.version(3).upgrade(async (transaction) => {
      await transaction.table("tubes").toCollection().modify(upgradeTubeFrom2);
      await transaction.table("palettes").toCollection().modify(upgradePaletteFrom2);
    });
    this.version(4).upgrade(async (transaction) => {
      const paintings: readonly Partial<Painting>[] = await transaction.table("paintings").toArray();
      const pictureOf = new Map(paintings.map(({ id, pictureId }) => [id, pictureId]));
      await transaction
        .table("notes")
        .toCollection()
        .modify((row: Record<string, unknown>) => {
          upgradeNoteFrom3(row, pictureOf);
        });
    });
    this.version(5).stores({
      looks: "id, paintingId, noteId, at",
      timers: "id, paintingId, dueAt",
      benches: "noteId",
    });
    this.version(6).stores({
      matchPhotos: "matchId",
      quarantine: "++key, table",
      imports: "id",
      importParts: "++key",
      piles: "id, noteId, [noteId+state], createdAt, leftParts",
      // By time they are never asked for across piles, and each index makes a large archive slower to take in.
      readings: "id, noteId, pileId",
      matches: "id, paintingId, noteId, pileId, keptAt",
    });
    this.version(7)
      .stores({ piles: "id, noteId, paintingId, [noteId+state], createdAt, leftParts" })
      .upgrade(async (transaction) => {
        const [piles, readings, notes] = await Promise.all(
          ["piles", "readings", "notes"].map((name) => transaction.table<unknown>(name).toArray()),
        );
        upgradeStoriesFrom6(piles ?? [], readings ?? [], notes ?? []);
        await transaction.table("piles").bulkPut(piles ?? []);
        await transaction.table("readings").bulkPut(readings ?? []);
        // What an import replaced is kept in the shape of its time; it cannot be put back into this one.
        await transaction.table("imports").clear();
        await transaction.table("importParts").clear();
      });
    this.version(8).stores({ turnPhotos: "id, pileId" });
    // A calibration may hold the surface that it was learned under; older rows have none.
    this.version(9).stores({});
    this.version(10).stores({ grids: "id, paintingId" });
    this.version(11).stores({ layerings: "id, paintingId", scraps: "id, paintingId" });
    this.version(12).stores({ charts: "id, paintingId" });
    this.version(13).stores({ practices: "id, startedAt", foundSeries: "id" });
  }
}

export function openDatabase(workspace: Workspace): GamanDatabase {
  return new GamanDatabase(NAMES[workspace]);
}

export async function deleteDatabase(workspace: Workspace): Promise<void> {
  await Dexie.delete(NAMES[workspace]);
}

export async function databaseExists(workspace: Workspace): Promise<boolean> {
  return Dexie.exists(NAMES[workspace]);
}
