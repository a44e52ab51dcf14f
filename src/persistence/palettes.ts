/** The palettes of a painting: several may be planned, one of them lies on the board. */
import { nanoid } from "nanoid";
import type { GamanDatabase } from "./database";
import type { Palette } from "../domain/palette/palette";
import { paintingSchema, paletteSchema } from "./schema";
import { setBoard } from "./tubes";

export async function addPalette(db: GamanDatabase, palette: Omit<Palette, "id">): Promise<Palette> {
  const row = paletteSchema.parse({ ...palette, id: nanoid(), tubeIds: [] });
  return db.transaction("rw", [db.palettes, db.tubes], async () => {
    await db.palettes.add(row);
    await setBoard(db, row.id, palette.tubeIds);
    return paletteSchema.parse(await db.palettes.get(row.id));
  });
}

/** Name, remark and medium; the tubes are changed by {@link setBoard}. */
export async function changePalette(
  db: GamanDatabase,
  paletteId: string,
  changes: Partial<Pick<Palette, "name" | "remark" | "medium">>,
): Promise<void> {
  await db.transaction("rw", db.palettes, async () => {
    const palette = paletteSchema.parse(await db.palettes.get(paletteId));
    await db.palettes.put(paletteSchema.parse({ ...palette, ...changes }));
  });
}

/** Lays a palette of the painting out on its board. */
export async function layOutPalette(db: GamanDatabase, paletteId: string): Promise<void> {
  await db.transaction("rw", [db.palettes, db.paintings], async () => {
    const palette = paletteSchema.parse(await db.palettes.get(paletteId));
    const painting = paintingSchema.parse(await db.paintings.get(palette.paintingId));
    await db.paintings.put({ ...painting, paletteId });
  });
}

/** Takes a palette away, and gives it back for undoing. The one on the board stays: rejects then. */
export async function removePalette(db: GamanDatabase, paletteId: string): Promise<Palette> {
  return db.transaction("rw", [db.palettes, db.paintings], async () => {
    const palette = paletteSchema.parse(await db.palettes.get(paletteId));
    const painting = await db.paintings.get(palette.paintingId);
    if (painting?.paletteId === paletteId)
      throw new RangeError("The palette on the board cannot be taken away; lay out another one first");
    await db.palettes.delete(paletteId);
    return palette;
  });
}

export async function restorePalette(db: GamanDatabase, palette: Palette): Promise<void> {
  await db.palettes.put(paletteSchema.parse(palette));
}
