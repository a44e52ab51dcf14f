/** The demo never mixes with one's own work. */
import { expect, goTo, openDemo, startPainting, test, typeNote } from "./pages/studio";

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
  await page.getByLabel("Painting", { exact: true }).selectOption({ label: "Things on the sill" });
  await expect(page.getByRole("heading", { name: "Things on the sill" })).toBeVisible();
  await expect(page.getByText("Every note is mixed and checked dry.")).toBeVisible();
});
