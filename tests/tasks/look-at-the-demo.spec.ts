/** The demo never mixes with one's own work. */
import { expect, goTo, openDemo, startPainting, test, trayNote, typeNote } from "./pages/studio";
import { choose } from "./pages/choose";

test("one's own work is untouched by opening, using and removing the demo", async ({ page }) => {
  await startPainting(page, "Own picture", ["Raw umber", "Titanium white PW6"]);
  await typeNote(page, "50 3 9", "Own note");
  await goTo(page, "Settings");
  await page.getByRole("button", { name: "Open the demo painting" }).click();
  await goTo(page, "Table");
  await expect(page.getByRole("heading", { name: "Slipway, low tide" })).toBeVisible();
  await expect(page.getByText("Own note")).toHaveCount(0);
  await page.getByRole("button", { name: "Remove the demo" }).click();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Slipway, low tide" })).toBeVisible();
  await page.getByRole("button", { name: "Remove the demo" }).click();
  await expect(page.getByRole("heading", { name: "Own picture" })).toBeVisible();
  await expect(page.getByText("Own note").first()).toBeVisible();
  await page.reload();
  await expect(page.getByRole("heading", { name: "Own picture" })).toBeVisible();
  const databases = () => page.evaluate(async () => (await indexedDB.databases()).map(({ name }) => name));
  await expect.poll(databases).toEqual(["gaman"]);
});

test("a dry check on the table moves the note on", async ({ page }) => {
  await openDemo(page);
  await expect(page.getByText("1 of 9 notes checked dry")).toBeVisible();
  await page.getByRole("button", { name: "Dry, still right" }).click();
  await expect(page.getByText("2 of 9 notes checked dry")).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByText("1 of 9 notes checked dry")).toBeVisible();
  await page.getByRole("button", { name: "Dry, still right" }).click();
  await expect(page.getByText("2 of 9 notes checked dry")).toBeVisible();
  await page.reload();
  await expect(page.getByText("2 of 9 notes checked dry")).toBeVisible();
});

test("another painting of the demo can be opened and left", async ({ page }) => {
  await openDemo(page);
  await choose(page.getByLabel("Painting", { exact: true }), { label: "Things on the sill" });
  await expect(page.getByRole("heading", { name: "Things on the sill" })).toBeVisible();
  await expect(page.getByText("Every note is mixed and checked dry.")).toBeVisible();
});

test("a view is gone to at its top, and gone back to where it was left", async ({ page }) => {
  await openDemo(page);
  const view = page.locator("#view");
  const top = () => view.evaluate((element) => element.scrollTop);
  const scrollTo = (place: number) =>
    view.evaluate((element, y) => {
      element.scrollTop = y;
    }, place);
  await goTo(page, "Mix");
  // Less than the height of the board, which a browser takes for the top of the page.
  await scrollTo(60);
  await goTo(page, "Table");
  await expect.poll(top).toBe(0);
  await scrollTo(120);
  await expect.poll(top).toBe(120);
  await trayNote(page, /^5 Lichen/).click();
  await expect(page.getByRole("button", { name: "All added" })).toBeVisible();
  await scrollTo(250);
  await expect.poll(top).toBe(250);
  await trayNote(page, /^7 Sky in puddle/).click();
  await expect(page.getByRole("heading", { name: "Mix note 7, Sky in puddle" })).toBeAttached();
  await expect.poll(top).toBe(0);
  await page.goBack();
  await expect.poll(top).toBe(250);
  await page.goBack();
  await expect(page.getByRole("heading", { name: "Slipway, low tide" })).toBeVisible();
  await expect.poll(top).toBe(120);
});
