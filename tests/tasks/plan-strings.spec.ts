/** Piles planned on common values: looked at in grey, changed, mixed at the bench, split from a parent, printed. */
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { extractText } from "unpdf";
import sharp from "sharp";
import { labD65, srgb } from "@/core/color/types";
import { labFromSrgb } from "@/core/color/srgb";
import { photoOfPalette, UNMOVED } from "../support/palettePhotos";
import { benchOf } from "./pages/bench";
import { board } from "./pages/hand";
import { rowsOf } from "./pages/store";
import { expect, goTo, openDemo, startPainting, test, trayNote, typeNote } from "./pages/studio";
import { choose } from "./pages/choose";

const EARTHS = [
  /^Titanium white/,
  /^Ivory \(bone\) black/,
  /^Raw umber/,
  /^Burnt umber/,
  /^Burnt sienna/,
  /^Red oxide/,
  /^Yellow ochre/,
];
const grid = (page: Page) => page.getByRole("table", { name: "Strings on common values" });
const cell = (page: Page, name: RegExp) => grid(page).getByRole("button", { name });
const chosen = (page: Page) => page.getByRole("region", { name: "Chosen pile" });

/** An earth palette without blue, on which black is the blue; three families and their greys on five rows. */
async function planEarths(page: Page): Promise<void> {
  await page.goto("/");
  await page.getByLabel("Name of the painting").fill("Still life in earths");
  for (const paint of EARTHS) await page.getByRole("checkbox", { name: paint }).first().check();
  await page.getByRole("button", { name: "Start the painting" }).click();
  await expect(page.getByRole("heading", { name: "Still life in earths" })).toBeVisible();
  await goTo(page, "Strings");
  await page.getByRole("button", { name: "Begin with an empty grid" }).click();
  // One from the drawer, one by a tap on the board.
  await addString(page, "Red oxide");
  await board(page).getByRole("button", { name: "Add a string of Yellow ochre" }).click();
  await expect(grid(page).getByRole("columnheader")).toHaveCount(1 + 3);
}

async function addString(page: Page, name: string | RegExp): Promise<void> {
  await page.getByRole("button", { name: "Add a string", exact: true }).click();
  const drawer = page.getByRole("dialog", { name: "Add a string" });
  await drawer.getByRole("button", { name }).first().click();
  await expect(drawer).toBeHidden();
}

async function gridMenu(page: Page, item: string): Promise<void> {
  await page.getByRole("button", { name: "more for this grid" }).click();
  await page.getByRole("menuitem", { name: item }).click();
}

/** L* of a cell as the screen has it, by the grey that stands for it. */
async function shownGreys(page: Page): Promise<number[][]> {
  return page.evaluate(() => {
    const linear = (byte: number): number => {
      const share = byte / 255;
      return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
    };
    return [...document.querySelectorAll("[aria-label='Strings on common values'] tbody tr")].map((row) =>
      [...row.querySelectorAll<HTMLElement>("[data-cell]")].map((button) => {
        const [red = 0, green = 0, blue = 0] = (
          getComputedStyle(button).backgroundColor.match(/\d+/g) ?? []
        ).map(Number);
        const y = 0.2126 * linear(red) + 0.7152 * linear(green) + 0.0722 * linear(blue);
        return 116 * Math.cbrt(y) - 16;
      }),
    );
  });
}

