/** Charts: drawn at once, looked at cell by cell, printed as blanks, painted and read back, so that the tubes are learned. */
import { readFileSync } from "node:fs";
import type { Locator, Page } from "@playwright/test";
import { extractText } from "unpdf";
import { formOf, readingOf } from "./pages/bench";
import { expect, goTo, openDemo, openTube, test } from "./pages/studio";
import { choose } from "./pages/choose";

const cells = (page: Page) => page.getByRole("region", { name: "Chart" }).locator("[data-cell]");
const chosen = (page: Page) => page.getByRole("region", { name: "Chosen cell" });

async function openCharts(page: Page): Promise<void> {
  await openDemo(page);
  await goTo(page, "Charts");
  await expect(page.getByRole("heading", { name: "Greens of yellow and blue" })).toBeVisible();
  await expect(cells(page)).toHaveCount(25);
}

async function newChart(page: Page, kind: string): Promise<void> {
  await page.getByRole("button", { name: "More charts" }).click();
  await page.getByRole("menuitem", { name: `New: ${kind}` }).click();
  await expect(page.getByLabel("kind of chart")).toHaveText(kind);
}

test("a chart is redrawn as it is changed, walked by keyboard, and a cell is mixed", async ({ page }) => {
  await openCharts(page);
  // What was painted stays as it is; a copy of it is changed.
  await expect(page.getByText("ratios and white: painted, so it stays as it is.")).toBeVisible();
  await page.getByRole("button", { name: "copy it" }).click();
  await expect(page.getByRole("heading", { name: "Greens of yellow and blue, again" })).toBeVisible();
  await choose(page.getByLabel("steps"), "7");
  await expect(cells(page)).toHaveCount(35);
  await choose(page.getByLabel("rows have"), "value");
  await expect(page.getByRole("rowheader", { name: "L* 65" })).toBeVisible();
  await choose(page.getByLabel("rows have"), "white");
  await expect(cells(page)).toHaveCount(35);

  await cells(page).first().focus();
  for (const key of ["ArrowRight", "ArrowRight", "ArrowDown", "ArrowDown", "ArrowDown"])
    await page.keyboard.press(key);
  const doses = chosen(page).getByRole("list", { name: "What goes into the cell" });
  await expect(doses.getByRole("listitem")).toHaveCount(3);
  await expect(doses).toContainText("Titanium white");
  // The chart has a row of this; no other cell has the focus.
  await expect(page.locator("[data-cell]:focus")).toHaveAttribute("aria-pressed", "true");
  await chosen(page).getByRole("button", { name: "Mix this colour" }).click();
  await expect(page).toHaveURL(/\/mix\?note=/);
  await expect(page.getByRole("heading", { name: /Mix note 10/ })).toBeAttached();
});

