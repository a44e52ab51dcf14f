/** Palettes of a painting: made, ordered, compared, chosen; what pairs and schemes do. */
import type { Page } from "@playwright/test";
import { expect, goTo, openDemo, startPainting, test, trayNote, typeNote, said } from "./pages/studio";
import { benchOf } from "./pages/bench";
import { choose } from "./pages/choose";

const palettesOf = (page: Page) => page.getByRole("region", { name: "Palettes", exact: true });
const board = (page: Page) => page.getByRole("region", { name: "Board" });

async function openTab(page: Page, name: string): Promise<void> {
  await page.getByRole("tab", { name }).click();
}

/** Labels of the board from left to right. */
async function boardLabels(page: Page): Promise<string[]> {
  return board(page).locator("li span.font-semibold").allInnerTexts();
}

test("what a palette reaches stands as paint and as numbers, with the notes on it", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Palette");
  await expect(page.getByText(/From value .* to value/)).toBeVisible();
  const table = page.getByRole("table", { name: "Most chroma by hue place and value" });
  await expect(table.getByRole("row")).toHaveCount(13);
  await page.getByRole("radio", { name: "in numbers" }).click();
  const yellow = table
    .getByRole("row")
    .filter({ has: page.getByRole("rowheader", { name: "yellow", exact: true }) });
  const chromas = (await yellow.getByRole("cell").allInnerTexts()).map((text) => Number.parseInt(text, 10));
  expect(Math.max(...chromas.filter(Number.isFinite))).toBeGreaterThan(70);
  const buoy = page.getByRole("main").getByRole("listitem").filter({ hasText: "9 Buoy" });
  await expect(buoy).toContainText(/at the edge|outside/);
  await expect(page.getByText("cleanest greys")).toBeVisible();
});

test("a palette is made from a template, ordered by keyboard, laid out, and the recipes follow", async ({
  page,
}) => {
  await openDemo(page);
  await goTo(page, "Palette");
  await palettesOf(page).getByRole("button", { name: "new", exact: true }).click();
  await page.getByRole("button", { name: "Start with Earths" }).click();
  const list = palettesOf(page).getByRole("list", { name: "Tubes of Earths" });
  await expect(list.getByRole("listitem")).toHaveCount(5);
  const before = await boardLabels(page);
  await palettesOf(page).getByRole("button", { name: "lay it out" }).click();
  await expect(board(page)).toContainText("Yellow ochre");
  expect(await boardLabels(page)).not.toEqual(before);

  const first = list.getByRole("button", { name: /^Move/ }).first();
  const label = (await first.getAttribute("aria-label"))?.replace("Move ", "") ?? "";
  await first.focus();
  await page.keyboard.press("Space");
  // The first word says that it is held, the second that it lies over its own place: then it can be moved.
  await expect(page.getByText(new RegExp(`${label} is (picked up|over).*place 1 of 5`))).toBeAttached();
  await expect(async () => {
    await page.keyboard.press("ArrowDown");
    await expect(page.getByText(`${label} is over place 2 of 5`)).toBeAttached({ timeout: 3000 });
  }).toPass();
  await page.keyboard.press("Space");
  await expect.poll(async () => (await boardLabels(page))[1]).toBe(label);

  await trayNote(page, /Rope/).click();
  const recipes = benchOf(page).recipes;
  await expect(recipes).toContainText("ΔE");
  await expect(recipes).not.toContainText("Arylide yellow");
});

test("a palette is copied, named, changed by mouse, taken away and put back", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Palette");
  const side = palettesOf(page);
  await expect(side.getByRole("button", { name: "take away" })).toBeDisabled();
  await side.getByRole("button", { name: "copy" }).click();
  await side.getByRole("button", { name: "name and note" }).click();
  await page.getByLabel("Name of the palette").fill("For the sky");
  await page.getByLabel("Note", { exact: true }).fill("cool and light");
  await page.getByRole("button", { name: "Keep these" }).click();
  await expect(side.getByText("cool and light")).toBeVisible();
  await side.getByRole("button", { name: "Take Raw umber out" }).click();
  await expect(side.getByRole("button", { name: /For the sky 4 tubes/ })).toBeVisible();
  await side.getByRole("button", { name: "choose" }).click();
  await page
    .getByRole("checkbox", { name: /Cerulean|Cobalt blue|Viridian/ })
    .first()
    .check();
  await page.getByRole("button", { name: "Take these" }).click();
  await expect(side.getByRole("button", { name: /For the sky 5 tubes/ })).toBeVisible();
  await side.getByRole("button", { name: "take away" }).click();
  await expect(said(page, "For the sky is taken away.")).toBeVisible();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(side.getByRole("button", { name: /For the sky 5 tubes/ })).toBeVisible();
});

test("palettes are compared on the same notes and the same picture", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Palette");
  await openTab(page, "Compare");
  const share = async (name: string): Promise<number> => {
    const words = page.getByRole("region", { name, exact: true }).getByText(/% of the area/);
    await expect(words).toBeVisible();
    return Number.parseInt(await words.innerText(), 10);
  };
  expect(await share("Five for the slipway")).toBeGreaterThan(await share("Earths and one blue"));
  await expect(
    page
      .getByText("ΔE 14")
      .or(page.getByText(/worst miss/))
      .first(),
  ).toBeVisible();
});

