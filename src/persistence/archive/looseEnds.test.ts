import "fake-indexeddb/auto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { fillStore } from "../../../tests/support/sampleStore";
import { withRows } from "../../../tests/support/zips";
import { storeFaultWords } from "../../words/store";
import { GamanDatabase } from "../database";
import { createStoreApi } from "../storeApi";
import { checkStore } from "../storeCheck";
import { writeArchive } from "./writeArchive";

const source = new GamanDatabase("loose-source");
const target = new GamanDatabase("loose-target");
const api = createStoreApi(() => target);
const quiet = (): void => undefined;
let archive: Blob;

beforeAll(async () => {
  await fillStore(source);
  archive = (await writeArchive(source, { kind: "everything" }, 4000)).blob;
});

afterAll(async () => {
  await source.delete();
  await target.delete();
});

describe("rows that speak of others which are nowhere", () => {
  const taken = async (changed: Blob) => {
    const opened = await api.openArchive("own", changed, quiet);
    if (!opened.ok) throw new Error(storeFaultWords(opened.fault));
    expect(await api.takeIn("mine", "m.zip", 5000, quiet)).toEqual({ ok: true, value: undefined });
    const { dangling, unreadable } = await checkStore(target);
    expect(await api.undoImport("own")).toEqual({ ok: true, value: undefined });
    expect((await checkStore(target)).rowCount).toBe(0);
    expect(unreadable).toEqual([]);
    return { preview: opened.value, dangling };
  };

  it("are left out with all that hangs on them, where nobody could reach them", async () => {
    const { preview, dangling } = await taken(await withRows(archive, "piles", () => []));
    expect(preview.leftLoose).toEqual(
      expect.arrayContaining([
        { table: "readings", count: 1 },
        { table: "matches", count: 1 },
        { table: "matchPhotos", count: 1 },
      ]),
    );
    expect(dangling).toEqual([]);
  });

  it("go on without what they can do without", async () => {
    const { preview, dangling } = await taken(
      await withRows(archive, "palettes", ([row]) => [
        { ...row, tubeIds: [...(row?.tubeIds as string[]), "nowhere"] },
      ]),
    );
    expect(preview.loosened).toEqual([{ table: "palettes", count: 1 }]);
    expect(dangling).toEqual([]);
    const without = await taken(await withRows(archive, "palettes", () => []));
    expect(without.preview.loosened).toEqual([{ table: "paintings", count: 1 }]);
    expect(without.dangling).toEqual([]);
    const painting = await taken(
      await withRows(archive, "paintings", ([row]) => [{ ...row, pictureId: "nowhere" }]),
    );
    expect(painting.preview.loosened).toEqual([{ table: "paintings", count: 1 }]);
  });

  it("are whole when the others are here already", async () => {
    expect((await taken(archive)).preview).toMatchObject({ leftLoose: [], loosened: [] });
  });
});
