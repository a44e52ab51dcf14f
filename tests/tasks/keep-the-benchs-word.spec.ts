/** What the bench promises is what it shows once it lies there, and what it keeps is what it mixes again. */
import type { Page } from "@playwright/test";
import { expect, goTo, openDemo, said, test, trayNote } from "./pages/studio";
import { benchOf, labelOf, NEXT_STEP, formOf, readingOf, recordIn } from "./pages/bench";
import { choose } from "./pages/choose";

const pairOf = (page: Page) => page.getByRole("region", { name: "Target and pile" });
const nextOf = (page: Page) => page.getByRole("region", { name: NEXT_STEP });

/** ΔE of what is shown beside the target, from the line under its rails. */
async function missOf(page: Page): Promise<number> {
  const line = await pairOf(page)
    .getByText(/^ΔE [\d.]+( ± [\d.]+)?, /)
    .textContent();
  return Number(/ΔE ([\d.]+)/.exec(line ?? "")?.[1]);
}

async function layFirst(page: Page, name: RegExp): Promise<void> {
  await trayNote(page, name).click();
  await benchOf(page).addAll();
  await expect(page.getByText("Pile, predicted")).toBeVisible();
}

async function say(page: Page, words: string): Promise<void> {
  await readingOf(page, "the pile", "say it");
  await page.getByLabel("How the pile looks beside the target").fill(words);
  await recordIn(formOf(page, "the pile", "say it"));
  await expect(page.getByText("Pile, as believed")).toBeVisible();
  await expect(pairOf(page)).toHaveAttribute("aria-busy", "false");
}

test("an addition promises what is shown once it is added, and a kept match is mixed again to what was kept", async ({
  page,
}) => {
  await openDemo(page);
  await layFirst(page, /^8 Slip wall/);
  await say(page, "a step too dark, a little too dull");
  const first = nextOf(page).getByRole("listitem").first();
  await expect(first).toBeVisible();
  const promised = Number(/then ΔE ([\d.]+)/.exec((await first.textContent()) ?? "")?.[1]);
  await first.getByRole("button", { name: /^I added it/ }).click();
  await expect(page.getByText("Pile, predicted")).toBeVisible();
  await expect.poll(() => missOf(page)).toBeCloseTo(promised, 1);
  // A second look, and kept: the bench, the log and the same mixed again speak of one colour.
  await say(page, "slightly too dark");
  const believed = await missOf(page);
  await expect(page.getByText(/^ΔE .*not close enough yet/)).toBeVisible();
  await benchOf(page).keep.click();
  await expect(benchOf(page).kept).toBeVisible();
  await expect(page.getByText(/^ΔE .*further off than was asked for, and kept\.$/)).toBeVisible();
  await expect.poll(() => missOf(page)).toBeCloseTo(believed, 1);
  await goTo(page, "Log");
  await page.getByRole("button", { name: "Slip wall" }).first().click();
  const record = page.getByRole("dialog");
  await expect(record).toContainText(`ΔE ${believed.toFixed(1)}`);
  await record.getByRole("link", { name: "Mix it again" }).click();
  const again = page.getByRole("radio", { name: /as in the log/ });
  await expect(labelOf(again)).toContainText(`ΔE ${believed.toFixed(1)}`);
});

test("each axis is held to its own limit, and what was not said stays as it was", async ({ page }) => {
  await openDemo(page);
  await layFirst(page, /^5 Lichen/);
  await choose(page.getByLabel("How close must it be?"), { label: "my own limits" });
  for (const [axis, limit] of [
    ["L*", "0.5"],
    ["C*", "30"],
    ["ΔH*", "30"],
  ] as const)
    await page.getByLabel(`Largest miss in ${axis}`).fill(limit);
  await page.getByRole("button", { name: "Use these" }).click();
  const chromaBefore = await page
    .getByRole("slider", { name: /^Brightness of the pile/ })
    .getAttribute("aria-valuenow");
  await readingOf(page, "the pile", "say it");
  await page.getByLabel("How the pile looks beside the target").fill("half a step too dark");
  await expect(page.getByText("the rest stays as predicted")).toBeVisible();
  await recordIn(formOf(page, "the pile", "say it"));
  await expect(nextOf(page)).toBeVisible();
  await expect(page.getByRole("heading", { name: "Leave it" })).toBeHidden();
  const chromaAfter = await page
    .getByRole("slider", { name: /^Brightness of the pile/ })
    .getAttribute("aria-valuenow");
  expect(Math.abs(Number(chromaAfter) - Number(chromaBefore))).toBeLessThan(3);
});

