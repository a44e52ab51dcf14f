import { storeFaultWords } from "../../words/store";
import "fake-indexeddb/auto";
import { readFileSync } from "node:fs";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { fillStore, wholeOf } from "../../../tests/support/sampleStore";
import {
  filesOf,
  withDeclaredSize,
  withManifest,
  withPacking,
  withRows,
  zipOf,
} from "../../../tests/support/zips";
import { createRng, type Rng } from "../../core/random/rng";
import { GamanDatabase, STORE_VERSION } from "../database";
import { createStoreApi } from "../storeApi";
import { checkStore } from "../storeCheck";
import { writeArchive } from "./writeArchive";
import { sized } from "../../../tests/support/study";
import { withHeaderField, withOtherText } from "../../../tests/support/zipHeaders";

/** All of them with `npm run study`. */
const MUTATED = sized(300, 5000);
const CHANGED = sized(60, 3000);

const source = new GamanDatabase("hostile-source");
const target = new GamanDatabase("hostile-target");
const api = createStoreApi(() => target);
const quiet = (): void => undefined;
let archive: Blob;
let bytes: Uint8Array<ArrayBuffer>;

beforeAll(async () => {
  await fillStore(source);
  archive = (await writeArchive(source, { kind: "everything" }, 4000)).blob;
  bytes = new Uint8Array(await archive.arrayBuffer());
});

afterAll(async () => {
  await source.delete();
  await target.delete();
});

async function reasonFor(file: Blob): Promise<string> {
  const answer = await api.openArchive("own", file, quiet);
  expect((await checkStore(target)).rowCount).toBe(0);
  return answer.ok ? "taken" : storeFaultWords(answer.fault);
}

describe("refusals say why", () => {
  it.each<[string, () => Promise<Blob> | Blob, RegExp]>([
    ["an empty file", () => new Blob([]), /not a whole zip/],
    ["a picture", () => new Blob(["\x89PNG\r\n\x1a\n", "x".repeat(500)]), /not a whole zip/],
    ["a file cut short", () => new Blob([bytes.slice(0, bytes.length - 40)]), /not a whole zip/],
    ["some other zip", () => zipOf([["letter.txt", "dear"]]), /no manifest/],
    ["a manifest that is no JSON", () => zipOf([["manifest.json", "{"]]), /not JSON/],
    ["another manifest", () => zipOf([["manifest.json", '{"name":"site"}']]), /not one that Gaman writes/],
    ["a newer format", () => withManifest(archive, (m) => ({ ...m, formatVersion: 3 })), /newer Gaman/],
    [
      "a newer store",
      () => withManifest(archive, (m) => ({ ...m, storeVersion: STORE_VERSION + 1, surprise: true })),
      /newer Gaman/,
    ],
    ["a damaged manifest", () => withManifest(archive, (m) => ({ ...m, madeAt: "today" })), /madeAt/],
    ["a file missing", () => without("rows/notes-1.json"), /“rows\/notes-1.json” is missing/],
    ["a file too many", () => together(["rows/extra-1.json", "[]"]), /does not belong/],
    [
      "a way out of its folder",
      () => together(["../../etc/passwd", "root"]),
      /does not belong|not a whole zip/,
    ],
    ["an absolute path", () => together(["/rows/notes-2.json", "[]"]), /does not belong|not a whole zip/],
    [
      "a manifest that names a way out",
      () => withManifest(archive, (m) => ({ ...m, files: [{ name: "files/../../x", type: "", bytes: 1 }] })),
      /manifest.json is damaged/,
    ],
    [
      "a page in place of a picture",
      () =>
        withManifest(archive, (m) => ({
          ...m,
          files: (m.files as Record<string, unknown>[]).map((file) => ({ ...file, type: "text/html" })),
        })),
      /manifest.json is damaged/,
    ],
    ["rows that are no list", () => withRows(archive, "notes", () => ({})), /not a list/],
    [
      "a number as text",
      () => withRows(archive, "piles", ([row]) => [{ ...row, createdAt: "1" }]),
      /createdAt/,
    ],
    [
      "a colour that cannot be",
      () => withRows(archive, "readings", ([row]) => [{ ...row, color: { lab: [50, null, 0] } }]),
      /Row 1 of its readings/,
    ],
    [
      "a field too many",
      () => withRows(archive, "notes", ([row]) => [{ ...row, evil: 1 }]),
      /Row 1 of its notes/,
    ],
    ["two rows of one id", () => withRows(archive, "tubes", (rows) => [...rows, rows[0]]), /the same id/],
    [
      "a picture that is not there",
      () => withRows(archive, "pictures", ([row]) => [{ ...row, blob: { file: "files/pictures-9-blob" } }]),
      /names a file that is not in it/,
    ],
    [
      "a picture that nothing names",
      () => withRows(archive, "tubePhotos", () => []),
      /No row of it speaks of/,
    ],
    [
      "a picture that two rows name",
      () => withRows(archive, "pictures", ([row]) => [row, { ...row, id: "twin" }]),
      /another row has already/,
    ],
    ["packed by PPMd", () => new Blob([withPacking(bytes, 98)]), /packed by PPMd.*as an ordinary zip/],
    ["packed by an unknown way", () => new Blob([withPacking(bytes, 77)]), /packed by method 77/],
    ["a gigabyte declared", () => new Blob([withDeclaredSize(bytes, 1e9)]), /larger than it may be|far more/],
    [
      "a byte more than declared",
      () => new Blob([withDeclaredSize(bytes, 12)]),
      /damaged|holds more|should have/,
    ],
  ])("%s", async (_name, make, reason) => {
    expect(await reasonFor(await make())).toMatch(reason);
  });

  it("a bomb is not unfolded", async () => {
    const files = await filesOf(archive);
    const size = 60e6;
    const manifest = JSON.parse(files.get("manifest.json") ?? "") as {
      rows: { name: string; bytes: number }[];
    };
    for (const file of manifest.rows) if (file.name === "rows/notes-1.json") file.bytes = size;
    files.set("manifest.json", JSON.stringify(manifest));
    files.set("rows/notes-1.json", " ".repeat(size));
    expect(await reasonFor(await zipOf(files))).toMatch(/far more in it/);
  });

  it("two files of one name", async () => {
    // The writer refuses to make such a zip, so a second name is turned into the first one afterwards.
    const zip = await zipOf([...(await filesOf(archive)), ["rows/notes-2.json", "[]"]]);
    const text = Buffer.from(await zip.arrayBuffer()).toString("latin1");
    const twice = Buffer.from(text.replaceAll("rows/notes-2.json", "rows/notes-1.json"), "latin1");
    expect(await reasonFor(new Blob([new Uint8Array(twice)]))).toMatch(/two files called|not a whole zip/);
  });
});

