/** Charts: drawn at once, looked at cell by cell, printed as blanks, painted and read back, so that the tubes are learned. */
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { extractText } from "unpdf";
import { formOf, readingOf } from "./pages/bench";
import { expect, goTo, openDemo, openTube, test } from "./pages/studio";

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
  await expect(page.getByLabel("kind of chart").locator("option:checked")).toHaveText(kind);
}

test("a chart is redrawn as it is changed, walked by keyboard, and a cell is mixed", async ({ page }) => {
  await openCharts(page);
  await page.getByLabel("steps").selectOption("7");
  await expect(cells(page)).toHaveCount(35);
  await page.getByLabel("rows have").selectOption("value");
  await expect(page.getByRole("rowheader", { name: "L* 65" })).toBeVisible();
  await page.getByLabel("rows have").selectOption("white");
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
  ] as const) {
    await newChart(page, kind);
    await expect(cells(page), kind).toHaveCount(count);
  }
  await page.getByRole("button", { name: "Find your notes in this chart" }).click();
  await page.getByRole("button", { name: /^3 Rust streak: nearest cell/ }).click();
  await expect(chosen(page).getByText(/Nearest note:/)).toBeVisible();
  await page.getByRole("button", { name: "Choose tubes" }).click();
  const drawer = page.getByRole("dialog", { name: "Tubes of this chart" });
  await drawer.getByRole("checkbox", { checked: true }).first().uncheck();
  await drawer.getByRole("button", { name: "Take these" }).click();
  await expect(cells(page)).toHaveCount(9);
  await page.getByLabel("kind of chart").selectOption("wheel");
  await expect(cells(page)).toHaveCount(41);
  await page.getByRole("button", { name: "More charts" }).click();
  await page.getByRole("menuitem", { name: "Open Greens of yellow and blue" }).click();
  await page.getByLabel("kind of chart").selectOption("wheel");
  await expect(page.getByText("This chart needs 3 tubes.")).toBeVisible();
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
  const field = page.getByLabel("The table, as CSV");
  const file = (text: string) => ({ name: "greens.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  const filled = lines.map((line) => line.replace(/,,,,no$/, ",55,-20,10,no"));
  const spoilt = filled.map((line, i) => (i === 3 ? line.replace(/,no$/, "x,no") : line));
  await field.setInputFiles(file(spoilt.join("\r\n")));
  await expect(page.getByText(/^Line 4: painted_b is no number/)).toBeVisible();
  await expect(page.getByText("10 cells are painted.")).toBeVisible();
  await field.setInputFiles(file(filled.join("\r\n")));
  await expect(page.getByText("25 cells are painted.", { exact: true }).first()).toBeVisible();
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

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("a cell is reached by touch, with its doses", async ({ page }) => {
    await openDemo(page);
    await goTo(page, "Charts");
    await cells(page).nth(12).tap();
    await expect(chosen(page).getByRole("list", { name: "What goes into the cell" })).toBeVisible();
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
  // Corners that cross are no page.
  const corner = (name: string) => page.getByRole("button", { name: `Corner ${name}: arrow keys move it` });
  const MARKS = {
    "top left": [215, 169],
    "top right": [740, 174],
    "bottom right": [722, 991],
    "bottom left": [152, 936],
  } as const;
  for (const [name, [x, y]] of Object.entries(MARKS)) {
    await photo.scrollIntoViewIfNeeded();
    const box = await photo.boundingBox();
    const from = await corner(name).boundingBox();
    if (!box || !from) throw new Error("no stage");
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + (x / 900) * box.width, box.y + (y / 1100) * box.height, { steps: 4 });
    await page.mouse.up();
  }
  // The last step by keyboard, there and back.
  await corner("top left").focus();
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("Shift+ArrowLeft");
  await page.getByRole("button", { name: "Read the cells" }).click();
  const read = page.getByRole("region", { name: "What the photo says" });
  await expect(
    read.getByText(/^\d+ of 25 cells are taken; half of them lie within ΔE [0-4]\.\d/),
  ).toBeVisible();
  const blank = read.getByRole("checkbox", { name: /looks like bare paper/ });
  await expect(blank).toHaveCount(1);
  await expect(blank).not.toBeChecked();
  await read.getByRole("button", { name: "Keep these readings" }).click();
  await expect(page.getByText(/^2[0-4] cells are painted\.$/).first()).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByText("10 cells are painted.")).toBeVisible();
});