test("every kind is drawn, what is missing is said, and notes are found in it", async ({ page }) => {
  await openCharts(page);
  for (const [kind, count] of [
    ["tints", 20],
    ["washes", 20],
    ["wheel of three", 41],
    ["dulled primaries", 15],
    ["films", 36],
    ["crossings", 16],
    ["drifting ladder", 27],
    ["stand-ins", 16],
  ] as const) {
    await newChart(page, kind);
    await expect(cells(page), kind).toHaveCount(count);
  }
  await newChart(page, "one hue");
  await choose(page.getByLabel("about the note"), { label: "3 Rust streak" });
  await expect(cells(page).filter({ hasText: "local" })).toHaveCount(1);
  await newChart(page, "crossings");
  await page.getByRole("button", { name: "Find your notes in all charts" }).click();
  await page.getByRole("button", { name: /^3 Rust streak: nearest cell ΔE .*, in / }).click();
  await expect(chosen(page).getByText(/Nearest note: 3 Rust streak/)).toBeVisible();
  await page.getByRole("button", { name: "More charts" }).click();
  await page.getByRole("menuitem", { name: "Open Crossings" }).first().click();
  await page.getByRole("button", { name: "Choose tubes" }).click();
  const drawer = page.getByRole("dialog", { name: "Tubes of this chart" });
  await drawer.getByRole("checkbox", { checked: true }).first().uncheck();
  await drawer.getByRole("button", { name: "Take these" }).click();
  await expect(cells(page)).toHaveCount(9);
  await choose(page.getByLabel("kind of chart"), "wheel");
  await expect(cells(page)).toHaveCount(41);
  // One tube of the wheel is swapped, and both wheels are seen.
  await choose(page.getByLabel("swap", { exact: true }), { label: "Prussian blue" });
  await choose(page.getByLabel("for", { exact: true }), { label: "Ultramarine blue" });
  const other = page.getByRole("table", { name: "The wheel with the tube swapped" });
  await expect(other.locator("[data-cell]")).toHaveCount(41);
  await expect(cells(page)).toHaveCount(82);
  await page.getByRole("button", { name: "More charts" }).click();
  await page.getByRole("menuitem", { name: "New: tints" }).click();
  await page.getByRole("button", { name: "Choose tubes" }).click();
  const all = page
    .getByRole("dialog", { name: "Tubes of this chart" })
    .getByRole("checkbox", { checked: true });
  while ((await all.count()) > 2) await all.first().uncheck();
  await page.getByRole("button", { name: "Take these" }).click();
  await expect(page.getByText(/ and .* apart: as it is ΔE [\d.]+, 1 of white ΔE/)).toBeVisible();
  await choose(page.getByLabel("kind of chart"), "wheel");
  await expect(page.getByText("This chart needs 3 tubes.")).toBeVisible();
  // Of what cannot be drawn there is nothing to print or to tap.
  await expect(page.getByRole("button", { name: "PDF" })).toHaveCount(0);
  await expect(page.getByText(/^Tap a cell|No cell is painted/)).toHaveCount(0);
});

test("piles and notes stand in a chart beside tubes, and are laid as the tubes in them", async ({ page }) => {
  await openCharts(page);
  await newChart(page, "crossings");
  await page.getByRole("button", { name: "Choose tubes" }).click();
  const drawer = page.getByRole("dialog", { name: "Tubes of this chart" });
  const ticked = drawer.getByRole("checkbox", { checked: true });
  await expect(ticked).not.toHaveCount(0);
  while ((await ticked.count()) > 1) await ticked.first().uncheck();
  await drawer.getByRole("checkbox", { name: /^pile of 3 Rust streak/ }).check();
  await drawer
    .getByRole("listitem")
    .filter({ hasText: "by its best recipe from the board" })
    .getByRole("checkbox")
    .first()
    .check();
  await drawer.getByRole("button", { name: "Take these" }).click();
  await expect(cells(page)).toHaveCount(9);
  await expect(page.getByRole("columnheader", { name: "pile of 3 Rust streak" })).toBeVisible();
  await page.reload();
  await cells(page).nth(1).click();
  const doses = chosen(page).getByRole("list", { name: "What goes into the cell" });
  await expect(doses.getByText("pile of 3 Rust streak")).toBeVisible();
  await chosen(page).getByRole("button", { name: "Lay these doses" }).click();
  await expect(page.getByRole("button", { name: "All added" })).toBeVisible();
  for (const tube of ["Arylide yellow", "Pyrrole red", "Raw umber"])
    await expect(page.getByRole("button", { name: new RegExp(`^Tick: .* ${tube}$`) })).toBeVisible();
});

