/** Paint that needs no target: laid, named, read, kept, and used wherever a tube would be. */
import type { Page } from "@playwright/test";
import { deltaE2000, type LabD65, labD65 } from "@/core";
import { benchOf, NEXT_STEP, formOf, readingOf, recordIn } from "./pages/bench";
import { board, dose, measurePile } from "./pages/hand";
import { rowsOf } from "./pages/store";
import { expect, openDemo, startPainting, test, trayNote, typeNote } from "./pages/studio";

const pile = (page: Page) => page.getByRole("region", { name: "The pile" });
const newPile = (page: Page) => trayNote(page, "new pile");

async function layPremix(page: Page, name: string): Promise<void> {
  await newPile(page).click();
  await dose(page, "Pyrrole red", "1 part");
  await dose(page, "Raw umber", "1 part");
  await page.getByLabel("What you call it").fill(name);
  await page.getByRole("button", { name: "Name it" }).click();
  await expect(pile(page).getByRole("heading", { name: new RegExp(`^${name}`) })).toBeVisible();
}

/** The mean of four readings of the pile, or of a few more where they come late: one of a dark paint alone has noise of about half a ΔE. */
async function measuredMean(page: Page): Promise<LabD65> {
  const readings = () => rowsOf(page, "readings", "gaman-demo");
  const before = (await readings()).length;
  await expect(async () => {
    // The cable may have come out: then it is connected once more.
    await measurePile(page);
    expect((await readings()).length).toBeGreaterThanOrEqual(before + 4);
  }).toPass({ timeout: 120_000 });
  const taken = [...(await readings())]
    .sort((one, other) => Number(one.takenAt) - Number(other.takenAt))
    .slice(before)
    .map(({ color }) => (color as { lab: [number, number, number] }).lab);
  const mean = (axis: 0 | 1 | 2) => taken.reduce((sum, lab) => sum + lab[axis], 0) / taken.length;
  return labD65(mean(0), mean(1), mean(2));
}

test("a premix is laid, read, kept, goes into a recipe and by hand, and is mixed again larger as it was", async ({
  page,
}) => {
  await openDemo(page);
  await layPremix(page, "red-brown");
  await readingOf(page, "the pile", "measure it");
  const first = await measuredMean(page);
  await expect(pile(page).getByText("as believed").first()).toBeVisible();
  // Read, it is nobody's match: no verdict, no note.
  const matches = await rowsOf(page, "matches", "gaman-demo");
  await page.getByRole("button", { name: "Keep it for other piles" }).click();
  await expect(page.getByText("Kept for other piles")).toBeVisible();
  expect(await rowsOf(page, "matches", "gaman-demo")).toHaveLength(matches.length);
  await expect(trayNote(page, /^Pile red-brown/)).toBeVisible();

  await page.getByRole("link", { name: "Mix it again" }).click();
  await page.getByLabel("Parts in all").fill("6");
  // About as large as asked: a size near it may be laid closer to the colour.
  await expect(page.getByText(/^[5-7][¼½¾]? parts$/).first()).toBeVisible();
  await benchOf(page).addAll();
  await expect(page).toHaveURL(/pile=(?!new)/);
  await readingOf(page, "the pile", "measure it");
  const again = await measuredMean(page);
  await expect(pile(page).getByText("as believed").first()).toBeVisible();
  expect(deltaE2000(first, again)).toBeLessThan(1);

  // On the board of a note it lies as a tube of its own.
  await trayNote(page, /^3 Rust/).click();
  await expect(board(page).getByRole("button", { name: "Add red-brown to the pile" }).first()).toBeVisible();
});

test("with little else allowed, a premix carries the recipe and the next addition", async ({ page }) => {
  await openDemo(page);
  await layPremix(page, "red-brown");
  await page.getByRole("button", { name: "Keep it for other piles" }).click();
  await expect(page.getByText("Kept for other piles")).toBeVisible();
  await typeNote(page, "58 20 10", "Faded brick");
  await expect(benchOf(page).recipes).toContainText("ΔE");
  for (const tube of ["Pyrrole red", "Raw umber", "Arylide yellow", "Prussian blue"]) {
    const edit = page.getByRole("button", { name: "change it by hand" });
    if ((await edit.getAttribute("aria-expanded")) !== "true") await edit.click();
    const without = page.getByRole("button", { name: `Recipes without ${tube}` });
    const swap = benchOf(page).recipes.getByRole("radio", { name: tube }).first();
    if (!(await without.isVisible()) && (await swap.isVisible())) await swap.click();
    // The search may come to a recipe without it at just that moment: then the button is gone, and nothing is left to press.
    await expect(async () => {
      if (await without.isVisible()) await without.click({ timeout: 3_000 });
    }).toPass();
    await expect(
      page
        .getByRole("button", { name: `No longer left out: ${tube}` })
        .or(edit)
        .first(),
    ).toBeVisible();
  }
  const premixed = benchOf(page).recipes.getByRole("radio", { name: "red-brown" }).first();
  await expect(premixed).toBeVisible();
  await premixed.click();
  await benchOf(page).addAll();
  await expect(page.getByRole("button", { name: /^Done: .* red-brown/ })).toBeVisible();
  await readingOf(page, "the pile", "say it");
  await page.getByLabel("How the pile looks beside the target").fill("half a step too light, too dull");
  await recordIn(formOf(page, "the pile", "say it"));
  const next = page.getByRole("region", { name: NEXT_STEP });
  await expect(next.getByRole("button", { name: /^I added it: .*red-brown/ }).first()).toBeVisible();
});

test("a streaky pile promises nothing; covered paint stays; a kept match is corrected directly", async ({
  page,
}) => {
  await openDemo(page);
  await layPremix(page, "marble");
  await page.getByLabel("left streaky on purpose").click();
  await expect(pile(page).getByText("left streaky: it has no single colour").first()).toBeVisible();
  await expect(page.getByRole("group", { name: "How to read the pile" })).toBeHidden();
  await page.getByLabel("left streaky on purpose").click();
  await expect(page.getByRole("group", { name: "How to read the pile" })).toBeVisible();
  await page.getByLabel("covered").click();
  await expect(page.getByText("Usually soft for 3 days more.")).toBeVisible();

  await trayNote(page, /^5 Lichen/).click();
  await benchOf(page).addAll();
  await benchOf(page).looksTheSame.click();
  await benchOf(page).keep.click();
  await page.getByRole("button", { name: "correct it further" }).click();
  await expect(page.getByRole("button", { name: /^Done: .*rest of 5 Lichen/ })).toBeVisible();
  // What was read of it holds for the pile that goes on.
  await expect(page.getByText("Pile, as believed")).toBeVisible();
  await page.keyboard.press("u");
  await expect(benchOf(page).kept).toBeVisible();
});

test("on a phone, by touch: a pile of one's own, with the board under the thumb", async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await context.newPage();
  await startPainting(page, "Jug", ["Titanium white", "Raw umber"]);
  await newPile(page).tap();
  await board(page).getByRole("button", { name: "Add Raw umber to the pile" }).tap();
  await page.getByRole("dialog").getByRole("button", { name: "1 part", exact: true }).tap();
  await expect(page.getByRole("button", { name: "Done: 1 part Raw umber" })).toBeVisible();
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBe(0);
  await page.getByRole("button", { name: "Keep it for other piles" }).tap();
  await expect(page.getByText("Kept for other piles")).toBeVisible();
  await context.close();
});
