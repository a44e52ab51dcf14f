/** Tells of what the frame around every view shows, table by table, whenever it changes in this window or another. */
import { liveQuery } from "dexie";
import type * as z from "zod/mini";
import type { Note } from "../domain/note/note";
import type { Painting } from "../domain/painting/painting";
import type { Palette } from "../domain/palette/palette";
import { DEFAULT_SETTINGS, type Settings } from "../domain/settings/settings";
import type { Tube } from "../domain/tube/tube";
import type { GamanDatabase } from "./database";
import { type ParsedRows, RowCache } from "../domain/store/rowCache";
import { noteSchema, paintingSchema, paletteSchema, settingsSchema, tubeSchema } from "./schema";

/** What one of the watched tables holds now. */
export type Watched =
  | { readonly table: "settings"; readonly settings: Settings; readonly isUnreadable: boolean }
  | { readonly table: "paintings"; readonly parsed: ParsedRows<Painting> }
  | { readonly table: "tubes"; readonly parsed: ParsedRows<Tube> }
  | { readonly table: "palettes"; readonly paintingId: string; readonly parsed: ParsedRows<Palette> }
  | { readonly table: "notes"; readonly paintingId: string; readonly parsed: ParsedRows<Note> }
  | { readonly table: "quarantine"; readonly count: number };

export type Hearing = {
  readonly hear: (watched: Watched) => void;
  readonly onFailure: (error: unknown) => void;
};

/** @returns ends the watching. */
export function watchStudio(db: GamanDatabase, hearing: Hearing): () => void {
  const tubes = cacheOf(tubeSchema);
  const paintings = cacheOf(paintingSchema);
  return all([
    watch(
      hearing,
      () => db.settings.get("settings"),
      (stored) => {
        const parsed = settingsSchema.safeParse(stored);
        return {
          table: "settings",
          settings: parsed.success ? parsed.data : DEFAULT_SETTINGS,
          isUnreadable: stored !== undefined && !parsed.success,
        };
      },
    ),
    watch(
      hearing,
      () => db.paintings.orderBy("createdAt").toArray(),
      (rows) => ({ table: "paintings", parsed: paintings.take(rows) }),
    ),
    watch(
      hearing,
      () => db.tubes.orderBy("position").toArray(),
      (rows) => ({ table: "tubes", parsed: tubes.take(rows) }),
    ),
    watch(
      hearing,
      () => db.quarantine.count(),
      (count) => ({ table: "quarantine", count }),
    ),
  ]);
}

/** The palettes and notes of one painting. @returns ends the watching. */
export function watchPainting(db: GamanDatabase, paintingId: string, hearing: Hearing): () => void {
  const palettes = cacheOf(paletteSchema);
  const notes = cacheOf(noteSchema);
  return all([
    watch(
      hearing,
      () => db.palettes.where({ paintingId }).toArray(),
      (rows) => ({ table: "palettes", paintingId, parsed: palettes.take(rows) }),
    ),
    watch(
      hearing,
      () => db.notes.where({ paintingId }).toArray(),
      (rows) => ({ table: "notes", paintingId, parsed: notes.take(rows) }),
    ),
  ]);
}

function cacheOf<T>(schema: z.ZodMiniType<T>): RowCache<T> {
  return new RowCache((raw) => {
    const parsed = schema.safeParse(raw);
    return parsed.success ? parsed.data : undefined;
  });
}

function watch<Raw>(
  { hear, onFailure }: Hearing,
  read: () => Promise<Raw>,
  say: (raw: Raw) => Watched,
): () => void {
  const subscription = liveQuery(read).subscribe({
    next: (raw) => {
      hear(say(raw));
    },
    error: onFailure,
  });
  return () => {
    subscription.unsubscribe();
  };
}

function all(ends: readonly (() => void)[]): () => void {
  return () => {
    for (const end of ends) end();
  };
}