test("tubes are moved, and the chart is drawn anew while they are", async ({ page }) => {
  await openCharts(page);
  await newChart(page, "crossings");
  const heads = page.getByRole("columnheader");
  await expect(heads.first()).toHaveText("Arylide yellow");
  const handle = page.getByRole("button", { name: "Move Arylide yellow" });
  /** Again where it failed: what was let go may still be on its way back, what is taken up not yet in the hand. */
  const moveOn = (): Promise<void> =>
    expect(async () => {
      await page.keyboard.press("Escape");
      await handle.focus();
      await page.keyboard.press("Space");
      await page.keyboard.press("ArrowRight");
      // Still in the hand: the chart shows what it would be.
      await expect(heads.first()).toHaveText("Pyrrole red", { timeout: 3_000 });
    }).toPass();
  await moveOn();
  await page.keyboard.press("Escape");
  await expect(heads.first()).toHaveText("Arylide yellow");
  await moveOn();
  await page.keyboard.press("Space");
  await expect(
    page.getByRole("list", { name: "Order of the tubes" }).getByRole("listitem").first(),
  ).toHaveText("Pyrrole red");
  await page.reload();
  await expect(page.getByRole("columnheader").first()).toHaveText("Pyrrole red");
});

test("the sheet that teaches most is proposed, a cell of it laid, another made a string", async ({
  page,
}) => {
  await openCharts(page);
  await newChart(page, "own cells");
  await page.getByRole("button", { name: "Take your piles" }).click();
  await expect(cells(page).first()).toBeVisible();
  await choose(page.getByLabel("cells", { exact: true }), "8");
  await page.getByRole("button", { name: "Propose the sheet that teaches most" }).click();
  await expect(cells(page)).toHaveCount(8);
  await expect(page.getByText(/Mixtures of these tubes are known within ΔE \d/)).toBeVisible();
  await cells(page).nth(3).click();
  await chosen(page).getByRole("button", { name: "Make a string of it" }).click();
  await expect(page).toHaveURL(/\/strings/);
  await goTo(page, "Charts");
  await cells(page).nth(2).click();
  await chosen(page).getByRole("button", { name: "Lay these doses" }).click();
  await expect(page).toHaveURL(/\/mix\?pile=new&plan=/);
  await expect(page.getByRole("button", { name: "All added" })).toBeVisible();
});

test("a blank is taken along as text, and a table with what was painted", async ({ page }) => {
  await openCharts(page);
  const take = async (name: string): Promise<Buffer> => {
    const [file] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name, exact: true }).click(),
    ]);
    return readFileSync(await file.path());
  };
  const { totalPages, text } = await extractText(new Uint8Array(await take("PDF")), { mergePages: true });
  expect(totalPages).toBe(1);
  expect(text).toContain("Greens of yellow and blue");
  expect(text).toContain("Arylide yellow and Prussian blue");
  expect(text).toContain("0.0645 Prussian blue");
  expect(text).toContain("Mix each cell by the parts at its foot");
  expect(text).toContain("Titanium white");
  const table = (await take("table for spreadsheets")).toString("utf8");
  const lines = table.trim().split("\r\n");
  expect(lines).toHaveLength(1 + 25);
  const unpainted = lines.filter((line) => line.endsWith(",,,,no"));
  expect(unpainted).toHaveLength(25 - 10);

  // The same table, filled in elsewhere, comes back; a line that is wrong takes nothing in.
  await page.getByRole("button", { name: "Take painted colours in from a table" }).click();
  const field = page.getByLabel("The table, as CSV or CGATS");
  const file = (text: string) => ({ name: "greens.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  const filled = lines.map((line) => line.replace(/,,,,no$/, ",55,-20,10,no"));
  const spoilt = filled.map((line, i) => (i === 3 ? line.replace(/,no$/, "x,no") : line));
  await field.setInputFiles(file(spoilt.join("\r\n")));
  await expect(page.getByText(/^Line 4: painted_b is no number/)).toBeVisible();
  await expect(page.getByText("10 cells are painted.")).toBeVisible();
  await field.setInputFiles(file(filled.join("\r\n")));
  await expect(page.getByText("25 cells are painted.", { exact: true }).first()).toBeVisible();
  // An instrument that went from cell to cell: one reading for each, or none is taken.
  const cgats = (count: number): string =>
    [
      "CGATS.17",
      "NUMBER_OF_FIELDS 4",
      "BEGIN_DATA_FORMAT",
      "SAMPLE_ID LAB_L LAB_A LAB_B",
      "END_DATA_FORMAT",
      `NUMBER_OF_SETS ${count}`,
      "BEGIN_DATA",
      ...Array.from({ length: count }, (_, i) => `${i + 1} ${40 + i} -12 ${i}`),
      "END_DATA",
    ].join("\n");
  const asText = (count: number) => ({
    name: "sheet.txt",
    mimeType: "text/plain",
    buffer: Buffer.from(cgats(count)),
  });
  await field.setInputFiles(asText(24));
  await expect(
    page.getByText("The file has 24 readings, and this chart 25 cells.", { exact: false }),
  ).toBeVisible();
  await field.setInputFiles(asText(25));
  await expect(cells(page).nth(24)).toHaveAttribute("aria-label", /painted .*value 6/);
});

