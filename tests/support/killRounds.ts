/**
 * Rounds of work that end in the browser being killed: notes are kept and mixed one after the other, or an archive
 * is taken in. After each restart everything that the page had acknowledged must be there, an import whole or not at all, and
 * the application's own check of the store must find nothing.
 */
import { rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { expect, type Page } from "@playwright/test";
import sharp from "sharp";
import { createRng } from "@/core/random/rng";
import { packRows } from "@/persistence/archive/writeArchive";
import { makeLog } from "./madeLog";
import { cutImportShort } from "./cutShort";
import { beginPainting, newProfile, type Profile } from "./killable";

export type KillReport = {
  readonly rounds: number;
  /** Writes that the page said were kept, all of which were found again. */
  readonly acknowledged: number;
  /** Kills in the middle of an import, those of them at the worst moment, and those after which it was there whole. */
  readonly imports: number;
  readonly cutShort: number;
  readonly importsWhole: number;
};

/** Enough of them that a kill falls into the middle of taking them in. */
const IMPORTED_MATCHES = 1500;
/** Every other import is killed with its write half done, the rest at any moment. */
const WORST_EVERY = 4;
const LONGEST_IMPORT_MS = 2500;
const SHORTEST_WORK_MS = 800;
const LONGEST_WORK_MS = 7000;

export async function killRounds(address: string, rounds: number, seed = 1): Promise<KillReport> {
  const rng = createRng(seed);
  const profile = newProfile();
  const archive = path.join(tmpdir(), `gaman-killed-${process.pid}.gaman.zip`);
  const { blob } = await packRows(makeLog(IMPORTED_MATCHES, 2), { kind: "everything" }, 1_700_000_000_000);
  writeFileSync(archive, Buffer.from(await blob.arrayBuffer()));
  const acknowledged = new Set<string>();
  let imports = 0;
  let cutShort = 0;
  let importsWhole = 0;
  const failed: unknown[] = [];
  try {
    await start(profile, address);
    for (let round = 0; round < rounds; round++) {
      const isImport = round % 2 === 1;
      if (isImport) imports++;
      if (round % WORST_EVERY === 1) {
        cutShort++;
        await cutImportShort(profile, address, archive);
      } else if (isImport) {
        const { page, kill } = await profile.open();
        await page.goto(`${address}/settings`);
        await beginImport(page, archive);
        await pause(rng.between(0, LONGEST_IMPORT_MS));
        await kill();
      } else {
        const { page, kill } = await profile.open();
        await page.goto(`${address}/subject`);
        // The end comes while it is at work, wherever that is; only the end may break it off.
        let isEnding = false;
        const working = mixOn(page, round, acknowledged).catch((error: unknown) => {
          if (!isEnding) throw error;
        });
        await Promise.race([working, pause(rng.between(SHORTEST_WORK_MS, LONGEST_WORK_MS))]);
        isEnding = true;
        await kill();
        await working;
      }
      try {
        if (await examine(profile, address, acknowledged, isImport)) importsWhole++;
      } catch (error) {
        failed.push(error);
        throw new Error(`Round ${round}, profile kept in ${profile.folder}`, { cause: error });
      }
    }
  } finally {
    // What was lost is looked for in the browser's own files.
    if (failed.length === 0) await profile.remove();
    rmSync(archive, { force: true });
  }
  return { rounds, acknowledged: acknowledged.size, imports, cutShort, importsWhole };
}

/** A painting to write into. */
async function start(profile: Profile, address: string): Promise<void> {
  const { page, kill } = await profile.open();
  await beginPainting(page, address);
  // Acknowledged and killed at once.
  await kill();
}

/** Note after note is kept, laid down, read and matched; each step is remembered once the page says it is kept. */
async function mixOn(page: Page, round: number, acknowledged: Set<string>): Promise<never> {
  // Whoever stands still that long would not be writing when the end comes.
  page.setDefaultTimeout(20_000);
  for (let i = 0; ; i++) {
    // Every other round begins with a picture, so that the end comes to those too.
    if ((round / 2 + i) % 2 === 1) {
      const picture = `Round ${round} picture ${i}`;
      await keepPicture(page, picture);
      acknowledged.add(`picture ${picture}`);
    }
    const name = `Round ${round} note ${i}`;
    await page.getByText("A colour without a picture", { exact: true }).click();
    await page.getByLabel("Hex or CIELAB (D65)").fill(`${55 + (i % 20)} 4 14`);
    await page.getByLabel("Name of this note").fill(name);
    await page.getByRole("button", { name: "Keep and mix" }).click();
    await page
      .getByRole("heading", { name: new RegExp(`^Mix note \\d+, ${name}$`) })
      .waitFor({ state: "attached" });
    acknowledged.add(`note ${name}`);
    await page.getByRole("button", { name: "All added" }).click();
    await page.getByRole("heading", { name: "What is in the pile" }).waitFor();
    acknowledged.add(`pile ${name}`);
    await page.getByRole("button", { name: "Looks the same" }).click();
    await page.getByRole("button", { name: "Keep as match" }).click();
    await page.getByText("Match kept").waitFor();
    acknowledged.add(`reading ${name}`).add(`match ${name}`);
    await page.getByRole("link", { name: "Subject", exact: true }).click();
  }
}

/** Large enough that a kill can fall into the middle of its writing. */
const PICTURE_SIDE_PX = 1400;

async function keepPicture(page: Page, name: string): Promise<void> {
  const buffer = await sharp({
    create: {
      width: PICTURE_SIDE_PX,
      height: PICTURE_SIDE_PX,
      channels: 3,
      background: "#7a5c40",
      noise: { type: "gaussian", mean: 120, sigma: 40 },
    },
  })
    .jpeg()
    .toBuffer();
  await page
    .getByLabel(/^Choose a picture|^another picture/)
    .first()
    .setInputFiles({ name: `${name}.jpg`, mimeType: "image/jpeg", buffer });
  await page.getByRole("application", { name: new RegExp(`${name}\\.jpg`) }).waitFor();
  await page.getByText("Keeping the picture").first().waitFor({ state: "detached" });
}

async function beginImport(page: Page, archive: string): Promise<void> {
  await page.getByLabel("An archive (.gaman.zip)").setInputFiles(archive);
  await page.getByRole("button", { name: "Take it in" }).click({ timeout: 60_000 });
}

/** @returns whether an import was found whole. */
async function examine(
  profile: Profile,
  address: string,
  acknowledged: ReadonlySet<string>,
  mayHaveImport: boolean,
): Promise<boolean> {
  const { page, kill } = await profile.open();
  await page.goto(`${address}/settings`);
  await page.getByRole("button", { name: "Check every record" }).click();
  const verdict = page.getByText(/records read/);
  await verdict.waitFor({ timeout: 60_000 });
  expect(await verdict.textContent()).toMatch(/all in order\.$/);
  const before = await recordsOf(page);
  const imported = before.filter((record) => record.startsWith("match of an import")).length;
  expect(mayHaveImport ? [0, IMPORTED_MATCHES] : [0]).toContain(imported);
  if (imported > 0) {
    // The next round begins from the store as it was.
    await page.getByRole("button", { name: "take it back" }).click();
    const told = page
      .getByText("The import was taken back")
      .or(page.getByRole("alert").filter({ hasText: /\w/ }));
    await told.first().waitFor({ timeout: 60_000 });
    expect(await told.first().textContent()).toContain("The import was taken back");
  }
  const records = await recordsOf(page);
  const found = new Set(records);
  expect(
    [...acknowledged].filter((record) => !found.has(record)),
    `${records.length} records there, ${before.length} before ${imported} imported were taken back`,
  ).toEqual([]);
  expect(records.length, "nothing twice").toBe(found.size);
  await kill();
  return imported > 0;
}

/** "pile Round 2 note 0": each record by the note that it belongs to. */
async function recordsOf(page: Page): Promise<readonly string[]> {
  const rows = await page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>((resolve, reject) => {
      const request = indexedDB.open("gaman");
      request.onerror = () => {
        reject(new Error("the store could not be opened"));
      };
      request.onsuccess = () => {
        resolve(request.result);
      };
    });
    const all = (table: string): Promise<{ id: string; name: string; noteId: string }[]> =>
      new Promise((resolve) => {
        const request = db.transaction(table).objectStore(table).getAll();
        request.onsuccess = () => {
          resolve(request.result as { id: string; name: string; noteId: string }[]);
        };
      });
    const [notes, piles, readings, matches] = [
      await all("notes"),
      await all("piles"),
      await all("readings"),
      await all("matches"),
    ];
    const pictures: string[] = [];
    for (const picture of (await all("pictures")) as unknown as { fileName: string; blob: Blob }[]) {
      // What is there must be there whole: its bytes are read to the end.
      const bytes = new Uint8Array(await picture.blob.arrayBuffer());
      if (bytes.at(-2) !== 0xff || bytes.at(-1) !== 0xd9) throw new Error(`${picture.fileName} is not whole`);
      pictures.push(picture.fileName.replace(/\.jpg$/, ""));
    }
    db.close();
    return { notes, piles, readings, matches, pictures };
  });
  const nameOf = new Map(
    rows.notes.map(({ id, name }) => [id, id.startsWith("note-") ? `of an import, ${id}` : name]),
  );
  const named = (
    kind: string,
    list: readonly { readonly id: string; readonly noteId: string }[],
  ): readonly string[] =>
    list.map(
      ({ id, noteId }) =>
        `${kind} ${nameOf.get(noteId) ?? "of no note"}${noteId.startsWith("note-") ? id : ""}`,
    );
  return [
    ...rows.notes.map(({ id }) => `note ${nameOf.get(id) ?? ""}`),
    ...named("pile", rows.piles),
    ...named("reading", rows.readings),
    ...named("match", rows.matches),
    ...rows.pictures.map((name) => `picture ${name}`),
  ];
}

function pause(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