test("an earth palette without blue: rows are even in grey, a pile goes to the bench, is kept, and is paint for others", async ({
  page,
}) => {
  await planEarths(page);
  // A bright tube came with greys of its values; black does what blue would do.
  await expect(grid(page).getByRole("columnheader", { name: /Greys/ })).toBeVisible();
  await expect(grid(page).getByRole("row")).toHaveCount(1 + 5);
  // Columns touch, and a row that is not out of reach is one value.
  const rows = await shownGreys(page);
  for (const row of rows.slice(1, 4)) expect(Math.max(...row) - Math.min(...row)).toBeLessThan(3.5);
  const boxes = await Promise.all(
    [0, 1].map((place) => grid(page).locator("[data-cell]").nth(place).boundingBox()),
  );
  expect((boxes[0]?.x ?? 0) + (boxes[0]?.width ?? 0)).toBeCloseTo(boxes[1]?.x ?? -1, 0);

  await cell(page, /^Red oxide.*, value 5¾/).click();
  await expect(chosen(page).getByRole("heading", { name: "Red oxide, value 5¾" })).toBeVisible();
  await expect(chosen(page).getByRole("listitem").filter({ hasText: "Red oxide" })).toBeVisible();
  await chosen(page).getByRole("button", { name: "Mix this pile" }).click();
  await expect(page.getByRole("heading", { name: /^Red oxide.*, value 5¾/ })).toBeVisible();
  await benchOf(page).addAll();
  await expect(page).toHaveURL(/pile=(?!new)/);
  await page.getByRole("button", { name: "Keep it for other piles" }).click();
  await expect(page.getByText("Kept for other piles")).toBeVisible();

  await page.getByRole("link", { name: "to your strings" }).click();
  await expect(cell(page, /^Red oxide.*, value 5¾.*kept/)).toBeVisible();
  // Pressed again it leads to the pile that lies there, and makes no second one.
  await cell(page, /^Red oxide.*, value 5¾/).click();
  await chosen(page).getByRole("button", { name: "To this pile" }).click();
  await expect(page.getByText("Kept for other piles")).toBeVisible();
  expect((await rowsOf(page, "piles", "gaman")).length).toBe(1);

  await typeNote(page, "60 26 24", "Brick");
  await expect(
    board(page).getByRole("button", { name: "Add Red oxide, value 5¾ to the pile" }).first(),
  ).toBeVisible();
});

test("a row is moved and all strings follow; a string changes its way; what goes is taken back", async ({
  page,
}) => {
  await planEarths(page);
  const row = grid(page).getByRole("button", { name: "Row of value 5¾: change it" });
  await row.click();
  await chosen(page).getByRole("button", { name: "¼ step lighter" }).click();
  await expect(chosen(page).getByRole("heading", { name: "Row of value 6" })).toBeVisible();
  await expect(cell(page, /^Red oxide.*, value 6/)).toBeVisible();
  await expect(cell(page, /^Yellow ochre.*, value 6/)).toBeVisible();

  await grid(page).getByRole("button", { name: "Red oxide: change this string" }).click();
  const drawer = page.getByRole("dialog", { name: "This string" });
  await drawer.getByRole("radio", { name: "black", exact: true }).click();
  await expect(drawer.getByText("Here: Ivory black.")).toBeVisible();
  await page.keyboard.press("Escape");

  await gridMenu(page, "Rows, amounts, tubes");
  const common = page.getByRole("dialog", { name: "Rows, amounts, tubes" });
  await common.getByLabel("Or these values").fill("8; 6; 6,1; 3½; 12");
  await expect(common.getByRole("alert")).toContainText("“12” is no value between 0 and 10");
  await common.getByLabel("Or these values").fill("8; 7.9; 3½");
  await common.getByRole("button", { name: "Take these" }).click();
  await page.keyboard.press("Escape");
  await expect(page.getByText("are too close to tell apart").first()).toBeVisible();
  await expect(grid(page).getByRole("row")).toHaveCount(1 + 3);

  await gridMenu(page, "Remove this grid");
  await expect(page.getByRole("button", { name: "Begin with an empty grid" })).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(cell(page, /^Red oxide.*, value 3½/)).toBeVisible();
});

test("a parent is mixed first, and its members are split from it", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Strings");
  const parents = page.getByRole("region", { name: "Mix these first, and split them" });
  await expect(parents).toBeVisible();
  const [, name = ""] =
    /^(.*), the parent:/.exec(await parents.getByRole("listitem").first().innerText()) ?? [];
  const members = await grid(page)
    .getByRole("button", { name: new RegExp(`^${name}, value`) })
    .all();
  const split = chosen(page).getByText(`${name}, the parent`);
  for (const member of members) {
    await member.click();
    if (await split.isVisible()) break;
  }
  await expect(split).toBeVisible();
  const title = await chosen(page).getByRole("heading").first().innerText();
  await chosen(page).getByRole("button", { name: "Mix the parent first" }).click();
  await expect(page.getByRole("heading", { name: new RegExp(`^${name}, the parent`) })).toBeVisible();
  await benchOf(page).addAll();
  await expect(page).toHaveURL(/pile=(?!new)/);
  await page.getByRole("button", { name: "Keep it for other piles" }).click();
  await page.getByRole("link", { name: "to your strings" }).click();
  await cell(page, new RegExp(`^${title}`)).click();
  await chosen(page).getByRole("button", { name: "Mix this pile" }).click();
  // The plan of the pile names the parent, and what is laid is taken from it.
  await expect(page.getByRole("button", { name: new RegExp(`^Tick:.*${name}, the parent`) })).toBeVisible();
  await benchOf(page).addAll();
  await expect(page).toHaveURL(/pile=(?!new)/);
  const piles = await rowsOf(page, "piles", "gaman-demo");
  const taken = piles.filter(({ additions }) =>
    (additions as { fromPileId?: string }[]).some(({ fromPileId }) => fromPileId !== undefined),
  );
  expect(taken.map((pile) => pile.name)).toContain(title);
});

