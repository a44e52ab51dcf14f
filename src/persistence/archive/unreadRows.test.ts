import "fake-indexeddb/auto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { fillStore, wholeOf } from "../../../tests/support/sampleStore";
import { filesOf } from "../../../tests/support/zips";
import { storeFaultWords } from "../../words/store";
import { GamanDatabase } from "../database";
import { createStoreApi } from "../storeApi";
import { quarantineUnreadable, readQuarantine } from "../storeCheck";
import { storeOf } from "../tables";
import { packUnread, parsePacked, unpackUnread } from "./unreadRows";

const source = new GamanDatabase("unread-source");
const target = new GamanDatabase("unread-target");
const quiet = (): void => undefined;

/** What a store can hold and JSON cannot. */
const strange = {
  id: "strange",
  number: Number.NaN,
  much: Number.POSITIVE_INFINITY,
  minusNothing: -0,
  nothing: undefined,
  day: new Date(5),
  big: 12n ** 20n,
  map: new Map([["a", new Set([1, "2"])]]),
  bytes: Uint8Array.from([1, 2, 250]),
  list: [1, undefined, , null],
  text: "“\u0000\ud83c\udfa8",
};

beforeAll(async () => {
  await fillStore(source);
  // One that was put aside before, one that nobody has noticed yet, one with a file, one that is long.
  await storeOf(source, "notes").add(strange);
  await quarantineUnreadable(source, 9);
  await storeOf(source, "piles").add({ id: "p9", additions: "none" });
  await storeOf(source, "matchPhotos").add({
    matchId: "m9",
    blob: new Blob(["a picture"], { type: "image/png" }),
    extra: true,
  });
  await storeOf(source, "looks").add({ id: "l9", said: "x".repeat(700_000) });
});

afterAll(async () => {
  await source.delete();
  await target.delete();
});

const plain = (rows: Awaited<ReturnType<typeof readQuarantine>>) =>
  Promise.all(
    rows
      .map(({ key: _, at: _at, ...row }) => row)
      .toSorted((one, other) => (one.table < other.table ? -1 : 1))
      .map(async (row) => {
        const { blob, ...rest } = row.row as Record<string, unknown>;
        return { ...row, row: rest, text: blob instanceof Blob ? [await blob.text(), blob.type] : undefined };
      }),
  );

describe("rows that cannot be read", () => {
  it("go along in an archive word for word, and come back the same", async () => {
    const saved = await createStoreApi(() => source).saveArchive("own", { kind: "everything" }, 4000, quiet);
    if (!saved.ok) throw new Error(storeFaultWords(saved.fault));
    expect(saved.value).toMatchObject({ unread: 4, leftOut: 0 });
    const api = createStoreApi(() => target);
    const opened = await api.openArchive("own", saved.value.blob, quiet);
    if (!opened.ok) throw new Error(storeFaultWords(opened.fault));
    expect(opened.value.unread).toBe(4);
    expect(await api.takeIn("mine", "m.zip", 5000, quiet)).toEqual({ ok: true, value: undefined });

    const before = await plain(await readQuarantine(target));
    expect(before.map(({ table }) => table)).toEqual(["looks", "matchPhotos", "notes", "piles"]);
    expect(before[1]?.text).toEqual(["a picture", "image/png"]);
    expect(before[2]?.row).toEqual(strange);
    await quarantineUnreadable(source, 9);
    expect(before).toEqual(await plain(await readQuarantine(source)));
    expect(await wholeOf(target)).toEqual(await wholeOf(source));

    // A second time there is nothing new; and all of it can be taken back.
    const again = await api.openArchive("own", saved.value.blob, quiet);
    expect(again).toMatchObject({ ok: true, value: { unread: 0 } });
    expect(await api.undoImport("own")).toEqual({ ok: true, value: undefined });
    expect(await readQuarantine(target)).toEqual([]);
  });

  it("leave an archive without any as older versions know it", async () => {
    const clean = new GamanDatabase("unread-clean");
    await fillStore(clean);
    const saved = await createStoreApi(() => clean).saveArchive("own", { kind: "everything" }, 4000, quiet);
    if (!saved.ok) throw new Error(storeFaultWords(saved.fault));
    const files = await filesOf(saved.value.blob);
    const manifest = JSON.parse(files.get("manifest.json") ?? "{}") as Record<string, unknown>;
    expect(manifest.formatVersion).toBe(1);
    expect(manifest).not.toHaveProperty("unread");
    await clean.delete();
  });

  it("are counted where not even a text can hold them", () => {
    const row = { table: "notes", rowId: "n", reason: "", row: { act: () => undefined } };
    expect(packUnread(row, () => "")).toBeUndefined();
  });

  it("are refused where they are not what an archive writes", async () => {
    expect(() => parsePacked({ table: "notes" }, "unread/rows-1.json")).toThrow(/no-json/);
    const packed = { table: "notes", rowId: "n", reason: "", row: "[[0]", files: [] };
    await expect(unpackUnread(packed, new Map(), "unread/rows-1.json")).rejects.toThrow(/no-json/);
    const named = { ...packed, row: '[["File",1],{"index":2,"type":3},0,""]' };
    await expect(unpackUnread(named, new Map(), "unread/rows-1.json")).rejects.toThrow(/no-json/);
  });
});
