/**
 * An import cut short at the worst moment: the browser is killed while its log grows, and where the kill missed the
 * few microseconds between the head of a record and its text, the log is brought into the state that it leaves.
 */
import { appendFileSync, readdirSync, readFileSync, statSync } from "node:fs";
import path from "node:path";
import type { Page } from "@playwright/test";
import type { Profile } from "./killable";

/** Of Chromium's log: blocks of this size, in each fragments with a head of checksum, length and type. */
const BLOCK = 32_768;
const HEAD = 7;
const WHOLE_RECORD = 4;
const SOME_LENGTH = 37;

/** More than the opening of a page writes. */
const GROWN_BY = 70_000;
const GIVE_UP_AFTER_MS = 15_000;

/** Takes in an archive of thousands of rows and kills the browser in the middle of its writing. */
export async function cutImportShort(profile: Profile, address: string, archive: string): Promise<void> {
  const { page, kill } = await profile.open();
  await page.goto(`${address}/settings`);
  await page.getByLabel("An archive (.gaman.zip)").setInputFiles(archive);
  const log = logOf(profile, address);
  const before = statSync(log).size;
  await page.getByRole("button", { name: "Take it in" }).click({ timeout: 60_000 });
  const until = Date.now() + GIVE_UP_AFTER_MS;
  while (sizeOf(log) - before < GROWN_BY) if (Date.now() > until) throw new Error("The import wrote nothing");
  await kill();
  const last = logOf(profile, address);
  if (endsWhole(readFileSync(last))) appendFileSync(last, headOfNothing());
}

/** A log that is full gives way to a newer one: then more was written than any limit. */
function sizeOf(log: string): number {
  return statSync(log, { throwIfNoEntry: false })?.size ?? Number.POSITIVE_INFINITY;
}

/** Starts twice: what is written after the first start lies behind the cut, and the second has to read past it. */
export async function startTwice(
  profile: Profile,
  address: string,
  write: (page: Page) => Promise<void>,
): Promise<Page> {
  const first = await profile.open();
  await first.page.goto(address);
  await write(first.page);
  await first.kill();
  const { page } = await profile.open();
  await page.goto(address);
  return page;
}

function logOf(profile: Profile, address: string): string {
  const { hostname, port } = new URL(address);
  const folder = path.join(profile.folder, "Default/IndexedDB", `http_${hostname}_${port}.indexeddb.leveldb`);
  const [newest] = readdirSync(folder)
    .filter((name) => name.endsWith(".log"))
    .toSorted()
    .toReversed();
  if (!newest) throw new Error(`No log in ${folder}`);
  return path.join(folder, newest);
}

function endsWhole(log: Buffer): boolean {
  let at = 0;
  while (at < log.length) {
    const left = BLOCK - (at % BLOCK);
    if (left < HEAD) at += left;
    else if (at + HEAD > log.length) return false;
    else at += HEAD + log.readUInt16LE(at + 4);
  }
  return at === log.length;
}

function headOfNothing(): Buffer {
  const head = Buffer.alloc(HEAD);
  head.writeUInt16LE(SOME_LENGTH, 4);
  head.writeUInt8(WHOLE_RECORD, 6);
  return head;
}
