/** The first match with nothing but keys: few of them, and the place on the page never lost. */
import type { Locator, Page } from "@playwright/test";
import { expect, goTo, openDemo, said, test, trayNote } from "./pages/studio";
import { benchOf } from "./pages/bench";

/** The promise: from the empty first visit to a kept match, what is typed not counted. */
const MOST_KEYS = 60;
/** Nobody is asked to walk further than this. */
const FARTHEST = 40;

function keysOf(page: Page) {
  let count = 0;
  const isOn = (target: Locator): Promise<boolean> =>
    target.evaluate(
      (element) => element === document.activeElement || element.contains(document.activeElement),
    );
  return {
    count: () => count,
    press: async (key: string): Promise<void> => {
      count++;
      await page.keyboard.press(key);
    },
    async walkTo(target: Locator): Promise<void> {
      await expect(target).toBeVisible();
      for (let i = 0; i < FARTHEST && !(await isOn(target)); i++) await this.press("Tab");
      expect(await isOn(target), `${FARTHEST} tabs did not lead to it`).toBe(true);
    },
  };
}

async function expectPlaceKept(page: Page): Promise<void> {
  await expect
    .poll(() =>
      page.evaluate(() => {
        const active = document.activeElement;
        return active !== null && active !== document.body && !active.matches(":disabled");
      }),
    )
    .toBe(true);
}

test("from the first visit to a kept match, and on to the next reading", async ({ page }) => {
  await page.goto("/");
  const keys = keysOf(page);
  await keys.walkTo(page.getByRole("group", { name: "Ready sets" }));
  await keys.press("Space");
  await keys.walkTo(page.getByLabel("Name of the painting"));
  await page.keyboard.type("Jetty");
  await keys.walkTo(page.getByLabel(/^A colour to mix first/));
  await page.keyboard.type("#7a6a58");
  await keys.press("Enter");
  const bench = benchOf(page);
  await expect(bench.allAdded).toBeVisible();
  await expectPlaceKept(page);
  await keys.walkTo(bench.allAdded);
  await keys.press("Enter");
  await expectPlaceKept(page);
  await expect(bench.looksTheSame).toBeFocused();
  await keys.press("Enter");
  await keys.walkTo(bench.keep);
  await keys.press("Enter");
  await expect(bench.kept).toBeVisible();
  await expectPlaceKept(page);
  expect(keys.count()).toBeLessThanOrEqual(MOST_KEYS);
});

test("past the view to the notes, and from a note on to its bench: a dozen keys to a kept match", async ({
  page,
}) => {
  await openDemo(page);
  // As on another day: the keyboard stands before the page.
  await page.reload();
  await expect(trayNote(page, /^5 Lichen/)).toBeVisible();
  const keys = keysOf(page);
  await keys.walkTo(page.getByRole("link", { name: "Skip to the notes" }));
  await keys.press("Enter");
  await expect(page.getByRole("navigation", { name: "Notes and piles of this painting" })).toBeFocused();
  await keys.walkTo(trayNote(page, /^5 Lichen/));
  await keys.press("Enter");
  const bench = benchOf(page);
  await expect(bench.allAdded).toBeFocused();
  await keys.press("Enter");
  await expect(bench.looksTheSame).toBeFocused();
  await keys.press("Enter");
  await keys.walkTo(bench.keep);
  await keys.press("Enter");
  await expect(bench.kept).toBeVisible();
  expect(keys.count()).toBeLessThanOrEqual(15);
  // Where a note is only looked at, the keyboard stays with the notes.
  await goTo(page, "Subject");
  await trayNote(page, /^6 Keel tar/).press("Enter");
  await expect(page).toHaveURL(/\/subject\?note=/);
  await expect(trayNote(page, /^6 Keel tar/)).toBeFocused();
});

test("each command of the bench hands the keyboard on to what comes next", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^5 Lichen/).click();
  const bench = benchOf(page);
  await expect(said(page, /ways? to mix it, the first comes within ΔE/)).toBeAttached();
  await bench.addAll();
  await expect(said(page, /doses are in the pile. Say how it looks/)).toBeAttached();
  await expect(bench.looksTheSame).toBeFocused();
  const value = page.getByRole("slider", { name: /^Value of the pile/ });
  await value.focus();
  for (let i = 0; i < 12; i++) await page.keyboard.press("ArrowRight");
  await bench.record.press("Enter");
  const added = page.getByRole("button", { name: /^I added it/ }).first();
  await expect(added).toBeFocused();
  await expect(said(page, /^Add next: .*\.$/)).toBeAttached();
  await page.keyboard.press("Enter");
  await expect(bench.looksTheSame).toBeFocused();
  await bench.undo.press("Enter");
  await expect(added).toBeVisible();
  await expect(said(page, /^The dose is taken back\. Add next: /)).toBeAttached();
  await expectPlaceKept(page);
  await page.getByRole("button", { name: "more for this pile" }).press("Enter");
  // Nothing is done by an arrow alone.
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("menuitem", { name: "Set it aside, start again" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(bench.allAdded).toBeVisible();
  await expectPlaceKept(page);
  await bench.addAll();
  await bench.looksTheSame.press("Enter");
  await bench.keep.press("Enter");
  await expect(bench.kept).toBeVisible();
  await expect(page.getByRole("link", { name: "Next: 6 Keel tar" })).toBeFocused();
});

test("a key that is held presses one thing, not what comes next", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^5 Lichen/).click();
  const bench = benchOf(page);
  await expect(bench.allAdded).toBeEnabled();
  await bench.allAdded.focus();
  await page.keyboard.down("Enter");
  await expect(page.getByRole("heading", { name: "What is in the pile" })).toBeVisible();
  // The platform repeats a held key.
  for (let i = 0; i < 8; i++) {
    await page.keyboard.down("Enter");
    await page.waitForTimeout(60);
  }
  await expect(bench.looksTheSame).not.toBeFocused();
  await page.keyboard.up("Enter");
  await expect(bench.looksTheSame).toBeFocused();
  await expect(bench.record).toBeDisabled();
});
