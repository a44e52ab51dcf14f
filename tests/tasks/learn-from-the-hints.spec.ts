/** A stranger is led to a first match on made-up paint, and finds what each view is for. */
import { axeFaults } from "./pages/axe";
import { expect, goTo, test, trayNote, VIEWS } from "./pages/studio";
import { benchOf } from "./pages/bench";

test("six hints lead to a kept match, each at the control it speaks of", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Help with this view" }).click();
  await page.getByRole("button", { name: "Show me a first match" }).click();
  const hints = page.getByRole("region", { name: "Your first match" });
  await expect(hints).toContainText("1 of 6");
  await trayNote(page, /^5 Lichen/).click();
  await expect(hints).toContainText("2 of 6");
  await hints.getByRole("button", { name: "Go on" }).click();
  await expect(hints).toContainText("ways to mix it");
  await hints.getByRole("button", { name: "Go on" }).click();
  await benchOf(page).allAdded.click();
  await expect(hints).toContainText("5 of 6");
  expect(await axeFaults(page)).toEqual([]);
  await benchOf(page).looksTheSame.click();
  await benchOf(page).keep.click();
  await expect(benchOf(page).kept).toBeVisible();
  await hints.getByRole("button", { name: "Done" }).click();
  await expect(hints).toHaveCount(0);
});

test("who goes ahead is followed, and the hints can be left", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Help with this view" }).click();
  await page.getByRole("button", { name: "Show me a first match" }).click();
  const hints = page.getByRole("region", { name: "Your first match" });
  await trayNote(page, /^5 Lichen/).click();
  await benchOf(page).allAdded.click();
  await expect(hints).toContainText("5 of 6");
  await hints.getByRole("button", { name: "skip the hints" }).click();
  await expect(hints).toHaveCount(0);
});

test("each view says what it is for, with its words and its keys", async ({ page }) => {
  await page.goto("/");
  for (const { name: view } of VIEWS) {
    await goTo(page, view);
    await page.getByRole("button", { name: "Help with this view" }).click();
    const panel = page.getByRole("dialog", { name: "What is this for?" });
    await expect(panel).toContainText(view === "Table" ? "The Table shows" : `${view} `);
    await expect(panel.getByRole("heading", { name: "Everywhere" })).toBeVisible();
    await page.keyboard.press("Escape");
    await expect(page.getByRole("button", { name: "Help with this view" })).toBeFocused();
  }
});
