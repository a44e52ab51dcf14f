/** What was mixed is found again, written to, put on a card, compared, and mixed once more. */
import { readFileSync } from "node:fs";
import type { Download, Page } from "@playwright/test";
import { extractText } from "unpdf";
import { expect, goTo, openDemo, openTube, said, test } from "./pages/studio";
import { choose } from "./pages/choose";

async function openLog(page: Page): Promise<void> {
  await openDemo(page);
  await goTo(page, "Log");
  await expect(page.getByRole("main").getByText("30 matches", { exact: true })).toBeVisible();
}

const records = (page: Page) => page.getByRole("region", { name: "Records as a table" });
const find = (page: Page) => page.getByLabel("Find by note, tube, colour word, remark, day");

async function startOf(download: Download): Promise<string> {
  return readFileSync(await download.path())
    .subarray(0, 5)
    .toString("latin1");
}

test("a match is found by its words, annotated, photographed, put on a card and mixed again", async ({
  page,
}) => {
  await openLog(page);
  await find(page).fill("biscuit tin checked");
  await expect(page.getByRole("main").getByText("1 of 30 matches")).toBeVisible();
  await records(page)
    .getByRole("button", { name: /Biscuit tin/ })
    .click();
  const record = page.getByRole("dialog", { name: "Biscuit tin" });
  await expect(record.getByText("What went in")).toBeVisible();

  await record.getByRole("textbox", { name: "Remark" }).fill("the lid, cerulean afternoon");
  await expect(record.getByText("not kept yet")).toBeVisible();
  await record.getByRole("button", { name: "Keep the remark" }).click();
  await expect(record.getByText("kept", { exact: true })).toBeVisible();
  await record.getByLabel("add a photo of it").setInputFiles("public/icons/icon-192.png");
  await expect(record.getByRole("img", { name: "Photo of the match of Biscuit tin" })).toBeVisible();

  for (const [format, start] of [
    ["SVG", "<svg "],
    ["PNG", "\x89PNG\r"],
    ["PDF", "%PDF-"],
  ] as const) {
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      record.getByRole("button", { name: `Save the card as ${format}` }).click(),
    ]);
    expect(download.suggestedFilename()).toBe(`biscuit-tin-card.${format.toLowerCase()}`);
    expect(await startOf(download)).toBe(start);
    if (format === "PDF") {
      const { text } = await extractText(new Uint8Array(readFileSync(await download.path())));
      expect(text[0]).toContain("Biscuit tin");
      expect(text[0]).toMatch(/\d parts|touch|speck/);
    }
  }

  // All of it is in the store: the page is opened again, and the remark is searched by.
  await page.reload();
  await find(page).fill("cerulean afternoon");
  await expect(page.getByRole("main").getByText("1 of 30 matches")).toBeVisible();
  await records(page)
    .getByRole("button", { name: /Biscuit tin/ })
    .click();
  await expect(record.getByRole("img", { name: "Photo of the match of Biscuit tin" })).toBeVisible();
  await record.getByRole("link", { name: "Mix it again" }).click();
  await expect(page.getByRole("heading", { name: /Mix note \d+, Biscuit tin/ })).toBeAttached();
  await expect(page.getByRole("radio", { name: /as in the log/ })).toBeChecked();
});

