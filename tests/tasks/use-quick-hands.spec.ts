/** Two actions a dose, everything undone and done again, trials side by side, help that stays sane. */
import type { Locator, Page } from "@playwright/test";
import { benchOf, labelOf, formOf, moreForPile, readingOf, recordIn } from "./pages/bench";
import { board, dose } from "./pages/hand";
import { expect, goTo, openDemo, said, test, trayNote, typeNote } from "./pages/studio";
import { choose } from "./pages/choose";

const done = (page: Page) => page.getByRole("button", { name: /^Done:/ });
const undo = (page: Page, what: string) => page.getByRole("button", { name: `undo the last ${what}` });
const redo = (page: Page, what: string) => page.getByRole("button", { name: `do the ${what} again` });

async function say(page: Page, words: string, thing = "the pile"): Promise<void> {
  await readingOf(page, thing, "say it");
  await page.getByLabel("How the pile looks beside the target").fill(words);
  await recordIn(formOf(page, thing, "say it"));
}

test("by keyboard alone: a dose is a tube and an amount; undo and redo go through all of it", async ({
  page,
}) => {
  await openDemo(page);
  await trayNote(page, /^8 Slip wall/).click();
  await benchOf(page).addAll();
  await expect(done(page).first()).toBeVisible();
  const laid = await done(page).count();
  // Two keys: the tube on the board, then the amount under the focus.
  await board(page).getByRole("button", { name: "Add Raw umber to the pile" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog", { name: "Raw umber into the pile" })).toBeVisible();
  await expect(page.getByRole("button", { name: "a speck", exact: true })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(done(page)).toHaveCount(laid + 1);
  await expect(board(page).getByRole("button", { name: "Add Raw umber to the pile" })).toBeFocused();
  await expect(said(page, "a speck Raw umber added").first()).toBeAttached();
  await say(page, "half a step too dark");
  await expect(page.getByText("Pile, as believed")).toBeVisible();
  await moreForPile(page, "half");
  await expect(undo(page, "scraping")).toBeVisible();
  for (const what of ["scraping", "reading", "dose"]) {
    await expect(undo(page, what)).toBeVisible();
    await page.keyboard.press("u");
    await expect(redo(page, what)).toBeVisible();
  }
  await expect(done(page)).toHaveCount(laid);
  for (const what of ["dose", "reading", "scraping"]) {
    await expect(redo(page, what)).toBeVisible();
    await page.keyboard.press("y");
    await expect(undo(page, what)).toBeVisible();
  }
  await expect(page.getByText("Pile, as believed")).toBeVisible();
  await benchOf(page).keep.click();
  await expect(benchOf(page).kept).toBeVisible();
  await page.getByRole("button", { name: "Dry, still right" }).click();
  await expect(page.getByText("Checked dry.")).toBeVisible();
  await undo(page, "dry check").click();
  await expect(page.getByText(/It is provisional/)).toBeVisible();
  await undo(page, "keeping").click();
  await expect(page.getByText("Pile, as believed")).toBeVisible();
  await redo(page, "keeping").click();
  await expect(benchOf(page).kept).toBeVisible();
});

test("an idea of one's own is tried on the side, and stands beside the pile and what was tried before", async ({
  page,
}) => {
  await openDemo(page);
  await trayNote(page, /^8 Slip wall/).click();
  await benchOf(page).addAll();
  await say(page, "half a step too dark");
  await moreForPile(page, "Try something on the side");
  await expect(page.getByRole("region", { name: "The sample on the side" })).toBeVisible();
  await dose(page, "Titanium white", "¼ part", "the sample");
  const beside = page.getByRole("region", { name: "Side by side" }).getByRole("listitem");
  await expect(beside).toHaveCount(2);
  await expect(beside.first()).toContainText("The pile");
  await expect(beside.first()).toContainText("as believed");
  await expect(beside.last()).toContainText("The trial");
  await expect(beside.last()).toContainText("not read");
  await say(page, "nearly the same");
  await expect(beside.last()).toContainText("as believed");
  await page.getByRole("button", { name: "Leave the pile as it is" }).click();
  await expect(beside.last()).toContainText("Tried before");
  await moreForPile(page, "Try something on the side");
  await expect(beside).toHaveCount(3);
  // A slip of the finger: the sample goes back whole.
  await undo(page, "sample").click();
  await expect(beside).toHaveCount(2);
});

test("where a new pile takes less paint, one press begins again; the turn that lost most is named", async ({
  page,
}) => {
  await openDemo(page);
  await trayNote(page, /^7 Sky in puddle/).click();
  await benchOf(page).addAll();
  await say(page, "the same");
  await dose(page, "Prussian blue", "2 parts");
  await benchOf(page).type("24 -6 -18");
  await expect(page.getByText(/^Turn 2 lost most: it went ΔE/)).toBeVisible();
  await page.getByRole("button", { name: "Add a photo of turn 2" }).press("Enter");
  await benchOf(page).turns.locator("input[type=file]").setInputFiles("public/demo/slipway.jpg");
  await expect(page.getByRole("img", { name: "The pile after turn 2" })).toBeVisible();
  const again = page.getByRole("button", { name: "Begin again", exact: true });
  await expect(again).toBeVisible();
  await expect(page.getByText(/A new pile takes .* of paint in \d doses?/)).toBeVisible();
  await again.click();
  await expect(page.getByRole("heading", { name: "Ways to mix it" })).toBeVisible();
  await undo(page, "setting aside").click();
  await expect(again).toBeVisible();
});

test("help is sane: each tube's touch, half and whole steps, a named hue, a grey, growth that is said", async ({
  page,
}) => {
  await openDemo(page);
  await trayNote(page, /^3 Rust/).click();
  await page.getByRole("button", { name: "one touch of each tube" }).click();
  const touches = page.getByRole("region", { name: "What each tube does" });
  await expect(touches.getByRole("row")).toHaveCount(6);
  await expect(touches.getByRole("row", { name: /Titanium white/ })).toContainText("+");
  await page.getByRole("button", { name: "change one thing" }).click();
  const ways = page.getByRole("region", { name: "Change one thing" });
  await expect(ways.getByRole("button", { name: /^I added it: / }).first()).toBeVisible();
  // White alone would lighten what shall only be dulled.
  await expect(ways.getByRole("button", { name: /^I added it: [^,]*Titanium white$/ })).toHaveCount(0);
  await ways.getByRole("radio", { name: "towards a hue" }).click();
  await choose(ways.getByLabel("Which hue"), "violet");
  await expect(ways.getByText(/towards (red|violet|blue)/).first()).toBeVisible();
  await ways.getByRole("radio", { name: "to a grey" }).click();
  await expect(ways.getByRole("button", { name: /^I added it: .* and / }).first()).toBeVisible();
  await ways.getByRole("radio", { name: "lighter", exact: true }).click();
  await ways.getByRole("radio", { name: "a whole step" }).click();
  await expect(
    ways
      .getByRole("listitem")
      .or(ways.getByText(/^Not with this palette/))
      .first(),
  ).toBeVisible();
  // While paint is down what is to be minded of it stays in sight.
  const mind = page.getByRole("list", { name: "To mind of this paint" });
  await expect(mind).toContainText("Oily rags");
  await expect(mind).toContainText("safety sheet");
});

test("a note out of reach names the tube of the box that would close it", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^9 Buoy/).click();
  await expect(page.getByText(/^These tubes do not reach it/)).toBeVisible();
  await expect(said(page, "No tube of your box would bring it much nearer.")).toBeVisible();
  await typeNote(page, "42 -42 2", "Bottle glass");
  await expect(page.getByText(/^These tubes do not reach it/)).toBeVisible();
  const told = said(page, /^From your box .+ would (close it|bring it nearest)/);
  await expect(told).toBeVisible();
  // Only what comes within reach is called closed.
  const words = (await told.textContent()) ?? "";
  expect(Number(/ΔE ([\d.]+)/.exec(words)?.[1]) <= 1).toBe(words.includes("close it"));
  // The nearest that is told is one of the answers below, as it is laid.
  const nearest = /The nearest they come is .*\((ΔE [\d.]+)\)/.exec(
    (await page
      .getByText(/The nearest they come is/)
      .first()
      .textContent()) ?? "",
  )?.[1];
  await expect(page.getByRole("radio", { name: nearest ?? "none" }).first()).toBeVisible();
});

test("one action makes the box watercolour, and then water is the white in every view", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Tubes");
  await choose(page.getByLabel("Medium of the whole box"), "watercolour");
  await expect(said(page, /tubes are now watercolour/)).toBeVisible();
  await trayNote(page, /^8 Slip wall/).click();
  const recipes = benchOf(page).recipes;
  await expect(labelOf(recipes.getByRole("radio", { checked: true }))).toContainText("Water");
  await expect(recipes).not.toContainText("Titanium white");
  await expect(board(page).getByRole("button", { name: "Add Water to the pile" })).toBeVisible();
  await benchOf(page).addAll();
  await page.getByRole("button", { name: "change one thing" }).click();
  const ways = page.getByRole("region", { name: "Change one thing" });
  await ways.getByRole("radio", { name: "lighter", exact: true }).click();
  await expect(ways.getByRole("button", { name: /^I added it: .*Water/ }).first()).toBeVisible();
  await expect(ways).not.toContainText("Titanium white");
  await goTo(page, "Palette");
  await expect(page.getByText("As washes: water and the paper are the white.")).toBeVisible();
  await expect(page.getByText("The notes of this painting")).toBeVisible();
  await page.getByRole("tab", { name: "Pairs" }).click();
  await expect(page.getByLabel("with water")).toBeVisible();
  await choose(page.getByLabel("Painted in"), "oil");
  await expect(page.getByText("As washes: water and the paper are the white.")).toBeHidden();
});

