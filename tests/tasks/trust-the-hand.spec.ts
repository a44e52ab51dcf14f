/** Slips that cost nothing: a double tap, two windows on one pile, a calculation that stops. */
import { type Page, test as plain } from "@playwright/test";
import { benchOf } from "./pages/bench";
import { rowsOf } from "./pages/store";
import { expect, startPainting, test, typeNote } from "./pages/studio";
import { choose } from "./pages/choose";

const PAINTS = ["Titanium white", "Raw umber", "Yellow ochre"];

/** Two taps 30 ms apart, as a finger that trembles. */
async function tapTwice(page: Page, name: string): Promise<void> {
  const button = page.getByRole("button", { name, exact: true });
  await expect(button).toBeEnabled();
  await button.evaluate(async (element: HTMLElement) => {
    element.click();
    await new Promise((resolve) => setTimeout(resolve, 30));
    element.click();
  });
}

test("a double tap starts one painting, adds a pile once and keeps one match; two doses are two", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByLabel("Name of the painting").fill("Jetty");
  for (const paint of PAINTS.slice(0, 2)) await page.getByRole("checkbox", { name: paint }).check();
  await tapTwice(page, "Start the painting");
  await expect(page.getByRole("heading", { name: "Jetty" })).toBeVisible();
  await typeNote(page, "62 2 12", "Planks");
  await expect(benchOf(page).allAdded).toBeEnabled();
  await tapTwice(page, "All added");
  await expect(benchOf(page).undo).toBeVisible();

  await page.getByRole("button", { name: "Add another paint" }).click();
  await choose(page.getByLabel("Tube"), { label: "Raw umber" });
  const count = page.getByRole("main").getByText(/^Raw umber in this pile: /);
  await expect(count).toContainText("1 dose,");
  await tapTwice(page, "Add it");
  await expect(count).toContainText("3 doses,");

  await benchOf(page).looksTheSame.click();
  await tapTwice(page, "Keep as match");
  await expect(benchOf(page).kept).toBeVisible();
  expect(await rowsOf(page, "paintings")).toHaveLength(1);
  expect(await rowsOf(page, "matches")).toHaveLength(1);
  const [pile, ...others] = await rowsOf(page, "piles");
  expect(others).toEqual([]);
  // Both paints of the recipe once, and the two doses.
  expect(pile?.additions).toHaveLength(4);
});

/** Holds the window until a time and presses then, so that no window hears of another one's press before its own. */
async function pressAt(window: Page, name: string, time: number): Promise<void> {
  await window.evaluate(
    ([text, until]) => {
      while (Date.now() < until);
      [...document.querySelectorAll("button")].find(({ textContent }) => textContent === text)?.click();
    },
    [name, time] as const,
  );
}

test("what one window keeps is not pulled away by an undo in the other", async ({ context }) => {
  const [first, second] = [await context.newPage(), await context.newPage()];
  await first.bringToFront();
  await startPainting(first, "Jetty", PAINTS.slice(0, 2));
  await typeNote(first, "62 2 12", "Planks");
  await benchOf(first).allAdded.click();
  await benchOf(first).looksTheSame.click();
  await expect(benchOf(first).keep).toBeEnabled();
  await second.goto(first.url());
  await second.bringToFront();
  await expect(benchOf(second).undo).toBeVisible();
  // Both at once: whichever comes second finds another pile than it showed, and says so.
  const at = Date.now() + 500;
  await Promise.all([pressAt(first, "Keep as match", at), pressAt(second, "undo the last dose", at)]);
  await expect(async () => {
    const told = [first, second].map((window) =>
      window.getByText("This pile was changed in another window meanwhile").first().isVisible(),
    );
    const [kept, undone] = [await rowsOf(first, "matches"), await rowsOf(first, "readings")];
    const isSaid = (await Promise.all(told)).some(Boolean);
    // Kept whole, or taken back whole.
    expect([kept.length, undone.length]).toEqual(kept.length > 0 ? [1, 1] : [0, 0]);
    expect(isSaid).toBe(true);
  }).toPass({ timeout: 120_000 });
});

// An error of a worker is written to the console, which other tests take for a fault of the page.
plain(
  "when the calculation stops it says what failed, what stays, and works again when asked",
  async ({ page }) => {
    await startPainting(page, "Jetty", PAINTS);
    await typeNote(page, "62 2 12", "Planks");
    await expect(benchOf(page).allAdded).toBeEnabled();
    // Every answer from now on is a worker that dies.
    await page.addInitScript(() => {
      const Real = Worker;
      window.Worker = class extends Real {
        constructor(url: string | URL, options?: WorkerOptions) {
          super(url, options);
          if (options?.name === "solver" && sessionStorage.getItem("dies") === "yes")
            setTimeout(() => this.dispatchEvent(new ErrorEvent("error", { message: "out of memory" })), 0);
        }
      };
    });
    await page.evaluate(() => {
      sessionStorage.setItem("dies", "yes");
    });
    await page.reload();
    const said = page
      .getByRole("main")
      .getByText(/could not be worked out: the calculation stopped unexpectedly/)
      .first();
    await expect(said).toBeVisible();
    await expect(said).toContainText("Everything you kept is as it was");
    await expect(page.getByText("No tube on the board is known well enough")).toHaveCount(0);
    await page.evaluate(() => {
      sessionStorage.removeItem("dies");
    });
    await page
      .getByRole("button", { name: /^Try again/i })
      .first()
      .click();
    await expect(benchOf(page).allAdded).toBeEnabled();
  },
);