test("each tube's worth is told, and the best few are chosen under wishes and kept", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Palette");
  await openTab(page, "Choose");
  await expect(page.getByText(/notes are missed by ΔE/)).toBeVisible();
  await expect(page.getByText("Redundant for these notes")).toBeVisible();
  await page.getByLabel("without cadmium").check();
  await page.getByLabel("without black").check();
  await choose(page.getByLabel("at most"), "5");
  await page.getByText("must hold: nothing in particular").click();
  await page.getByRole("checkbox", { name: "Raw umber", exact: true }).check();
  await page.getByRole("button", { name: "Find the best palettes" }).click();
  await expect(page.getByText("Every palette of these sizes was compared.")).toBeVisible();
  const five = page.getByRole("listitem").filter({ hasText: "5 tubes" }).last();
  await expect(five).toContainText("Raw umber");
  await expect(five).not.toContainText("Cadmium");
  await page.getByText("why these 5").click();
  await expect(
    five.getByText(/Without it ΔE \d+\.\d\d more|Redundant for these notes/).first(),
  ).toBeVisible();
  await page.getByRole("button", { name: "Keep the palette of 5 tubes" }).click();
  await expect(palettesOf(page).getByRole("button", { name: /5 chosen for 9 notes/ })).toBeVisible();
});

test("a box of two tubes gives a palette of two", async ({ page }) => {
  await startPainting(page, "Two", ["Viridian", "Titanium white"]);
  await typeNote(page, "#6f9f8c", "Sea");
  await goTo(page, "Palette");
  await openTab(page, "Choose");
  await page.getByRole("button", { name: "Find the best palettes" }).click();
  await expect(page.getByRole("button", { name: "Keep the palette of 2 tubes" })).toBeVisible();
});

test("more tubes held than the palette may have are refused, with what to do", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Palette");
  await openTab(page, "Choose");
  await page.getByText("must hold: nothing in particular").click();
  for (const name of ["Titanium white", "Raw umber", "Viridian", "Ivory black"])
    await page.getByRole("checkbox", { name, exact: true }).check();
  await choose(page.getByLabel("at most"), "3");
  await page.getByRole("button", { name: "Find the best palettes" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("4 tubes must be held");
});

test("pairs: the path with its dullest ratio, the partner that quiets, the best parents", async ({
  page,
}) => {
  await openDemo(page);
  await goTo(page, "Palette");
  await openTab(page, "Pairs");
  await choose(page.getByLabel("From", { exact: true }), { label: "Prussian blue" });
  await choose(page.getByLabel("to", { exact: true }), { label: "Pyrrole red" });
  await expect(
    page.getByRole("list", { name: "From Prussian blue to Pyrrole red" }).getByRole("img"),
  ).toHaveCount(21);
  await expect(page.getByText(/Dullest at [\d.]+ % of Pyrrole red/)).toBeVisible();
  await expect(
    page.getByRole("img", { name: /Chroma and value along the way/ }).locator("svg"),
  ).toBeVisible();
  await page.getByText("the path in numbers").click();
  await expect(page.getByRole("table").getByRole("row")).toHaveCount(42);
  await choose(page.getByLabel("To quiet"), { label: "Pyrrole red" });
  await expect(page.getByText(/down to chroma/).first()).toBeVisible();
  // Once as the opposite that two make of the red, once as the parents of green.
  await expect(page.getByText("Arylide yellow and Prussian blue")).toHaveCount(2);
});

test("a scheme is mixed at one value, and what leaves it is named", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Palette");
  await openTab(page, "Schemes");
  await page.getByRole("radio", { name: "triad" }).click();
  await choose(page.getByLabel("from the hue"), { label: "yellow" });
  await expect(page.getByText("Mixtures that leave it")).toBeVisible();
  const recipes = page.getByRole("listitem").filter({ hasText: "Arylide yellow" });
  await expect(recipes.first()).toBeVisible();
  await expect(page.getByText(/with .* gives/).first()).toBeVisible();
  await page.getByRole("radio", { name: "free" }).click();
  const chosen = page.getByRole("group", { name: /hues/ }).getByRole("checkbox", { checked: true });
  while ((await chosen.count()) > 0) await chosen.first().uncheck();
  await expect(page.getByText("Choose at least one hue.")).toBeVisible();
});

test("palettes of one tube and of two without white behave", async ({ page }) => {
  await startPainting(page, "One", ["Viridian"]);
  await goTo(page, "Palette");
  await expect(page.getByText(/It meets none of the twelve hue places/)).toBeVisible();
  await openTab(page, "Pairs");
  await expect(page.getByText("A path needs two paints.")).toBeVisible();
  await openTab(page, "Choose");
  await expect(page.getByText("Palettes are chosen for notes.")).toBeVisible();
  await openTab(page, "Schemes");
  await expect(page.getByText("This palette holds none.").first()).toBeVisible();
  await openTab(page, "Compare");
  await expect(page.getByText("There is one palette only.")).toBeVisible();
});

test("on a phone the palettes are one touch away and a pair can be followed", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openDemo(page);
  await goTo(page, "Palette");
  await expect(page.getByText(/From value/)).toBeVisible();
  await page.getByRole("button", { name: "Change palette or tubes" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("button", { name: /Earths and one blue/ }).click();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("heading", { name: "Earths and one blue" })).toBeVisible();
  await openTab(page, "Pairs");
  await expect(page.getByText(/Dullest at|No mixture/)).toBeVisible();
});
