/** Everything is found from anywhere, by keyboard; studio words have one meaning and are asked about. */
import type { Page } from "@playwright/test";
import { expect, goTo, openDemo, said, test } from "./pages/studio";

const field = (page: Page) => page.getByRole("combobox", { name: "Find anything" });

async function find(page: Page, text: string): Promise<void> {
  await page.keyboard.press("Control+k");
  await expect(field(page)).toBeFocused();
  await page.keyboard.type(text);
}

test("a note, a tube, a match and a view are gone to by keyboard alone", async ({ page }) => {
  await openDemo(page);
  await find(page, "lichen");
  await expect(page.getByRole("option", { name: /5 Lichen/ })).toHaveAttribute("aria-selected", "true");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Mix note 5, Lichen" })).toBeAttached();

  await find(page, "PB27");
  await expect(page.getByRole("option", { name: /Prussian blue/ }).first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Prussian blue", level: 2 })).toBeVisible();

  await find(page, "biscuit tin");
  const match = page.getByRole("option", { name: /Biscuit tin.*in the log/ });
  await expect(match).toBeVisible();
  while ((await match.getAttribute("aria-selected")) !== "true") await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog", { name: "Biscuit tin" })).toContainText("What went in");
  await page.keyboard.press("Escape");

  await find(page, "palette");
  await page.getByRole("option", { name: "Palette", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Palette", level: 1 })).toBeVisible();

  // A note of another painting opens in that painting.
  await find(page, "Old brass key");
  // What the log finds comes a moment later and moves the lines below it.
  await expect(page.getByRole("option", { name: /^Old brass key/ }).first()).toBeVisible();
  await page.getByRole("option", { name: /^\d+ Old brass key Things on the sill/ }).click();
  await expect(page.getByRole("heading", { name: /Mix note \d+, Old brass key/ })).toBeAttached();

  await find(page, "no such thing anywhere");
  await expect(said(page, "Nothing has these words in it.")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(field(page)).toHaveCount(0);
});

test("what can be done from anywhere is done: the room, an archive, the keys", async ({ page }) => {
  await openDemo(page);
  await find(page, "dark");
  await page.getByRole("option", { name: "Go to the dark room" }).click();
  await expect(page.locator("html")).toHaveAttribute("data-room", "dark");

  await find(page, "backup");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Save an archive" })).toBeInViewport();

  await page.keyboard.press("?");
  const keys = page.getByRole("dialog", { name: "Keys" });
  await expect(keys).toContainText("find anything, or do it");
  await page.keyboard.press("Escape");

  // Switched off, single keys do nothing; the one with Ctrl still acts.
  const none = page.getByRole("radio", { name: "they do nothing" });
  await none.click();
  // Kept, and heard of by all keys.
  await expect(none).toBeChecked();
  await page.getByRole("heading", { name: "Settings" }).click();
  await page.keyboard.press("?");
  await page.keyboard.press("f");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await find(page, "keys");
  await page.getByRole("option", { name: "Show the keys" }).click();
  await expect(keys).toContainText("Single keys are switched off");
});

test("a word with two meanings is asked about, and words in the text lead to theirs", async ({ page }) => {
  await openDemo(page);
  await find(page, "shade");
  await expect(page.getByRole("option").first()).toContainText("shade: do you mean “made darker”?");
  await page.getByRole("option", { name: /any variety of a colour/ }).click();
  const words = page.getByRole("dialog", { name: "Studio words" });
  await expect(words.getByRole("term").first()).toHaveText("hue");
  await words.getByLabel("Find a word").fill("tone");
  await words.getByRole("button", { name: "value" }).first().click();
  await expect(words.getByRole("term").first()).toHaveText("value");
  await page.keyboard.press("Escape");

  await goTo(page, "Settings");
  await page.getByRole("button", { name: "specks" }).click();
  await expect(words.getByRole("term").first()).toHaveText("speck");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: "specks" })).toBeFocused();
});
