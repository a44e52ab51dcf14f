/** 20,000 matches with 100,000 readings in the built application: the log, its search, and the archive of it. */
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Page } from "@playwright/test";
import { packRows } from "../src/persistence/archive/writeArchive";
import { withServedBrowser } from "../scripts/run/servedBrowser";
import { makeLog } from "../tests/support/madeLog";
import { assertLongTasksAreSeen, forgetLongTasks, longestTask, watchLongTasks } from "./longTasks";
import { type Figure, quantile } from "./report";

const PORT = 3431;
const MATCHES = 20_000;
const READINGS = 5;
const OPENINGS = 5;

export function logFigures(): Promise<Figure[]> {
  return withServedBrowser(PORT, async (browser, address) => {
    const folder = mkdtempSync(path.join(tmpdir(), "gaman-bench-"));
    const file = path.join(folder, "large.gaman.zip");
    const { blob } = await packRows(makeLog(MATCHES, READINGS), { kind: "everything" }, 1_700_000_000_000);
    writeFileSync(file, Buffer.from(await blob.arrayBuffer()));
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await watchLongTasks(page);
    await page.goto(`${address}/settings`);
    await page.getByLabel("An archive (.gaman.zip)").waitFor();
    await forgetLongTasks(page);
    const memory = watchMemory();
    const cancelled = await giveUpTime(page, file);
    const taken = await takeInTime(page, file);
    const memoryIn = memory.peak();
    const saved = await saveTime(page, path.join(folder, "out.gaman.zip"));
    const memoryOut = memory.peak();
    memory.end();
    const longestArchiving = await longestTask(page);
    await page.getByRole("link", { name: "Table", exact: true }).click();
    await page.getByRole("heading", { name: "Study 1", exact: true }).waitFor();
    const openings: number[] = [];
    const whole: number[] = [];
    for (let i = 0; i < OPENINGS; i++) {
      const { first, all } = await openTime(page);
      openings.push(first);
      whole.push(all);
      await page.getByRole("link", { name: "Table", exact: true }).click();
      await page.getByRole("heading", { name: "Study 1", exact: true }).waitFor();
    }
    await openTime(page);
    const searches = await searchTimes(page);
    await forgetLongTasks(page);
    await scroll(page);
    const longestScrolling = await longestTask(page);
    await assertLongTasksAreSeen(page);
    const size = statSync(path.join(folder, "out.gaman.zip")).size;
    rmSync(folder, { recursive: true });
    return [
      {
        what: `log of ${MATCHES} matches opens, median of ${OPENINGS}`,
        measured: quantile(openings, 0.5),
        unit: "ms",
        atMost: 500,
      },
      { what: "the same, longest", measured: Math.max(...openings), unit: "ms", atMost: 500 },
      { what: "until all of it can be searched, median", measured: quantile(whole, 0.5), unit: "ms" },
      {
        what: "search, a keystroke to its rows, median",
        measured: quantile(searches, 0.5),
        unit: "ms",
        atMost: 100,
      },
      { what: "search, longest", measured: Math.max(...searches), unit: "ms", atMost: 100 },
      {
        what: "longest main-thread task while scrolling",
        measured: longestScrolling,
        unit: "ms",
        atMost: 50,
      },
      {
        what: "archive of all of it taken in: read, shown, agreed to, written",
        measured: taken,
        unit: "s",
        atMost: 30,
      },
      { what: "archive of all of it saved", measured: saved, unit: "s", atMost: 30 },
      { what: "its size", measured: size / 1e6, unit: "MB" },
      { what: "longest main-thread task meanwhile", measured: longestArchiving, unit: "ms", atMost: 50 },
      {
        what: "given up in the middle: until the page is free, store untouched",
        measured: cancelled,
        unit: "ms",
      },
      {
        what: "memory of the page with its workers, taking in, above what it began with",
        measured: memoryIn,
        unit: "MB",
        atMost: 500,
      },
      { what: "the same, saving", measured: memoryOut, unit: "MB", atMost: 500 },
    ];
  });
}

/** Begins to take the archive in, gives it up, and looks whether anything was written. */
async function giveUpTime(page: Page, file: string): Promise<number> {
  await page.getByLabel("An archive (.gaman.zip)").setInputFiles(file);
  await page.getByRole("button", { name: "Take it in" }).click({ timeout: 120_000 });
  await page.getByRole("progressbar", { name: "Taking it in" }).waitFor();
  await page.waitForTimeout(800);
  const started = Date.now();
  await page.getByRole("button", { name: "give up" }).click();
  await page.getByRole("progressbar").waitFor({ state: "detached" });
  const ms = Date.now() - started;
  await page.getByRole("button", { name: "Check every record" }).click();
  await page
    .getByText(/^0 records read, all in order|^1 records read, all in order/)
    .waitFor({ timeout: 60_000 });
  return ms;
}

