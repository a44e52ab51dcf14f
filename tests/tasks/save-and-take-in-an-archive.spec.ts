/** Everything in one file, and back: nothing lost, nothing twice, nothing by halves. */
import { readFileSync, writeFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { expect, goTo, openDemo, said, startPainting, test, typeNote } from "./pages/studio";
import { benchOf } from "./pages/bench";
import { choose } from "./pages/choose";

/** One painting of one's own with a note that is matched, and its tray. */
async function mixOne(page: Page): Promise<void> {
  await startPainting(page, "Jetty", ["Titanium white", "Raw umber", "Prussian blue"]);
  await typeNote(page, "62 2 12", "Planks");
  await benchOf(page).addAll();
  await benchOf(page).looksTheSame.click();
  await benchOf(page).keep.click();
  await expect(benchOf(page).kept).toBeVisible();
}

async function saveArchive(page: Page, what: string, file: string): Promise<string> {
  await goTo(page, "Settings");
  await choose(page.getByLabel("What to save"), { label: what });
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Save an archive" }).click(),
  ]);
  await expect(said(page, /^\d[\d,]* records saved/)).toBeVisible();
  await download.saveAs(file);
  return download.suggestedFilename();
}

const preview = (page: Page) => page.getByRole("region", { name: "What would be taken in" });

async function open(page: Page, file: string): Promise<void> {
  await page.getByLabel("An archive (.gaman.zip)").setInputFiles(file);
}

async function deleteAll(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Delete everything" }).click();
  const asked = page.getByRole("alertdialog");
  await expect(asked.getByRole("button", { name: "Delete everything for good" })).toBeDisabled();
  await asked.getByLabel("Type “delete” to go on").fill("delete");
  await asked.getByRole("button", { name: "Delete everything for good" }).click();
  await expect(page.getByRole("button", { name: "Open the demo painting" })).toBeVisible();
}

test("all of it is saved, deleted for good, and comes back whole; a second time nothing doubles", async ({
  page,
}, info) => {
  const file = info.outputPath("all.gaman.zip");
  await mixOne(page);
  expect(await saveArchive(page, "everything", file)).toMatch(/^gaman-\d{4}-\d\d-\d\d\.gaman\.zip$/);
  await expect(page.getByText(/last archive of everything was saved less than a minute ago/)).toBeVisible();

  await deleteAll(page);
  const left = await page.evaluate(async () => ({
    databases: (await indexedDB.databases()).map(({ name }) => name),
    remembered: Object.keys(localStorage),
  }));
  // What is there again is the empty store that the page opened again.
  expect(left.databases.filter((name) => name !== "gaman")).toEqual([]);
  expect(left.remembered.filter((key) => key !== "gaman-room")).toEqual([]);
  await goTo(page, "Log");
  await expect(page.getByText("Each match that you keep is recorded here")).toBeVisible();

  await goTo(page, "Settings");
  await open(page, file);
  await expect(preview(page).getByRole("row", { name: /^matches 1 0 0/ })).toBeVisible();
  await expect(preview(page).getByRole("row", { name: /^tubes 3 0 0/ })).toBeVisible();
  await goTo(page, "Table");
  await expect(page.getByRole("heading", { name: "Jetty" })).toHaveCount(0);
  await goTo(page, "Settings");
  await open(page, file);
  await preview(page).getByRole("button", { name: "Take it in" }).click();
  await expect(page.getByText("all.gaman.zip was taken in.")).toBeVisible();
  await goTo(page, "Table");
  await expect(page.getByRole("heading", { name: "Jetty" })).toBeVisible();
  await goTo(page, "Log");
  await page.getByRole("button", { name: /Planks/ }).click();
  await expect(page.getByRole("dialog").getByText("What went in")).toBeVisible();
  await page.getByRole("button", { name: "Close" }).click();

  await goTo(page, "Settings");
  await open(page, file);
  await expect(preview(page).getByText("All of it is here already")).toBeVisible();
  await preview(page).getByRole("button", { name: "leave it" }).click();
  // Taken back, the store is as it was before: empty.
  await page.getByRole("button", { name: "take it back" }).click();
  await expect(page.getByText("The import was taken back")).toBeVisible();
  await goTo(page, "Table");
  await expect(page.getByRole("button", { name: "Open the demo painting" })).toBeVisible();
  // That was wanted, and is not told as a loss.
  await page.reload();
  await expect(page.getByRole("button", { name: "Open the demo painting" })).toBeVisible();
  await expect(page.getByText(/was here on/)).toHaveCount(0);
});

