/** The main job once, from a colour in a picture to a kept match. */
import type { Locator, Page } from "@playwright/test";
import { expect, goTo, openDemo, test, trayNote } from "./pages/studio";
import { benchOf } from "./pages/bench";

/** The promise: from opening the demo to a kept match in at most this many actions. */
const MOST_ACTIONS = 12;

async function expectKeptAfterReload(page: Page): Promise<void> {
  await expect(benchOf(page).kept).toBeVisible();
  await expect(page.getByText("It is provisional")).toBeVisible();
  await page.reload();
  await expect(benchOf(page).kept).toBeVisible();
  await expect(trayNote(page, /^5 Lichen/)).toHaveAccessibleName(/drying/);
  await goTo(page, "Log");
  await expect(page.getByRole("main").getByText("31 matches", { exact: true })).toBeVisible();
  await expect(page.getByRole("row", { name: /Lichen/ })).toContainText("provisional");
}

test("by mouse", async ({ page }) => {
  let actions = 0;
  const click = async (target: Locator): Promise<void> => {
    actions++;
    await target.click();
  };
  await page.goto("/");
  await click(page.getByRole("button", { name: "Open the demo painting" }));
  await click(trayNote(page, /^5 Lichen/));
  const ticks = benchOf(page).ticks;
  await expect(ticks.first()).toBeVisible();
  const count = await ticks.count();
  expect(count).toBeGreaterThan(1);
  for (let i = 0; i < count; i++) {
    await click(ticks.first());
    await expect(page.getByRole("button", { name: /^Done:/ })).toHaveCount(i + 1);
  }
  await click(benchOf(page).looksTheSame);
  await click(benchOf(page).keep);
  await expectKeptAfterReload(page);
  expect(actions).toBeLessThanOrEqual(MOST_ACTIONS);
});

test("by keyboard alone", async ({ page }) => {
  let actions = 0;
  /** Walks the focus forward until it is on the target, then presses the key. */
  const activate = async (target: Locator, key = "Enter"): Promise<void> => {
    await expect(target).toBeVisible();
    for (let i = 0; i < 120; i++) {
      if (await target.evaluate((element) => element === document.activeElement)) break;
      await page.keyboard.press("Tab");
    }
    await expect(target).toBeFocused();
    actions++;
    await page.keyboard.press(key);
  };
  await page.goto("/");
  await activate(page.getByRole("button", { name: "Open the demo painting" }));
  await expect(page.getByRole("heading", { name: "Slipway, low tide" })).toBeVisible();
  await activate(trayNote(page, /^5 Lichen/));
  await activate(benchOf(page).allAdded);
  const value = page.getByRole("slider", { name: /^Value of the pile/ });
  await activate(value, "ArrowRight");
  await activate(benchOf(page).keep, "Space");
  await expectKeptAfterReload(page);
  expect(actions).toBeLessThanOrEqual(MOST_ACTIONS);
});

test("a colour picked in the picture becomes a note, a recipe, a pile and a record", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Subject");
  const picture = page.getByRole("application", { name: /Picture/ });
  const box = await picture.boundingBox();
  if (!box) throw new Error("no picture");
  // The wheelhouse, which no note of the demo holds.
  await picture.click({ position: { x: box.width * 0.36, y: box.height * 0.33 } });
  const panel = page.getByRole("region", { name: "Colour under the circle" });
  await expect(panel.getByText(/over \d{3,} points/)).toBeVisible();
  await expect(panel.getByText("reach it")).toBeVisible();
  await panel.getByLabel("Name of the note").fill("Wheelhouse");
  await panel.getByRole("button", { name: "Keep as note" }).click();
  await expect(panel.getByText("Kept as note 10, Wheelhouse.")).toBeVisible();
  await panel.getByRole("button", { name: "Mix this note" }).click();
  await benchOf(page).addAll();
  await expect(page.getByText("Pile, predicted")).toBeVisible();
  await benchOf(page).looksTheSame.click();
  await benchOf(page).keep.click();
  await expect(benchOf(page).kept).toBeVisible();
  await page.reload();
  await goTo(page, "Log");
  await expect(page.getByRole("row", { name: /Wheelhouse/ })).toBeVisible();
});

test("the circle moves by keyboard, and its colour is read again", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Subject");
  const picture = page.getByRole("application", { name: /Picture/ });
  await picture.focus();
  await page.keyboard.press("Enter");
  const words = page.getByRole("region", { name: "Colour under the circle" }).locator("p").first();
  await expect(words).toBeVisible();
  const before = await words.textContent();
  for (let i = 0; i < 22; i++) await page.keyboard.press("ArrowUp");
  await expect(words).not.toHaveText(before ?? "");
});
