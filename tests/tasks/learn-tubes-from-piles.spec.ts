/** What tubes are learned from beside numbers: photos with a card, recorded piles; and what is taken back. */
import { deltaE2000, labD65, labFromSrgb, type LabD65 } from "@/core";
import { srgb } from "@/core/color/types";
import type { Locator } from "@playwright/test";
import { boxOf, expect, openDemo, openTube, test } from "./pages/studio";
import { readingOf } from "./pages/bench";
import { photoOfTwo, touchAcross } from "./pages/twoPatches";

/** The colour that is painted on a patch, read back from its style. */
async function labOfPatch(patch: Locator): Promise<LabD65> {
  const color = await patch.evaluate((element) => getComputedStyle(element).backgroundColor);
  const [red = Number.NaN, green = Number.NaN, blue = Number.NaN] = (color.match(/[\d.]+/g) ?? []).map(
    Number,
  );
  return labFromSrgb(srgb(red / 255, green / 255, blue / 255));
}

test("a photo with a card in it gives the dab's colour, and a card that is burnt out is refused", async ({
  page,
}) => {
  const dab = labD65(52, 14, 30);
  await openDemo(page);
  await openTube(page, "Yellow ochre");
  await page.getByRole("button", { name: "Test this tube" }).click();
  const sheet = page.getByRole("dialog");
  await readingOf(sheet, "the dab", "photograph it");
  const chooser = sheet.getByLabel("Photo of the strip and the card");
  const send = async (card: LabD65, light: readonly number[]): Promise<Locator> => {
    await chooser.setInputFiles({
      name: "strip.png",
      mimeType: "image/png",
      buffer: await photoOfTwo(card, dab, light),
    });
    const stage = sheet.getByRole("application");
    await expect(stage).toBeVisible();
    return stage;
  };
  await touchAcross(await send(labD65(94, 0, 0), [1.4, 1.4, 1.4]), 0.25);
  await expect(sheet.getByRole("alert")).toContainText("The card is burnt out: 100 % of it");

  const stage = await send(labD65(94, 0, 0), [0.95, 0.6, 0.3]);
  await touchAcross(stage, 0.25);
  await expect(sheet.getByText("The card is read.")).toBeVisible();
  await sheet.getByRole("radio", { name: "the dab" }).click();
  await touchAcross(stage, 0.75);
  await expect(sheet.getByText("Left as photographed, right by the card")).toBeVisible();
  expect(deltaE2000(await labOfPatch(sheet.getByRole("img", { name: /^Corrected/ })), dab)).toBeLessThan(1);
  expect(
    deltaE2000(await labOfPatch(sheet.getByRole("img", { name: /^In the photo/ })), dab),
  ).toBeGreaterThan(8);
  await sheet.getByRole("button", { name: "Record this reading" }).click();
  await expect(sheet.locator("section li")).toHaveCount(1);
  await sheet.getByRole("button", { name: "Fit the tube to these" }).click();
  await sheet.getByRole("button", { name: "Keep it" }).click();
  await expect(boxOf(page).getByRole("button", { name: /Yellow ochre/ })).toContainText("1 reading");
});

test("the demo's piles teach its five tubes, the page says so, and one undo takes it back in all", async ({
  page,
}) => {
  await openDemo(page);
  await openTube(page, "Prussian blue");
  await page.getByRole("button", { name: "learn from your piles" }).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet.getByText(/\d+ readings of piles, scraps and charts speak of 6 tubes/)).toBeVisible();
  await sheet.getByRole("button", { name: "Learn from them" }).click();
  const outcome = sheet.getByText(/Predictions of your piles missed by/);
  await expect(outcome).toBeVisible();
  const [before = Number.NaN, after = Number.NaN] = [
    ...(await outcome.innerText()).matchAll(/ΔE (\d+\.\d)/g),
  ].map((match) => Number(match[1]));
  expect(after).toBeLessThan(before);
  await sheet.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByText("piles with it, missed by")).toBeVisible();
  await expect(boxOf(page).getByText(/\d+ piles/)).toHaveCount(6);
  await page.getByRole("button", { name: "undo what the piles taught, in all tubes" }).click();
  await expect(boxOf(page).getByText(/\d+ piles/)).toHaveCount(0);
});

test("a tube deleted long ago is found among the deleted ones and put back", async ({ page }) => {
  await openDemo(page);
  await openTube(page, "Viridian");
  await page.getByRole("button", { name: "more for this tube" }).click();
  await page.getByRole("menuitem", { name: "Delete it" }).click();
  await expect(page.getByText("Viridian is out of the box.")).toBeVisible();
  await page.reload();
  const box = boxOf(page);
  await box.getByText("filters and view").click();
  await box.getByLabel("deleted, to put back").check();
  await box.getByRole("button", { name: /Viridian/ }).click();
  await expect(page.getByText("Deleted: it stays here for the recipes")).toBeVisible();
  await page.getByRole("button", { name: "Put it back into the box" }).click();
  await expect(page.getByRole("button", { name: "Test this tube" })).toBeVisible();
  await box.getByLabel("deleted, to put back").uncheck();
  await expect(box.getByRole("button", { name: /Viridian/ })).toBeVisible();
});
