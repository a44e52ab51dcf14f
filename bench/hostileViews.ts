/** Archives whose values were pushed to their ends, taken in by the built application, and every view opened after. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Browser } from "@playwright/test";
import { withServedBrowser } from "../scripts/run/servedBrowser";
import { ROOT } from "../scripts/run/project.mjs";
import { createRng } from "../src/core/random/rng";
import { DEFAULT_SETTINGS } from "../src/domain/settings/settings";
import { writeArchive } from "../src/persistence/archive/writeArchive";
import { GamanDatabase } from "../src/persistence/database";
import { demoFileSchema, writeDemo } from "../src/persistence/demo";
import { createStoreApi } from "../src/persistence/storeApi";
import { pushingOf } from "../tests/support/pushedValues";
import { rowsOf } from "../tests/tasks/pages/store";
import type { Figure } from "./report";

const PORT = 3435;
const ARCHIVES = Number(process.env.ARCHIVES ?? 12);
const VIEWS = ["/", "/tubes", "/palette", "/subject", "/mix", "/log", "/settings"];
const SETTLE_MS = 700;

/** The demo with one to three values pushed, eight times over: only those that are still taken. */
async function takenArchives(): Promise<readonly Buffer[]> {
  const db = new GamanDatabase("hostile-views");
  const read = (name: string) => readFileSync(path.join(ROOT, "public/demo", name));
  const demo = demoFileSchema.parse(JSON.parse(read("slipway.json").toString("utf8")));
  await writeDemo(
    db,
    demo,
    new Blob([new Uint8Array(read("slipway.jpg"))], { type: "image/jpeg" }),
    DEFAULT_SETTINGS,
    Date.now(),
  );
  const whole = (await writeArchive(db, { kind: "everything" }, 4000)).blob;
  await db.delete();
  const target = new GamanDatabase("hostile-views-target");
  const api = createStoreApi(() => target);
  const rng = createRng(18);
  const taken: Buffer[] = [];
  while (taken.length < ARCHIVES) {
    let pushed = whole;
    for (let times = 0; times < PUSHES; times++) {
      const next = await (await pushingOf(pushed)).next(rng);
      // A push that is refused by itself is left out, so that the others are seen.
      if ((await api.openArchive("own", next, () => undefined)).ok) pushed = next;
    }
    taken.push(Buffer.from(await pushed.arrayBuffer()));
  }
  await target.delete();
  return taken;
}

const PUSHES = 8;

type Walk = { readonly stopped: readonly string[]; readonly seen: number };

async function walk(browser: Browser, address: string, file: string): Promise<Walk> {
  const page = await browser.newPage();
  const stopped: string[] = [];
  page.on("pageerror", (error) => stopped.push(`${page.url()}: ${error.message.slice(0, 200)}`));
  await page.goto(`${address}/settings`);
  await page.getByLabel("An archive (.gaman.zip)").setInputFiles(file);
  await page.getByRole("button", { name: "Take it in" }).click();
  await page.getByText("was taken in.").first().waitFor();
  let seen = 0;
  const look = async (at: string): Promise<void> => {
    seen++;
    await page.waitForTimeout(SETTLE_MS);
    const failure = page.getByRole("heading", { name: "This view stopped" });
    if (await failure.isVisible())
      stopped.push(`${at}: ${(await page.getByRole("alert").first().textContent()) ?? ""}`);
  };
  for (const view of VIEWS) {
    await page.goto(`${address}${view}`);
    await look(view);
  }
  for (const { id } of await rowsOf(page, "notes")) {
    await page.goto(`${address}/mix?note=${encodeURIComponent(String(id))}`);
    await look(`note ${String(id)}`);
  }
  for (const { id } of (await rowsOf(page, "tubes")).slice(0, 6)) {
    await page.goto(`${address}/tubes?tube=${encodeURIComponent(String(id))}`);
    await look(`tube ${String(id)}`);
  }
  await page.close();
  return { stopped, seen };
}

/** Throws with the places when a view stopped. */
export async function hostileViewFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(path.join(tmpdir(), "hostile-views-"));
  try {
    const archives = await takenArchives();
    return await withServedBrowser(PORT, async (browser, address) => {
      let seen = 0;
      const stopped: string[] = [];
      for (const [i, bytes] of archives.entries()) {
        const file = path.join(folder, `pushed-${i}.gaman.zip`);
        writeFileSync(file, bytes);
        const walked = await walk(browser, address, file);
        seen += walked.seen;
        stopped.push(...walked.stopped.map((place) => `archive ${i}, ${place}`));
      }
      if (stopped.length > 0) throw new Error(`Views stopped:\n${stopped.join("\n")}`);
      return [
        {
          what: `${archives.length} archives of pushed values taken in: views opened, none stopped`,
          measured: seen,
          unit: "",
        },
      ];
    });
  } finally {
    rmSync(folder, { recursive: true });
  }
}