test("painted cells are read, struck out, and teach the tubes", async ({ page }) => {
  await openCharts(page);
  const cell = cells(page).nth(17);
  await cell.click();
  await readingOf(chosen(page), "the painted cell", "type it");
  const form = formOf(chosen(page), "the painted cell", "type it");
  await form.getByRole("textbox").first().fill("62 -22 4");
  await form
    .getByRole("button", { name: /Record|Take|Keep/ })
    .first()
    .click();
  await expect(page.getByText("11 cells are painted.")).toBeVisible();
  await expect(chosen(page).getByText(/^Painted: /)).toBeVisible();
  const wrong = chosen(page).getByLabel("it went wrong: let it teach nothing");
  await wrong.check();
  await expect(cell).toHaveAttribute("aria-label", /struck out/);
  await page.reload();
  await expect(cells(page).nth(17)).toHaveAttribute("aria-label", /struck out/);
  await openTube(page, "Prussian blue");
  await page.getByRole("button", { name: "learn from your piles" }).click();
  await expect(
    page.getByRole("dialog").getByText(/readings of piles, scraps and charts speak of/),
  ).toBeVisible();
});

test("what the cells teach is shown before it is kept, and is taken back in one go", async ({ page }) => {
  await openCharts(page);
  const label = async (): Promise<string> => (await cells(page).nth(12).getAttribute("aria-label")) ?? "";
  const before = await label();
  await page.getByRole("button", { name: "Learn from this chart" }).click();
  const drawer = page.getByRole("dialog", { name: "What the painted cells teach" });
  await drawer.getByRole("button", { name: "Learn from them" }).click();
  await expect(drawer.getByText(/^Predictions of your piles missed by/)).toBeVisible();
  await drawer.getByRole("button", { name: "Each reading, before and after" }).click();
  await expect(drawer.getByText(/^ΔE [\d.]+, then ΔE [\d.]+/).first()).toBeVisible();
  await drawer.getByRole("button", { name: "Keep it" }).click();
  await expect(drawer).toBeHidden();
  await expect(cells(page)).toHaveCount(25);
  await expect.poll(label).not.toBe(before);
  await page.keyboard.press("Control+z");
  await expect.poll(label).toBe(before);
});

/** Has the cells of the photo read, as they are predicted now. What was said before stands until they are. */
async function readCells(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Read the cells" }).press("Enter");
  await expect(halfWithinLine(page)).toBeVisible();
}

function halfWithinLine(page: Page): Locator {
  return page
    .getByRole("region", { name: "What the photo says" })
    .getByText(/cells are taken; half of them lie within ΔE/);
}

/** ΔE00 within which half of the cells of the demo's photo lie. */
async function halfWithin(page: Page): Promise<number> {
  return Number(/within ΔE ([\d.]+)/.exec(await halfWithinLine(page).innerText())?.[1]);
}

