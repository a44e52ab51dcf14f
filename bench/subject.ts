/** A picture of twelve megapixels in the built application: how soon it shows, how soon each look, what it costs. */
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Page } from "@playwright/test";
import sharp from "sharp";
import { createRng } from "../src/core/random/rng";
import { withServedBrowser } from "../scripts/run/servedBrowser";
import { assertLongTasksAreSeen, forgetLongTasks, longestTask, watchLongTasks } from "./longTasks";
import { type Figure, quantile } from "./report";
import { settled } from "./settled";

const PORT = 3424;
const ROUNDS = 5;

export async function subjectFigures(): Promise<Figure[]> {
  // By path: a buffer would be handed over through the page itself, on the thread that is measured.
  const photo = path.join(mkdtempSync(path.join(tmpdir(), "gaman-")), "photo.jpg");
  writeFileSync(photo, await twelveMegapixels());
  return withServedBrowser(PORT, async (browser, address) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await watchLongTasks(page);
    await page.goto(address);
    await page.getByRole("button", { name: "Open the demo painting" }).click();
    await page.getByRole("heading", { name: "Slipway, low tide" }).waitFor();
    await settled(page);
    const visit = async (): Promise<void> => {
      await page.getByRole("link", { name: "Subject", exact: true }).click();
      await page.getByRole("application").first().waitFor();
      await page.locator("canvas[data-look=picture]").first().waitFor();
    };
    const session = await page.context().newCDPSession(page);
    const leave = async (): Promise<number> => {
      // Where no picture is shown.
      await page.getByRole("link", { name: "Settings", exact: true }).click();
      await page.getByRole("heading", { name: "Settings" }).waitFor();
      await session.send("HeapProfiler.collectGarbage");
      await page.waitForTimeout(3000);
      return rendererMegabytes();
    };
    // Code and fonts of the view stay loaded; what counts is what pictures leave behind.
    await visit();
    const before = await leave();
    await visit();
    await forgetLongTasks(page);

    let peak = 0;
    const watch = setInterval(() => {
      peak = Math.max(peak, rendererMegabytes());
    }, 50);
    const opening: number[] = [];
    for (let round = 0; round < 3; round++) opening.push(await openingTime(page, photo, round));
    await page.getByText(/12 megapixels/).waitFor({ timeout: 30_000 });

    const grey: number[] = [];
    const steps: number[] = [];
    await lookTime(page, "g", "grey");
    for (let round = 0; round < ROUNDS; round++) {
      grey.push(await lookTime(page, "g", "grey"));
      steps.push(await lookTime(page, "v", "steps"));
    }
    await page.getByRole("tab", { name: "Palette", exact: true }).click();
    await page
      .locator("#view")
      .getByText(/Mixing all colours/)
      .waitFor();
    await page
      .locator("#view")
      .getByText(/Mixing all colours/)
      .waitFor({ state: "hidden", timeout: 60_000 });
    const through: number[] = [];
    for (let round = 0; round < 3; round++) through.push(await lookTime(page, "p", "palette"));
    const longest = await longestTask(page);
    await assertLongTasksAreSeen(page);
    clearInterval(watch);

    const left = await leave();
    return [
      {
        what: "12 megapixels: first view after choosing the file",
        measured: quantile(opening, 0.5),
        unit: "ms",
        atMost: 1500,
      },
      { what: "grey of it", measured: quantile(grey, 0.5), unit: "ms", atMost: 100 },
      { what: "steps of it", measured: quantile(steps, 0.5), unit: "ms", atMost: 100 },
      {
        what: "seen through a palette whose table is built",
        measured: quantile(through, 0.5),
        unit: "ms",
        atMost: 2000,
      },
      { what: "longest main-thread task meanwhile", measured: longest, unit: "ms", atMost: 50 },
      {
        what: "memory of the page's process while it is worked on, peak above a view without pictures",
        measured: peak - before,
        unit: "MB",
        atMost: 600,
      },
      {
        what: "memory that stays after leaving the view, three such pictures later",
        measured: left - before,
        unit: "MB",
        atMost: 60,
      },
    ];
  });
}

/** A photo as cameras make them: 4000 × 3000, soft shapes with grain. */
async function twelveMegapixels(): Promise<Buffer> {
  const rng = createRng(12);
  const small = Buffer.from(Array.from({ length: 3 * 80 * 60 }, () => rng.below(256)));
  return sharp(small, { raw: { width: 80, height: 60, channels: 3 } })
    .resize(4000, 3000, { kernel: "cubic" })
    .jpeg({ quality: 92 })
    .toBuffer();
}

/** From the choice of the file to the picture on the stage, by the page's own clock. */
async function openingTime(page: Page, photo: string, round: number): Promise<number> {
  const input = page.getByLabel("another picture");
  await page.evaluate(() => {
    const store = window as unknown as { chosenAt: number };
    document.addEventListener(
      "change",
      () => {
        store.chosenAt = performance.now();
      },
      { capture: true, once: true },
    );
  });
  await page.evaluate(() => {
    document.querySelector("canvas")?.removeAttribute("data-look");
  });
  await input.setInputFiles(photo);
  const time = await page.evaluate(async (wanted) => {
    const store = window as unknown as { chosenAt: number };
    for (;;) {
      const stage = document.querySelector(`[role=application][aria-label*="${wanted}"] canvas`);
      if (stage instanceof HTMLCanvasElement && stage.dataset.look === "picture" && stage.width >= 1200)
        return performance.now() - store.chosenAt;
      await new Promise((resolve) => requestAnimationFrame(resolve));
    }
  }, "photo.jpg");
  await page.locator("#view").getByText("Keeping the picture").waitFor({ state: "hidden", timeout: 30_000 });
  if (!(await page.getByText(/12 megapixels/).isVisible())) throw new Error(`round ${round} was not kept`);
  return time;
}

/** From the key to the look on the stage. */
async function lookTime(page: Page, key: string, look: string): Promise<number> {
  await page.evaluate((pressed) => {
    const store = window as unknown as { pressedAt: number };
    window.addEventListener(
      "keydown",
      (event) => {
        if (event.key === pressed) store.pressedAt = performance.now();
      },
      { capture: true, once: true },
    );
  }, key);
  await page.keyboard.down(key);
  const time = await page.evaluate(async (wanted) => {
    const store = window as unknown as { pressedAt: number };
    for (;;) {
      if (document.querySelector(`canvas[data-look=${wanted}]`)) return performance.now() - store.pressedAt;
      await new Promise((resolve) => requestAnimationFrame(resolve));
    }
  }, look);
  await page.keyboard.up(key);
  await page.locator("canvas[data-look=picture]").first().waitFor();
  return time;
}

/** Resident memory of the largest renderer process on this machine; Linux only, where the benchmark runs. */
function rendererMegabytes(): number {
  let largest = 0;
  for (const id of readdirSync("/proc").filter((name) => /^\d+$/.test(name))) {
    try {
      if (!readFileSync(`/proc/${id}/cmdline`, "utf8").includes("--type=renderer")) continue;
      const resident = /VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${id}/status`, "utf8"))?.[1];
      largest = Math.max(largest, Number(resident ?? 0) / 1024);
    } catch {
      // The process ended between the two reads.
    }
  }
  return largest;
}