test("the plan is printed: its text is in the PDF, its figures are in the table", async ({ page }) => {
  await planEarths(page);
  const [pdf] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "PDF", exact: true }).click(),
  ]);
  expect(pdf.suggestedFilename()).toBe("strings.pdf");
  const { text } = await extractText(new Uint8Array(readFileSync(await pdf.path())), { mergePages: true });
  for (const words of ["Strings", "Red oxide", "Yellow ochre", "Greys", "Titanium white", "in all", "5¾"])
    expect(text).toContain(words);
  await cell(page, /^Yellow ochre.*, value 7½/).click();
  const doses = await chosen(page).getByRole("listitem").allInnerTexts();
  expect(doses.length).toBeGreaterThan(1);
  for (const dose of doses) expect(text).toContain(dose.slice(0, 14));
  const [table] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "table for spreadsheets" }).click(),
  ]);
  const lines = readFileSync(await table.path(), "utf8")
    .trim()
    .split("\r\n");
  expect(lines[0]).toContain("grid,string,row_L,value,out_of_reach,tube,pigments,parts,predicted_L");
  expect(lines.length).toBeGreaterThan(15);
});

test("a scheme and the reach of a palette become strings and notes", async ({ page }) => {
  await startPainting(page, "Wheel", [
    "Titanium white",
    "Arylide yellow PY74",
    "Pyrrole red",
    "Ultramarine blue",
  ]);
  await goTo(page, "Palette");
  await page.getByRole("tab", { name: "Schemes" }).click();
  await page.getByRole("button", { name: "keep them as notes" }).click();
  await expect(trayNote(page, /^1 red/)).toBeVisible();
  await page.getByRole("button", { name: "Make strings of these" }).click();
  await expect(page.getByRole("heading", { name: "Strings of the complementary scheme" })).toBeVisible();
  await expect(cell(page, /^red, value/).first()).toBeVisible();
  await goTo(page, "Palette");
  await choose(page.getByLabel("The brightest of a hue"), "yellow");
  await page.getByRole("button", { name: "Make a string of it" }).click();
  await expect(cell(page, /^yellow, value/).first()).toBeVisible();
  // The notes lie somewhere on it.
  await page.getByRole("button", { name: "Where your notes lie" }).click();
  await expect(page.getByRole("link", { name: /^1 red/ }).last()).toBeVisible();
});

test("by keyboard: from pile to pile with the arrows, and to the bench", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Strings");
  const first = grid(page).locator("[data-cell]").first();
  await expect(first).toBeVisible();
  await first.focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowRight");
  const at = grid(page).locator("[data-cell]:focus");
  await expect(at).toHaveAttribute("aria-pressed", "true");
  await expect(at).toHaveAttribute("aria-label", /^Sand, wet, value 7½/);
  await expect(chosen(page).getByRole("heading", { name: "Sand, wet, value 7½" })).toBeVisible();
  await chosen(page).getByRole("button", { name: /^Mix / }).first().press("Enter");
  await expect(page.getByRole("heading", { name: /^Sand, wet/ })).toBeVisible();
});