async function learnFromThePhoto(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Read a photo of the painted sheet" }).press("Enter");
  await page.getByRole("button", { name: "Take the demo’s photo" }).press("Enter");
  await expect(page.getByText(/^The page was found by its marks/)).toBeVisible();
  await readCells(page);
  const before = await halfWithin(page);
  await page.getByRole("button", { name: "Keep these readings" }).press("Enter");
  await page.getByRole("button", { name: "Learn from this chart" }).press("Enter");
  const drawer = page.getByRole("dialog", { name: "What the painted cells teach" });
  await drawer.getByRole("button", { name: "Learn from them" }).press("Enter");
  await drawer.getByRole("button", { name: "Keep it" }).press("Enter");
  await expect(drawer).toBeHidden();
  // The same paint, photographed: what is predicted of it lies nearer now.
  await readCells(page);
  await expect.poll(() => halfWithin(page)).toBeLessThan(0.7 * before);
}

test("the demo's sheet is read from its photo by keyboard, and recipes come nearer to its paint", async ({
  page,
}) => {
  await openCharts(page);
  await learnFromThePhoto(page);
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("the demo's sheet is read from its photo and learned from", async ({ page }) => {
    await openDemo(page);
    await goTo(page, "Charts");
    await learnFromThePhoto(page);
  });

  test("a cell is reached by touch, with its doses", async ({ page }) => {
    await openDemo(page);
    await goTo(page, "Charts");
    await cells(page).nth(12).tap();
    await expect(chosen(page).getByRole("list", { name: "What goes into the cell" })).toBeVisible();
    // One row at a time, or one column.
    await choose(page.getByLabel("show", { exact: true }), { label: "row: 3 of white" });
    await expect(cells(page)).toHaveCount(5);
    await choose(page.getByLabel("show", { exact: true }), { label: "column: 1 : 1" });
    await expect(page.getByRole("rowheader")).toHaveText([
      "as it is",
      "1 of white",
      "3 of white",
      "8 of white",
      "20 of white",
    ]);
  });
});

test("a photo of the painted sheet is squared up by its marks, read, and what is believed is kept", async ({
  page,
}) => {
  await openCharts(page);
  await page.getByRole("button", { name: "Read a photo of the painted sheet" }).click();
  await page.getByRole("button", { name: "Take the demo’s photo" }).click();
  const photo = page.getByAltText("The painted sheet");
  await expect(photo).toBeVisible();
  await expect(page.getByText(/^The page was found by its marks/)).toBeVisible();
  // A corner that is moved by hand is believed; the last step by keyboard, there and back.
  const corner = page.getByRole("button", { name: "Corner top left: arrow keys move it" });
  await corner.scrollIntoViewIfNeeded();
  const from = await corner.boundingBox();
  if (!from) throw new Error("no corner");
  const [x, y] = [from.x + from.width / 2, from.y + from.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 30, y + 20, { steps: 3 });
  await page.mouse.move(x, y, { steps: 3 });
  await page.mouse.up();
  await expect(page.getByText(/^The marks were not all found/)).toBeVisible();
  await corner.focus();
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("Shift+ArrowLeft");
  await page.getByLabel("what its blanks say: date, ground, medium, light").fill("5 May, gessoed card, oil");
  await page.getByRole("button", { name: "Read the cells" }).click();
  await expect(page.getByText("The sheet says: 5 May, gessoed card, oil.")).toBeVisible();
  const read = page.getByRole("region", { name: "What the photo says" });
  await expect(
    read.getByText(/^\d+ of 25 cells are taken; half of them lie within ΔE [0-4]\.\d/),
  ).toBeVisible();
  const blank = read.getByRole("checkbox", { name: /looks like bare paper/ });
  await expect(blank).toHaveCount(1);
  await expect(blank).not.toBeChecked();
  await read.getByRole("button", { name: "Keep these readings" }).click();
  await expect(page.getByText(/^2[0-5] cells are painted\./).first()).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByText("10 cells are painted.")).toBeVisible();
  // What was painted is in the log, and leads back.
  await goTo(page, "Log");
  await page.getByRole("tab", { name: "Charts" }).click();
  await page.getByRole("link", { name: "Greens of yellow and blue" }).click();
  await expect(page).toHaveURL(/\/charts\?chart=/);
  await expect(page.getByRole("heading", { name: "Greens of yellow and blue" })).toBeVisible();
});