async function without(name: string): Promise<Blob> {
  const files = await filesOf(archive);
  files.delete(name);
  return zipOf(files);
}

async function together(extra: readonly [string, string]): Promise<Blob> {
  return zipOf([...(await filesOf(archive)), extra]);
}

describe("an archive that was unfolded and zipped again", () => {
  it.each([
    ["in one folder", "harbour/", []],
    [
      "with what desktops add",
      "",
      ["__MACOSX/._manifest.json", ".DS_Store", "Thumbs.db", "rows/._notes-1.json"],
    ],
    [
      "both",
      "harbour of last year/",
      ["__MACOSX/harbour of last year/._rows", "harbour of last year/desktop.ini"],
    ],
  ] as const)("is taken: %s", async (_, folder, added) => {
    const files = [...(await filesOf(archive))].map(([name, text]) => [`${folder}${name}`, text] as const);
    const again = await zipOf([...files, ...added.map((name) => [name, "?"] as const)]);
    const opened = await api.openArchive("own", again, quiet);
    expect(opened).toMatchObject({ ok: true, value: { passedOver: [] } });
  });

  it("names what does not belong, and leaves it", async () => {
    const opened = await api.openArchive("own", await together(["letter.txt", "dear"]), quiet);
    expect(opened).toMatchObject({ ok: true, value: { passedOver: ["letter.txt"] } });
  });
});

