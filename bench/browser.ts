/** What a painter waits for, measured in the built application: recipes on screen and blocked frames. */
import type { Browser, Page } from "@playwright/test";
import { withServedBrowser } from "../scripts/run/servedBrowser";
import { assertLongTasksAreSeen, forgetLongTasks, longestTask, watchLongTasks } from "./longTasks";
import { type Figure, quantile } from "./report";
import { settled } from "./settled";

const PORT = 3421;
const ROUNDS = 3;

export function browserFigures(): Promise<Figure[]> {
  return withServedBrowser(PORT, async (browser, address) => {
    const opened: number[] = [];
    for (let round = 0; round < ROUNDS; round++) opened.push(await openTime(browser, address));
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await watchLongTasks(page);
    await page.goto(address);
    await page.getByRole("button", { name: "Open the demo painting" }).click();
    await page.getByRole("heading", { name: "Slipway, low tide" }).waitFor();
    await settled(page);
    // The first recipe starts the worker; the promise is for one that runs.
    await recipeTime(page, 4);
    await forgetLongTasks(page);
    const first: number[] = [];
    for (const index of [5, 6, 7, 8]) first.push(await recipeTime(page, index));
    const again: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      for (const index of [5, 6, 7, 8, 4]) again.push(await recipeTime(page, index));
    }
    await page.getByRole("button", { name: "All added" }).click();
    const value = page.getByRole("slider", { name: /^Value of the pile/ });
    await page.getByRole("button", { name: "Record this reading" }).waitFor();
    await value.focus();
    for (let i = 0; i < 20; i++) await page.keyboard.press("ArrowLeft");
    await page.getByRole("button", { name: "Keep as match" }).click();
    await page.getByText("Match kept").waitFor();
    const longest = await longestTask(page);
    await assertLongTasksAreSeen(page);
    return [
      {
        what: "first visit on screen after its address was entered, median of 3",
        measured: quantile(opened, 0.5),
        unit: "ms",
      },
      {
        what: "recipe on screen after choosing a note for the first time, median of 4",
        measured: quantile(first, 0.5),
        unit: "ms",
        atMost: 60,
      },
      {
        what: "the same of a note that was seen before, median of 15",
        measured: quantile(again, 0.5),
        unit: "ms",
        atMost: 60,
      },
      {
        what: "recipe on screen after choosing a note, longest of 19",
        measured: Math.max(...first, ...again),
        unit: "ms",
        atMost: 200,
      },
      {
        what: "longest main-thread task while mixing, reading and keeping",
        measured: longest,
        unit: "ms",
        atMost: 50,
      },
    ];
  });
}

/** From the click on a note to its recipes in the page, by the page's own clock. */
async function recipeTime(page: Page, index: number): Promise<number> {
  return page.evaluate(async (place) => {
    const link = document.querySelectorAll<HTMLAnchorElement>(
      "nav[aria-label='Notes and piles of this painting'] a",
    )[place];
    if (!link) throw new Error("no such note");
    const number = link.getAttribute("aria-label")?.split(" ")[0] ?? "";
    const started = performance.now();
    link.click();
    for (;;) {
      const heading = document.querySelector("main h1")?.textContent ?? "";
      if (heading.startsWith(`Mix note ${number},`) && document.querySelector("main input[type=radio]"))
        break;
      await new Promise((resolve) => requestAnimationFrame(resolve));
    }
    return performance.now() - started;
  }, index);
}

/** From the address to the first visit, with nothing kept by the browser, ms. */
async function openTime(browser: Browser, address: string): Promise<number> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const started = performance.now();
  await page.goto(address, { waitUntil: "commit" });
  await page.getByRole("button", { name: "Open the demo painting" }).waitFor();
  const taken = performance.now() - started;
  await page.close();
  return taken;
}