test("a painting is shared: its notes, piles and tubes come into another box, and what differs is asked about", async ({
  page,
}, info) => {
  const file = info.outputPath("slipway.gaman.zip");
  await openDemo(page);
  expect(await saveArchive(page, "the painting Slipway, low tide", file)).toMatch(/^slipway-low-tide-/);
  await page.getByRole("button", { name: "Back to my own work" }).click();
  await mixOne(page);
  await goTo(page, "Settings");
  await open(page, file);
  await expect(preview(page).getByRole("row", { name: /^notes 9 0 0/ })).toBeVisible();
  await preview(page).getByRole("button", { name: "Take it in" }).click();
  await expect(page.getByText("slipway.gaman.zip was taken in.")).toBeVisible();
  // One's own painting is still the one in hand; the other is found.
  await goTo(page, "Table");
  await expect(page.getByRole("heading", { name: "Jetty" })).toBeVisible();
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox", { name: "Find anything" }).fill("low tide");
  await page.getByRole("option", { name: /Slipway, low tide painting/ }).click();
  await expect(page.getByRole("heading", { name: "Slipway, low tide" })).toBeVisible();
  await expect(page.getByRole("img", { name: /Slipway|picture/i }).first()).toBeVisible();

  // Worked on here since, a record differs from the archive's: mine stays unless the other is asked for.
  await goTo(page, "Log");
  await page.getByRole("button", { name: /Rope/ }).click();
  await page.getByRole("textbox", { name: "Remark" }).fill("mine");
  await page.getByRole("button", { name: "Keep the remark" }).click();
  await expect(page.getByText("kept", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Close" }).click();
  await goTo(page, "Settings");
  await open(page, file);
  await expect(preview(page).getByRole("row", { name: /^matches 0 1 1/ })).toBeVisible();
  await preview(page).getByRole("radio", { name: "take the archive’s" }).click();
  await preview(page).getByRole("button", { name: "Take it in" }).click();
  await expect(page.getByText("slipway.gaman.zip was taken in.")).toBeVisible();
  await page.getByRole("button", { name: "take it back" }).click();
  await expect(page.getByText("The import was taken back")).toBeVisible();
  await goTo(page, "Log");
  await page.getByRole("button", { name: /Rope/ }).click();
  await expect(page.getByRole("textbox", { name: "Remark" })).toHaveValue("mine");
});

test("a file that is not an archive, or not a whole one, is refused with a reason", async ({
  page,
}, info) => {
  const whole = info.outputPath("demo.gaman.zip");
  await openDemo(page);
  await saveArchive(page, "everything", whole);
  const bytes = readFileSync(whole);
  for (const [name, content, reason] of [
    ["short.gaman.zip", bytes.subarray(0, bytes.length - 900), /not a whole zip file/],
    ["letter.gaman.zip", Buffer.from("dear painter"), /not a whole zip file/],
    ["flipped.gaman.zip", flipped(bytes), /damaged|not a whole zip/],
  ] as const) {
    const file = info.outputPath(name);
    writeFileSync(file, content);
    await open(page, file);
    await expect(page.getByRole("alert").filter({ hasText: reason })).toBeVisible();
    await expect(preview(page)).toHaveCount(0);
  }
  // The next one is taken as if nothing had been.
  await open(page, whole);
  await expect(preview(page).getByText("All of it is here already")).toBeVisible();
});

/** A bit in the middle of the file, where a picture lies. */
function flipped(bytes: Buffer): Buffer {
  const changed = Buffer.from(bytes);
  const middle = Math.floor(changed.length / 2);
  changed[middle] = (changed[middle] ?? 0) ^ 4;
  return changed;
}

test("recipes, readings and the log are saved for spreadsheets", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Settings");
  for (const [button, header, lines] of [
    ["recipes as CSV", "recipe,painting,note,made,order,tube,pigments,parts", 3],
    ["readings as CSV", "reading,painting,note,pile,taken,film,source,light,read_L", 30],
    ["the log as CSV", "match,painting,note,kept,verdict,checked,target_L", 30],
  ] as const) {
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: button }).click(),
    ]);
    const text = readFileSync(await download.path(), "utf8");
    expect(text.startsWith(header)).toBe(true);
    expect(text.trimEnd().split("\r\n").length).toBeGreaterThan(lines);
  }
});

test("the Table says when matches have waited long enough for an archive", async ({ page }) => {
  await page.clock.install({ time: new Date("2026-11-02T10:00:00") });
  await mixOne(page);
  await goTo(page, "Table");
  await expect(page.getByText("in this browser only")).toHaveCount(0);
  await page.clock.setFixedTime(new Date("2026-11-17T10:00:00"));
  await page.reload();
  await expect(page.getByText("One match is in this browser only.")).toBeVisible();
  await page.getByRole("link", { name: "Save one" }).click();
  await expect(page.getByRole("button", { name: "Save an archive" })).toBeInViewport();
});
