/** The same tasks on a phone at the easel. */
import type { Page } from "@playwright/test";
import { expect, goTo, openDemo, test, trayNote, VIEWS } from "./pages/studio";
import { benchOf } from "./pages/bench";

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

/** Touch targets smaller than this are missed with a brush in hand. */
const TARGET_PX = 44;

async function smallTargets(page: Page): Promise<string[]> {
  return page.evaluate((least) => {
    const found: string[] = [];
    for (const element of document.querySelectorAll<HTMLElement>(
      "a, button, select, input:not([type=file]), [role=slider], [role=radio]",
    )) {
      // A box to tick is as large as its label.
      const target = element.closest("label") ?? element;
      const { width, height } = target.getBoundingClientRect();
      const isShown =
        element.checkVisibility() && width > 1 && getComputedStyle(element).pointerEvents !== "none";
      const isSkipLink = element.getAttribute("href") === "#view";
      if (isShown && !isSkipLink && (width < least - 0.5 || height < least - 0.5)) {
        found.push(
          `${element.tagName} ${element.getAttribute("aria-label") ?? element.textContent}: ${width}×${height}`,
        );
      }
    }
    return found;
  }, TARGET_PX);
}

async function sidewaysOverflow(page: Page): Promise<number> {
  return page.evaluate(() => {
    const main = document.querySelector("main");
    return Math.max(
      document.documentElement.scrollWidth - document.documentElement.clientWidth,
      main ? main.scrollWidth - main.clientWidth : 0,
    );
  });
}

/** Parts of a view come one after the other; what counts is the view once they are there. */
async function expectFits(page: Page, place: string): Promise<void> {
  await expect.poll(() => sidewaysOverflow(page), place).toBe(0);
  await expect.poll(() => smallTargets(page), place).toEqual([]);
}

test("every view fits, and every target can be hit", async ({ page }) => {
  await openDemo(page);
  for (const view of VIEWS) {
    await goTo(page, view.name);
    if (view.name === "Mix")
      await expect(page.getByRole("button", { name: /^(Tick|Done):/ }).first()).toBeVisible();
    await expectFits(page, view.name);
    if (view.name !== "Subject") continue;
    for (const tab of ["Light", "See", "Families", "Palette", "All notes", "Weights", "Piles"]) {
      await page.getByRole("tab", { name: tab, exact: true }).tap();
      await expectFits(page, tab);
    }
  }
});

test("a note is mixed and kept, with the pair in sight while a rail is moved", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^5 Lichen/).tap();
  await benchOf(page).allAdded.tap();
  await expect(benchOf(page).keep).toBeAttached();
  const value = page.getByRole("slider", { name: /^Hue of the pile/ });
  await value.evaluate((element) => {
    element.scrollIntoView({ block: "center" });
  });
  const rail = await value.boundingBox();
  if (!rail) throw new Error("no rail");
  await page.mouse.move(rail.x + rail.width / 2, rail.y + rail.height / 2);
  await page.mouse.down();
  await page.mouse.move(rail.x + rail.width / 2 + 40, rail.y + rail.height / 2, { steps: 4 });
  await expect(page.getByRole("img", { name: /^5 Lichen/ })).toBeInViewport({ ratio: 0.9 });
  await expect(page.getByRole("img", { name: /^Pile, by your eye/ })).toBeInViewport({ ratio: 0.9 });
  await page.mouse.up();
  await benchOf(page).keep.tap();
  await expect(benchOf(page).kept).toBeVisible();
});