for (const { look, key, name } of [
  { look: "grey", key: "g", name: /grey$/ },
  { look: "squint", key: "b", name: /squint$/ },
])
  test(`${look} is held by a key and by a button`, async ({ page }) => {
    await openDemo(page);
    await goTo(page, "Strings");
    await expect(grid(page)).toBeVisible();
    const hold = page.getByRole("button", { name });
    const isOn = () => page.evaluate((one) => document.documentElement.hasAttribute(`data-${one}`), look);
    await hold.focus();
    await page.keyboard.press("Enter");
    expect(await isOn()).toBe(true);
    await page.keyboard.press("Enter");
    expect(await isOn()).toBe(false);
    await hold.dispatchEvent("pointerdown");
    expect(await isOn()).toBe(true);
    await hold.dispatchEvent("pointerup");
    expect(await isOn()).toBe(false);
    await page.keyboard.down(key);
    await expect.poll(isOn).toBe(true);
    await page.keyboard.up(key);
    await expect.poll(isOn).toBe(false);
  });

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("strings are added, looked at and mixed", async ({ page }) => {
    await openDemo(page);
    await goTo(page, "Strings");
    await addString(page, /^7 Sky in puddle/);
    await cell(page, /^Sky in puddle, value 5¾/).tap();
    await chosen(page).getByRole("button", { name: "Mix this pile" }).tap();
    await benchOf(page).addAll();
    await expect(page).toHaveURL(/pile=(?!new)/);
    await page.getByRole("link", { name: "to your strings" }).tap();
    await expect(cell(page, /^Sky in puddle, value 5¾.*laid/)).toBeVisible();
  });
});

test("a photo of the laid-out palette tells which pile is off, and what brings it back", async ({ page }) => {
  await openDemo(page);
  // The demo's three piles of a string were used up; here they lie on the palette still.
  await page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open("gaman-demo");
        opening.onerror = () => {
          reject(new Error("no store"));
        };
        opening.onsuccess = () => {
          const work = opening.result.transaction(["piles", "grids"], "readwrite");
          const grids = work.objectStore("grids").getAll();
          const piles = work.objectStore("piles").getAll();
          piles.onsuccess = () => {
            const taken = (grids.result as { taken: { recipeId: string }[] }[]).flatMap((one) => one.taken);
            for (const pile of piles.result as { recipeId?: string }[])
              if (taken.some(({ recipeId }) => recipeId === pile.recipeId))
                work.objectStore("piles").put({ ...pile, leftParts: 2 });
          };
          work.oncomplete = () => {
            opening.result.close();
            resolve();
          };
        };
      }),
  );
  await page.reload();
  await goTo(page, "Strings");
  await expect(grid(page).locator("tbody [data-cell]")).toHaveCount(20);
  const colors = await grid(page)
    .locator("tbody tr td:nth-of-type(1) [data-cell]")
    .evaluateAll((cells) =>
      cells.map((cell) => (getComputedStyle(cell).backgroundColor.match(/\d+/g) ?? []).map(Number)),
    );
  const labs = colors.map(([red = 0, green = 0, blue = 0]) =>
    labFromSrgb(srgb(red / 255, green / 255, blue / 255)),
  );
  expect(labs).toHaveLength(5);
  // The second pile of three is lighter than it was believed to be; the ends of the string are not laid.
  const piles = labs.map((lab, row) => ({
    row,
    column: 0,
    lab: row === 0 || row === 4 ? undefined : row === 2 ? labD65(lab[0] + 8, lab[1], lab[2]) : lab,
  }));
  const { image } = photoOfPalette({
    rows: 5,
    columns: 4,
    piles,
    board: labD65(88, 0, 2),
    fallOff: 0.3,
    color: [1, 0.95, 0.85],
    noise: 1,
    glares: 0,
    seed: 3,
    corners: UNMOVED,
  });
  const buffer = await sharp(Buffer.from(image.rgba as Uint8ClampedArray), {
    raw: { width: image.widthPx, height: image.heightPx, channels: 4 },
  })
    .removeAlpha()
    .png()
    .toBuffer();
  await page.getByRole("button", { name: "Check a photo of the laid-out palette" }).click();
  await page
    .getByLabel("The photo of the palette")
    .setInputFiles({ name: "palette.png", mimeType: "image/png", buffer });
  await page.getByRole("button", { name: "Check the piles" }).click();
  const says = page.getByRole("region", { name: "What the photo of the palette says" });
  await expect(says.getByText("2 of 3 piles are as believed.")).toBeVisible();
  await expect(says.getByText(/too light/)).toHaveCount(1);
  await expect(says.getByText(/^To bring it back to its row, add /)).toBeVisible();
});
