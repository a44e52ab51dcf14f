/** What a hostile archive costs, and what pages notice while scripts ask for more than there is room for. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { withServedBrowser } from "../scripts/run/servedBrowser";
import { GamanDatabase } from "../src/persistence/database";
import { writeArchive } from "../src/persistence/archive/writeArchive";
import { PIGMENT_MODELS } from "../src/data/pigments.generated";
import { fillStore } from "../tests/support/sampleStore";
import { filesOf, zipOf } from "../tests/support/zips";
import type { Read } from "./readArchive";
import type { Figure } from "./report";

const PORT = 3434;
/** Bundled beside this file, with nothing in it but what reads archives. */
const READER = path.join(path.dirname(process.argv[1] ?? ""), "readArchive.mjs");
/** Small files that would be large: each says the right sizes and counts of itself. */
async function attacks(): Promise<readonly (readonly [name: string, zip: Blob])[]> {
  const db = new GamanDatabase("attacks");
  await fillStore(db);
  const files = await filesOf((await writeArchive(db, { kind: "everything" }, 4000)).blob);
  await db.delete();
  type Listed = { name: string; rows: number; bytes: number };
  type Manifest = { rows: Listed[]; files: { name: string; bytes: number }[] };
  const withText = (name: string, rows: number, text: string) => {
    const changed = new Map(files);
    const manifest = JSON.parse(files.get("manifest.json") ?? "{}") as Manifest;
    for (const file of manifest.rows)
      if (file.name === name) Object.assign(file, { rows, bytes: Buffer.byteLength(text) });
    changed.set(name, text);
    changed.set("manifest.json", JSON.stringify(manifest));
    return zipOf(changed);
  };
  const notes = JSON.parse(files.get("rows/notes-1.json") ?? "[]") as Record<string, unknown>[];
  /** So little packed that its packing alone is no reason to refuse it. */
  const lists = (count: number) =>
    Array.from({ length: count }, (_, i) => `${"[],".repeat(100)}"${noise(i).slice(0, 9)}"`).join();
  const many = (count: number) =>
    Array.from({ length: count }, (_, i) => ({
      ...notes[0],
      id: `n${i}`,
      number: 1 + (i % 7),
      name: noise(i),
    }));
  const note = JSON.stringify(notes[0]);
  const manifest = JSON.parse(files.get("manifest.json") ?? "{}") as Manifest;
  const picture = manifest.files[0]?.name ?? "";
  const zeros = new Blob([new Uint8Array(80_000_000)]);
  const withPicture = new Map<string, string | Blob>(files).set(picture, zeros).set(
    "manifest.json",
    JSON.stringify({
      ...manifest,
      files: manifest.files.map((file) => (file.name === picture ? { ...file, bytes: zeros.size } : file)),
    }),
  );
  return [
    [
      "a list of ten million empty lists, packed to nothing",
      await withText("rows/notes-1.json", 100_000, `[${"[],".repeat(1e7)}[]]`),
    ],
    ["a list of six million empty lists", await withText("rows/notes-1.json", 100_000, `[${lists(60_000)}]`)],
    ["six million empty lists in one row", await withText("rows/notes-1.json", 1, `[[${lists(60_000)}]]`)],
    ["a million empty lists in one row", await withText("rows/notes-1.json", 1, `[[${lists(12_000)}]]`)],
    ["twenty million levels", await withText("rows/notes-1.json", 1, `${"[".repeat(2e7)}${"]".repeat(2e7)}`)],
    ["one row of forty million letters", await withText("rows/notes-1.json", 1, `["${"x".repeat(4e7)}"]`)],
    [
      "ninety thousand fields in a row",
      await withText(
        "rows/notes-1.json",
        1,
        `[${note.slice(0, -1)},${Array.from({ length: 9e4 }, (_, i) => `"f${i}":0`).join()}}]`,
      ),
    ],
    [
      "twenty thousand good notes, then a bad one",
      await withText("rows/notes-1.json", 20_001, JSON.stringify([...many(20_000), { id: "bad" }])),
    ],
    [
      "twenty thousand notes with seven numbers",
      await withText("rows/notes-1.json", 20_000, JSON.stringify(many(20_000))),
    ],
    ["a picture of eighty million zeros", await zipOf(withPicture)],
    [
      "nineteen thousand files",
      await zipOf(
        [...files, ...Array.from({ length: 19_000 }, (_, i) => [`rows/x-${i}.json`, "[]"] as const)],
        0,
      ),
    ],
  ];
}

/** Hard to pack, so that nothing is refused for its packing alone. */
function noise(seed: number): string {
  let state = seed + 1;
  let text = "n";
  for (let i = 0; i < 20; i++) {
    state = (Math.imul(state, 1_103_515_245) + 12_345) >>> 0;
    text += state.toString(36);
  }
  return text.slice(0, 100);
}

export async function safetyFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(path.join(tmpdir(), "safety-"));
  try {
    const figures: Figure[] = [];
    for (const [name, zip] of await attacks()) {
      const file = path.join(folder, "attack.zip");
      writeFileSync(file, new Uint8Array(await zip.arrayBuffer()));
      const child = spawnSync(process.execPath, [READER, file], {
        encoding: "utf8",
      });
      if (child.status !== 0) throw new Error(`${name}: ${child.stderr}`);
      const { code, seconds, peakMb } = JSON.parse(child.stdout) as Read;
      const what = `${name} (${Math.round(zip.size / 1000)} kB): ${code}`;
      figures.push({ what, measured: peakMb, unit: "MB", atMost: 300 });
      figures.push({
        what: `${what}, time`,
        measured: seconds,
        unit: "s",
        ...(code !== "taken" && { atMost: 3 }),
      });
    }
    return [...figures, ...(await callFigures())];
  } finally {
    rmSync(folder, { recursive: true });
  }
}

const CALLS = 20;

/** Twenty calls of the largest size at once, and a page that is asked for all along. */
function callFigures(): Promise<Figure[]> {
  return withServedBrowser(PORT, async (_browser, address) => {
    const body = JSON.stringify({
      tubes: PIGMENT_MODELS.slice(0, 24).map(({ id }) => ({ pigment: id })),
      targets: Array.from({ length: 16 }, (_, i) => ({
        lab: [20 + 4 * i, 12 * (i % 4) - 18, 14 * (i % 5) - 28],
      })),
      maxTubes: 6,
      maxAnswers: 6,
    });
    const asking = { isOver: false };
    let slowestPage = 0;
    const pages = (async () => {
      while (!asking.isOver) {
        const started = performance.now();
        await (await fetch(`${address}/mix`)).text();
        slowestPage = Math.max(slowestPage, performance.now() - started);
      }
    })();
    const times = await Promise.all(
      Array.from({ length: CALLS }, async () => {
        const started = performance.now();
        const answer = await fetch(`${address}/api/recipes`, {
          method: "POST",
          headers: { "content-type": "application/json" },
          body,
        });
        await answer.text();
        return { status: answer.status, ms: performance.now() - started };
      }),
    );
    asking.isOver = true;
    await pages;
    return [
      {
        what: `${CALLS} calls of the largest size: slowest page meanwhile`,
        measured: slowestPage / 1000,
        unit: "s",
        atMost: 1,
      },
      {
        what: "of these calls, the longest",
        measured: Math.max(...times.map(({ ms }) => ms)) / 1000,
        unit: "s",
        atMost: 11,
      },
      {
        what: "of these, told at once to come again",
        measured: times.filter(({ status, ms }) => status === 503 && ms < 5000).length,
        unit: "",
      },
    ];
  });
}