test("the log is narrowed down, ordered, and asked whether a colour was mixed before", async ({ page }) => {
  await openLog(page);
  await page.getByRole("button", { name: "Narrow down" }).click();
  await choose(page.getByLabel("Hue", { exact: true }), "blue");
  await expect(page.getByRole("main").getByText("2 of 30 matches")).toBeVisible();
  await choose(page.getByLabel("Tube", { exact: true }), { label: "Pyrrole red" });
  await expect(page.getByRole("main").getByText(/^(\d of 30 matches|None of 30 matches fits)/)).toBeVisible();
  await page.getByRole("button", { name: "clear filters" }).click();
  await expect(page.getByRole("main").getByText("30 matches", { exact: true })).toBeVisible();

  await page.getByLabel("or to hex or CIELAB").fill("#2e5a46");
  // The nearest of all is green; every record is offered, nearest first.
  await expect(records(page).getByRole("row").nth(1)).toContainText("Bottle glass");
  await page.getByLabel("or to hex or CIELAB").fill("#2e5a4");
  await expect(page.getByText(/neither hex .* nor three CIELAB/)).toBeVisible();
  await page.getByRole("button", { name: "clear filters" }).click();

  await page.getByRole("button", { name: /^Miss/ }).click();
  const misses = await records(page).getByRole("row").locator("td:nth-child(3)").allTextContents();
  const figures = misses.map((text) => Number(text.replace(/[^\d.]/g, "")));
  expect(figures.length).toBeGreaterThan(3);
  expect(figures).toEqual([...figures].sort((a, b) => b - a));

  for (const kind of ["piles", "additions", "readings"]) {
    await page.getByRole("radio", { name: kind }).click();
    await expect(said(page, new RegExp(`^\\d+ ${kind}$`))).toBeVisible();
    await expect(records(page).getByRole("row").nth(1)).toBeVisible();
  }
  await page.getByRole("radio", { name: "patches" }).click();
  await expect(page.getByRole("list", { name: "Records" }).getByRole("listitem").first()).toBeVisible();
});

test("two records stand side by side with their difference and both recipes", async ({ page }) => {
  await openLog(page);
  await records(page)
    .getByRole("button", { name: /Biscuit tin/ })
    .click();
  await page.getByRole("button", { name: "Compare with another" }).click();
  await expect(page.getByText(/^Biscuit tin, \d+ \w+ is held/).first()).toBeVisible();
  await records(page)
    .getByRole("button", { name: /Driftwood/ })
    .click();
  const compared = page.getByRole("region", { name: /Biscuit tin.* and Driftwood.*, compared/ });
  await expect(compared.getByText(/^Against Biscuit tin/)).toContainText(/ΔE \d/);
  const shares = await compared.locator("td:nth-child(2)").allTextContents();
  const sum = shares.reduce(
    (total, text) => total + (text === "none" ? 0 : Number(text.replace(" %", ""))),
    0,
  );
  expect(sum).toBeCloseTo(100, 0);
  // They touch: no gap between the two patches.
  const boxes = await compared.getByRole("img").evaluateAll((patches) =>
    patches.map((patch) => {
      const { left, right } = patch.getBoundingClientRect();
      return { left, right };
    }),
  );
  expect(boxes[1]?.left).toBe(boxes[0]?.right);
});

test("matches are marked when a tube has changed since, with what the same parts would look like now", async ({
  page,
}) => {
  await openLog(page);
  await expect(page.getByText("a tube changed")).toHaveCount(0);
  await openTube(page, "Raw umber");
  await page.getByRole("button", { name: "Test this tube" }).click();
  await page.getByRole("slider", { name: "Value of the patch" }).focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press("ArrowLeft");
  await page.getByRole("button", { name: "It looks the same" }).click();
  await page.getByRole("button", { name: "Fit the tube to these" }).click();
  await page.getByRole("button", { name: "Keep it" }).click();
  await goTo(page, "Log");
  await expect(page.getByText(/a tube changed/).first()).toBeVisible();
  await records(page).getByRole("button", { name: /Rope/ }).click();
  await expect(page.getByRole("dialog")).toContainText(/A tube changed since \(Raw umber\).*ΔE \d/);
});

test("the log says what the work is like, in figures beside every chart", async ({ page }) => {
  await openLog(page);
  await page.getByRole("tab", { name: "Statistics" }).click();
  for (const name of ["What your eye does", "Month by month", "Paint used and wasted"])
    await expect(page.getByRole("heading", { name })).toBeVisible();
  await expect(page.getByRole("row", { name: /^What you keep, against the target, 30/ })).toContainText("L*");
  await expect(page.getByRole("img", { name: /month by month; the table below/ }).first()).toBeVisible();
  const rows = page.getByRole("table", { name: "Paint by tube, most used first" }).getByRole("row");
  const used = (await rows.locator("td:nth-of-type(2)").allTextContents()).map((text) =>
    Number.parseFloat(text),
  );
  expect(used.length).toBeGreaterThan(4);
  expect(used).toEqual([...used].sort((a, b) => b - a));
});
