/** What a change of the recipe takes until it is seen, in the built application. The loop's accuracy is studied on the core. */
import type { Page } from "@playwright/test";
import { withServedBrowser } from "../scripts/run/servedBrowser";
import { type Figure, quantile } from "./report";
import { settled } from "./settled";

const PORT = 3425;

export function mixFigures(): Promise<Figure[]> {
  return withServedBrowser(PORT, async (browser, address) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(address);
    await page.getByRole("button", { name: "Open the demo painting" }).click();
    await page.getByRole("heading", { name: "Slipway, low tide" }).waitFor();
    await settled(page);
    const redraw = await redrawTimes(page);
    const lists = await recipeListTimes(page);
    return [
      {
        what: "an amount changed by hand: patch, rails and figures redrawn (95 %)",
        measured: quantile(redraw, 0.95),
        unit: "ms",
        atMost: 16,
      },
      {
        what: "a new list of recipes (median of 7)",
        measured: quantile(lists, 0.5),
        unit: "ms",
        atMost: 100,
      },
    ];
  });
}

/** From the key press to the end of layout, on the page's own thread. */
async function redrawTimes(page: Page): Promise<number[]> {
  await openNote(page, /8 Slip wall/);
  await page.getByRole("button", { name: "change it by hand" }).click();
  const more = page.getByRole("button", { name: "More Titanium white" });
  await more.click();
  const times: number[] = [];
  for (let round = 0; round < 25; round++) {
    times.push(
      await more.evaluate((button) => {
        const startedAt = performance.now();
        (button as HTMLButtonElement).click();
        // Asking for a size makes the page lay itself out now.
        document.body.getBoundingClientRect();
        return performance.now() - startedAt;
      }),
    );
    await page.waitForTimeout(40);
  }
  await page.getByRole("button", { name: "back to the recipes" }).click();
  return times.slice(5);
}

/** From leaving a tube out to the new recipes on the screen. */
async function recipeListTimes(page: Page): Promise<number[]> {
  await openNote(page, /5 Lichen/);
  await page.getByRole("button", { name: "change it by hand" }).click();
  const times: number[] = [];
  for (let round = 0; round < 7; round++) {
    times.push(await listTime(page, /^Recipes without Raw umber$/, "without Raw umber"));
    await listTime(page, /^No longer left out: Raw umber$/, "with Raw umber");
  }
  return times;
}

async function listTime(page: Page, name: RegExp, what: string): Promise<number> {
  const button = page.getByRole("button", { name });
  await button.waitFor();
  const wantsUmber = what === "with Raw umber";
  const time = await button.evaluate(async (element, wanted) => {
    const hasUmber = (): boolean | undefined => {
      const list = document.querySelector("[role=radiogroup][aria-labelledby=recipes]");
      return list ? list.textContent.includes("Raw umber") : undefined;
    };
    const startedAt = performance.now();
    (element as HTMLButtonElement).click();
    while (hasUmber() !== wanted) await new Promise((resolve) => setTimeout(resolve, 1));
    return performance.now() - startedAt;
  }, wantsUmber);
  if (await page.getByRole("button", { name: "change it by hand", expanded: false }).isVisible())
    await page.getByRole("button", { name: "change it by hand" }).click();
  return time;
}

async function openNote(page: Page, name: RegExp): Promise<void> {
  await page
    .getByRole("navigation", { name: "Notes and piles of this painting" })
    .getByRole("link", { name })
    .click();
  await page.getByText(/: (close enough|it seems close enough|not close enough)/).waitFor();
}