/** As when something was worked out: all below it goes down by more than a screen. */
async function growAbove(part: Locator): Promise<void> {
  await part.evaluate((element) => {
    const answer = document.createElement("div");
    answer.style.height = "900px";
    element.before(answer);
  });
}

test("an open list, and what the keys are on, stay in sight when something comes in above", async ({
  page,
}) => {
  await openDemo(page);
  await trayNote(page, /^8 Slip wall/).click();
  await benchOf(page).addAll();
  const pile = page.getByRole("region", { name: "What is in the pile" });
  await page.getByRole("button", { name: "more for this pile" }).click();
  await expect(page.getByRole("menu")).toBeInViewport({ ratio: 1 });
  await growAbove(pile);
  await expect(page.getByRole("menu")).toBeInViewport({ ratio: 1 });
  await page.getByRole("menuitem", { name: "half" }).click();
  const other = page.getByRole("button", { name: "Add another paint" });
  await expect(undo(page, "scraping")).toBeVisible();
  await undo(page, "scraping").focus();
  await page.keyboard.press("Shift+Tab");
  await expect(other).toBeFocused();
  await growAbove(pile);
  await expect(other).toBeInViewport();
});

test("a note that is in progress never offers its recipe to be laid once more, not for a moment", async ({
  page,
}) => {
  await openDemo(page);
  await page.evaluate(() => {
    const look = (): void => {
      const buttons = [...document.querySelectorAll("button")].map(({ textContent }) => textContent);
      if (buttons.includes("All added")) document.body.dataset.offered = "";
    };
    new MutationObserver(look).observe(document.body, { childList: true, subtree: true });
  });
  await trayNote(page, /^3 Rust/).click();
  await expect(page.getByRole("heading", { name: "What is in the pile" })).toBeVisible();
  await trayNote(page, /^4 Hull/).click();
  await expect(page.getByRole("heading", { name: "Mix note 4, Hull, shadow side" })).toBeAttached();
  await expect(page.getByRole("heading", { name: "What is in the pile" })).toBeVisible();
  await expect(page.locator("[data-offered]")).toHaveCount(0);
  // What watches does see it where there is nothing yet.
  await trayNote(page, /^5 Lichen/).click();
  await expect(benchOf(page).allAdded).toBeVisible();
  await expect(page.locator("[data-offered]")).toHaveCount(1);
});