test("by keyboard: a wet dab of another paint is matched wet, without a shift", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^7 Sky/).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "name and kind of the note" }).focus();
  await page.keyboard.press("Enter");
  const drawer = page.getByRole("dialog");
  await choose(drawer.getByLabel("The target is"), { label: "another maker's paint, wet" });
  await page.keyboard.press("Escape");
  await expect(drawer).toBeHidden();
  await expect(page.getByRole("button", { name: "name and kind of the note" })).toBeFocused();
  // Seen wet, it is aimed at as it is: nothing is said of a shift.
  await expect(page.getByText(/^Shown wet:/)).toBeHidden();
  await expect(page.getByRole("region", { name: /Ways to mix it|The recipe/ })).toHaveAttribute(
    "aria-busy",
    "false",
  );
  await expect(benchOf(page).allAdded).toBeEnabled();
  await benchOf(page).allAdded.focus();
  await expect(benchOf(page).allAdded).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByText("Pile, predicted")).toBeVisible();
  await readingOf(page, "the pile", "say it");
  const field = page.getByLabel("How the pile looks beside the target");
  await field.fill("spot on");
  await expect(page.getByText(/^Understood: /)).toBeVisible();
  await field.press("Enter");
  await expect(page.getByText(/Last look, by eye, wet: nothing to see between them/)).toBeVisible();
});

test("a look that cannot be true beside the record is asked about, and a denial is asked back", async ({
  page,
}) => {
  await openDemo(page);
  await layFirst(page, /^8 Slip wall/);
  await readingOf(page, "the pile", "say it");
  const field = page.getByLabel("How the pile looks beside the target");
  await field.fill("isn't dark");
  await page.getByRole("button", { name: "lacks dark" }).click();
  await expect(field).toHaveValue("lacks dark");
  await field.fill("500 steps too dark");
  await expect(said(page, /is not understood, and could change the meaning/)).toBeVisible();
  await field.fill("three steps too dark, far too red");
  await recordIn(formOf(page, "the pile", "say it"));
  await expect(said(page, /more than these tubes explain/)).toBeVisible();
  await expect(pairOf(page)).toHaveAttribute("aria-busy", "false");
  const believed = await missOf(page);
  await page.getByRole("button", { name: "the look: I stand by it" }).click();
  await expect.poll(() => missOf(page)).toBeGreaterThan(believed + 1);
  await page.getByRole("button", { name: "take the look back" }).click();
  await expect(page.getByText("Pile, predicted")).toBeVisible();
});

test("paint that dries otherwise: recipe, pair, sheet and addition say one figure, the one that is left when it is dry", async ({
  page,
  context,
}) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.goto("/");
  await page.getByRole("radio", { name: "watercolour" }).click();
  await page.getByRole("group", { name: "Ready sets" }).getByRole("button").first().click();
  await page.getByLabel("Name of the painting").fill("Shore");
  await page.getByLabel(/^A colour to mix first/).fill("oklch(0.62 0.06 230)");
  await page.getByRole("button", { name: "Start the painting" }).click();
  await expect(page.getByText(/^Shown wet: this watercolour dries/)).toBeVisible();
  const recipe = page.getByRole("region", { name: /Ways to mix it|The recipe/ });
  await expect(recipe).toHaveAttribute("aria-busy", "false");
  const promised = Number(/ΔE (\d+\.\d)/.exec((await recipe.textContent()) ?? "")?.[1]);
  expect(await missOf(page)).toBe(promised);
  await expect(pairOf(page)).toContainText(`ΔE ${promised.toFixed(1)}`);
  await page.getByRole("button", { name: "take it along" }).click();
  await page.getByRole("menuitem", { name: "Copy as text" }).click();
  await expect(said(page, "The mixture is copied as text.")).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain(
    `ΔE ${promised.toFixed(1)} from the target`,
  );
  await benchOf(page).addAll();
  await expect(page.getByText("Pile, predicted")).toBeVisible();
  await expect.poll(() => missOf(page)).toBe(promised);
  await say(page, "a step too light, a little too dull");
  const first = nextOf(page).getByRole("listitem").first();
  await expect(first).toBeVisible();
  const after = Number(/then ΔE (\d+\.\d)/.exec((await first.textContent()) ?? "")?.[1]);
  await first.getByRole("button", { name: /^I added it/ }).click();
  await expect(page.getByText("Pile, predicted")).toBeVisible();
  await expect.poll(() => missOf(page)).toBeCloseTo(after, 1);
});

test("what was chosen and what lies at a note is there when one comes right back", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^5 Lichen/).click();
  const second = benchOf(page).recipes.getByRole("radio").nth(1);
  await second.click();
  await expect(second).toBeChecked();
  const wanted = (await labelOf(second).textContent()) ?? "";
  expect(wanted).toContain("ΔE");
  // Before the store has heard of it.
  await trayNote(page, /^6 Keel tar/).click();
  await trayNote(page, /^5 Lichen/).click();
  await expect(labelOf(benchOf(page).recipes.getByRole("radio", { checked: true }))).toHaveText(wanted);
  await benchOf(page).addAll();
  await trayNote(page, /^6 Keel tar/).click();
  await expect(benchOf(page).allAdded).toBeEnabled();
  await trayNote(page, /^5 Lichen/).click();
  // At once, and not after a plan that is over: what lies here was heard of while another note was in hand.
  await expect(page.getByRole("heading", { name: /^Mix note 5/ })).toBeAttached();
  expect(await benchOf(page).allAdded.isVisible()).toBe(false);
  await expect(page.getByText("Pile, predicted")).toBeVisible();
});