describe("mutated archives", () => {
  it(`${MUTATED} of them are each taken whole or refused with a reason`, { timeout: 600_000 }, async () => {
    const rng = createRng(8);
    const whole = await wholeOf(source);
    const files = await filesOf(archive);
    const counts = { refused: 0, taken: 0 };
    for (let i = 0; i < MUTATED; i++) {
      // One of ten is a sound zip file that says something wrong; the others are damaged as files.
      const isSound = i % 10 === 0;
      // One of fifty is left as it was; whether a damaged one is still whole is chance.
      const isWhole = i % 50 === 1;
      const damaged = isWhole ? bytes : mutate(bytes, rng);
      const mutated = isSound ? await zipOf(misspoken(files, rng), 0) : new Blob([damaged]);
      const opened = await api.openArchive("own", mutated, quiet);
      if (!opened.ok) {
        expect(isWhole, `archive ${i} is whole and was refused`).toBe(false);
        counts.refused++;
        // A reason of our own, not one of a program that stumbled.
        expect(opened.fault.code).toBe("archive");
        const words = storeFaultWords(opened.fault);
        expect(words).toMatch(/^[A-Z“].{20,}\.$/s);
        expect(words).not.toMatch(/undefined|\[object/);
        continue;
      }
      expect(isSound, `archive ${i} says something wrong and was taken`).toBe(false);
      counts.taken++;
      expect(await api.takeIn("mine", "m.zip", 5000, quiet)).toEqual({ ok: true, value: undefined });
      expect(await wholeOf(target)).toEqual(whole);
      expect(await api.undoImport("own")).toEqual({ ok: true, value: undefined });
    }
    // Both ends of the claim were seen.
    expect(counts.refused).toBeGreaterThan(MUTATED / 2);
    expect(counts.taken).toBeGreaterThanOrEqual(MUTATED / 50);
    expect((await checkStore(target)).rowCount).toBe(0);
  });
});

describe("archives changed where random bytes rarely fall", () => {
  it(`${CHANGED} of them are each taken whole or refused with a reason`, { timeout: 600_000 }, async () => {
    const rng = createRng(77);
    const plain = new Uint8Array(await (await zipOf(await filesOf(archive), 0)).arrayBuffer());
    const counts = { refused: 0, taken: 0 };
    for (let i = 0; i < CHANGED; i++) {
      const changed = rng.next() < 0.6 ? withHeaderField(bytes, rng) : withOtherText(plain, rng);
      const opened = await api.openArchive("own", new Blob([changed]), quiet);
      if (!opened.ok) {
        counts.refused++;
        expect(opened.fault.code, `archive ${i}`).toBe("archive");
        expect(storeFaultWords(opened.fault)).toMatch(/^[A-Z“].{20,}\.$/s);
        continue;
      }
      counts.taken++;
      expect(await api.takeIn("mine", "m.zip", 5000, quiet)).toEqual({ ok: true, value: undefined });
      const report = await checkStore(target);
      expect(report.unreadable, `archive ${i}`).toEqual([]);
      expect(await api.undoImport("own")).toEqual({ ok: true, value: undefined });
      expect((await checkStore(target)).rowCount).toBe(0);
    }
    // Both ends of the claim were seen.
    expect(counts.refused).toBeGreaterThan(CHANGED / 10);
    expect(counts.taken).toBeGreaterThan(CHANGED / 50);
  });
});

type Json = Record<string, unknown>;

/** A sound zip in which one thing is wrong: a value of another type, an id that occurs twice, a path, a size. */
function misspoken(files: ReadonlyMap<string, string>, rng: Rng): Map<string, string> {
  const changed = new Map(files);
  const manifest = JSON.parse(files.get("manifest.json") ?? "{}") as { rows: Json[]; files: Json[] };
  const [file] = anyOf(manifest.rows, rng);
  const name = String(file.name);
  const rows = JSON.parse(files.get(name) ?? "[]") as Json[];
  switch (rng.below(4)) {
    case 0:
      mistype(anyOf(rows, rng)[0], rng);
      break;
    case 1:
      rows.push(structuredClone(anyOf(rows, rng)[0]));
      break;
    case 2: {
      const path = anyOf(PATHS, rng)[0];
      const content = changed.get(name) ?? "";
      // Sometimes the manifest knows of it, sometimes not.
      if (rng.next() < 0.5) file.name = path;
      changed.delete(name);
      changed.set(path, content);
      changed.set("manifest.json", JSON.stringify(manifest));
      return changed;
    }
    default:
      anyOf([...manifest.rows, ...manifest.files], rng)[0].bytes = anyOf([1e9, 1e12, -1, 0.5, "12"], rng)[0];
      changed.set("manifest.json", JSON.stringify(manifest));
      return changed;
  }
  const text = JSON.stringify(rows);
  Object.assign(file, { rows: rows.length, bytes: new TextEncoder().encode(text).length });
  changed.set(name, text);
  changed.set("manifest.json", JSON.stringify(manifest));
  return changed;
}

const PATHS = [
  "../../notes.json",
  "/etc/notes.json",
  "rows/../../notes-1.json",
  "C:\\notes.json",
  "rows/notes-1.json\u0000.png",
  `rows/${"n".repeat(3000)}-1.json`,
  "rows/__proto__-1.json",
];

function anyOf<T>(values: readonly T[], rng: Rng): readonly [T] {
  const value = values[rng.below(values.length)];
  if (value === undefined) throw new RangeError("nothing to choose from");
  return [value];
}

/** Puts a value of another type in the place of one, somewhere in a row. */
function mistype(row: Json, rng: Rng): void {
  const [field] = anyOf(Object.keys(row), rng);
  const value = row[field];
  if (typeof value === "object" && value !== null && Object.keys(value).length > 0 && rng.next() < 0.7) {
    mistype(value as Json, rng);
    return;
  }
  const others: readonly unknown[] = [null, "x", 7, true, [[]], { surprise: 1 }, "1e999"];
  row[field] = anyOf(
    others.filter((other) => other === null || typeof other !== typeof value),
    rng,
  )[0];
}

/** One to four changes: cut short, bits turned over, bytes overwritten, a stretch taken out, doubled or moved. */
function mutate(original: Uint8Array<ArrayBuffer>, rng: Rng): Uint8Array<ArrayBuffer> {
  let changed = original.slice();
  const at = (): number => Math.floor(rng.next() * changed.length);
  for (let times = 1 + Math.floor(rng.next() * 4); times > 0; times--) {
    const [from, to] = [at(), at()].sort((a, b) => a - b) as [number, number];
    switch (Math.floor(rng.next() * 7)) {
      case 0:
        changed = changed.slice(0, to);
        break;
      case 1:
      case 2:
        changed[from] = (changed[from] ?? 0) ^ (1 << Math.floor(rng.next() * 8));
        break;
      case 3:
        changed.fill(Math.floor(rng.next() * 256), from, Math.min(from + 8, to));
        break;
      case 4:
        changed = join(changed.subarray(0, from), changed.subarray(to));
        break;
      case 5:
        changed = join(changed.subarray(0, to), changed.subarray(from));
        break;
      default:
        changed = withDeclaredSize(changed, Math.floor(rng.next() * 2 ** 31));
    }
  }
  return changed;
}

function join(a: Uint8Array, b: Uint8Array): Uint8Array<ArrayBuffer> {
  const joined = new Uint8Array(a.length + b.length);
  joined.set(a);
  joined.set(b, a.length);
  return joined;
}

describe("the fixture of store version 6", () => {
  it("is taken in whole, now and for ever", async () => {
    const file = path.join(import.meta.dirname, "../../../tests/fixtures/store-6.gaman.zip");
    const opened = await api.openArchive("own", new Blob([readFileSync(file)]), quiet);
    expect(opened.ok ? "" : storeFaultWords(opened.fault)).toBe("");
    expect(await api.takeIn("mine", "store-6.gaman.zip", 5000, quiet)).toEqual({
      ok: true,
      value: undefined,
    });
    const report = await checkStore(target);
    expect(Object.fromEntries(report.counts.map(({ table, rows }) => [table, rows]))).toEqual({
      settings: 1,
      tubes: 3,
      tubePhotos: 1,
      turnPhotos: 0,
      paintings: 1,
      pictures: 1,
      palettes: 1,
      notes: 2,
      recipes: 1,
      piles: 1,
      readings: 1,
      matches: 1,
      matchPhotos: 1,
      looks: 1,
      timers: 1,
      benches: 1,
      grids: 0,
      layerings: 0,
      scraps: 0,
      charts: 0,
      practices: 0,
      foundSeries: 0,
    });
    expect([report.unreadable, report.dangling]).toEqual([[], []]);
    const [match] = await target.matches.toArray();
    expect(match).toMatchObject({ remark: "keel, in shadow", deltaE2000: 0.6, verdict: "provisional" });
    const [picture] = await target.pictures.toArray();
    expect(await picture?.blob.text()).toBe("a picture of Harbour");
    expect(await api.undoImport("own")).toEqual({ ok: true, value: undefined });
  });
});