async function takeInTime(page: Page, file: string): Promise<number> {
  const started = Date.now();
  await page.getByLabel("An archive (.gaman.zip)").setInputFiles(file);
  await page.getByRole("button", { name: "Take it in" }).click({ timeout: 120_000 });
  await said(page, "large.gaman.zip was taken in.");
  return (Date.now() - started) / 1000;
}

/** Looks at the status lines alone: a search through the whole page would be a long task of its own. */
async function said(page: Page, text: string): Promise<void> {
  await page.waitForFunction(
    (wanted) =>
      [...document.querySelectorAll("main [data-says]")].some((line) => line.textContent.includes(wanted)),
    text,
    { polling: 100, timeout: 120_000 },
  );
}

async function saveTime(page: Page, file: string): Promise<number> {
  const started = Date.now();
  const [download] = await Promise.all([
    page.waitForEvent("download", { timeout: 120_000 }),
    page.getByRole("button", { name: "Save an archive" }).click(),
  ]);
  await download.saveAs(file);
  return (Date.now() - started) / 1000;
}

/** From the click on the view to its newest rows, and to the whole of it, by the page's own clock. */
async function openTime(page: Page): Promise<{ readonly first: number; readonly all: number }> {
  return page.evaluate(async (count) => {
    const link = [...document.querySelectorAll<HTMLAnchorElement>("nav[aria-label=Views] a")].find(
      (candidate) => candidate.textContent === "Log",
    );
    const started = performance.now();
    link?.click();
    const until = async (isThere: () => boolean): Promise<number> => {
      while (!isThere()) await new Promise((resolve) => requestAnimationFrame(resolve));
      return performance.now() - started;
    };
    const first = await until(() => document.querySelectorAll("main tbody td button").length > 5);
    const all = await until(
      () => document.querySelector("main [data-says]")?.textContent === `${count} matches`,
    );
    return { first, all };
  }, MATCHES.toLocaleString("en-GB"));
}

/** From a letter typed to the count and rows that go with it. */
async function searchTimes(page: Page): Promise<number[]> {
  const times: number[] = [];
  const field = page.getByLabel("Find by note, tube, colour word, remark, day");
  await field.focus();
  for (const letter of "gorse prussian glossy 2021") {
    await page.evaluate(() => {
      const store = window as unknown as { searched: Promise<number> };
      const input = document.querySelector<HTMLInputElement>("main input[type=search]");
      const status = document.querySelector("main [data-says]");
      store.searched = new Promise((resolve) => {
        input?.addEventListener(
          "input",
          () => {
            const started = performance.now();
            const before = status?.textContent;
            const wait = (): void => {
              const elapsed = performance.now() - started;
              if (status?.textContent !== before) resolve(elapsed);
              else if (elapsed > 1000) resolve(0);
              else requestAnimationFrame(wait);
            };
            wait();
          },
          { once: true },
        );
      });
    });
    await page.keyboard.type(letter);
    const time = await page.evaluate(() => (window as unknown as { searched: Promise<number> }).searched);
    // A letter that narrows nothing down shows no change to wait for.
    if (time > 0) times.push(time);
  }
  await field.fill("");
  return times;
}

/** By the wheel through thousands of rows, some slowly, some as far as a wheel goes. */
async function scroll(page: Page): Promise<void> {
  await page.getByRole("region", { name: "Records as a table" }).hover();
  for (let i = 0; i < 120; i++) {
    await page.mouse.wheel(0, i % 10 === 9 ? 20_000 : 240);
    await page.waitForTimeout(16);
  }
}

const EVERY_MS = 50;

/** Resident memory of the browser's renderer processes above what they began with, from the system's own figures. */
function watchMemory(): { readonly peak: () => number; readonly end: () => void } {
  const start = rendererMb();
  let most = 0;
  const timer = setInterval(() => {
    most = Math.max(most, rendererMb() - start);
  }, EVERY_MS);
  return {
    peak: () => {
      const found = most;
      most = 0;
      return found;
    },
    end: () => {
      clearInterval(timer);
    },
  };
}

function rendererMb(): number {
  let kb = 0;
  for (const pid of readdirSync("/proc").filter((name) => /^\d+$/.test(name))) {
    try {
      if (!readFileSync(`/proc/${pid}/cmdline`, "latin1").includes("--type=renderer")) continue;
      kb += Number(/RssAnon:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "latin1"))?.[1] ?? 0);
    } catch {
      // It ended while it was looked at.
    }
  }
  return kb / 1024;
}
