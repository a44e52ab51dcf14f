/** The box, one tube, its test, and what follows for recipes and records. */
import { readFile } from "node:fs/promises";
import type { Page } from "@playwright/test";
import { boxOf, expect, goTo, openDemo, openTube, test, trayNote, said } from "./pages/studio";
import { benchOf, readingOf } from "./pages/bench";
import { choose } from "./pages/choose";

async function recipesOf(page: Page, note: RegExp): Promise<string> {
  await trayNote(page, note).click();
  const recipes = benchOf(page).recipes;
  await expect(recipes).toContainText("ΔE");
  return recipes.innerText();
}

/** Tabs until the control has the focus, then presses a key on it. */
async function pressOn(page: Page, name: string | RegExp, key = "Enter"): Promise<void> {
  const control = page.getByRole("button", { name, exact: typeof name === "string" });
  for (let i = 0; i < 60; i++) {
    if (await control.evaluate((element) => element === document.activeElement)) break;
    await page.keyboard.press("Tab");
  }
  await expect(control).toBeFocused();
  await page.keyboard.press(key);
}

/** Moves the patch on its rail, in L*. */
async function lighten(page: Page, by: number): Promise<void> {
  await page.getByRole("slider", { name: "Value of the patch" }).focus();
  for (let i = 0; i < Math.abs(by); i++) await page.keyboard.press(by > 0 ? "ArrowRight" : "ArrowLeft");
}

test("a tube is tested by eye with two dabs by keyboard, recipes follow, and the test is undone", async ({
  page,
}) => {
  await openDemo(page);
  const before = await recipesOf(page, /Rope/);
  await openTube(page, "Raw umber");
  await expect(page.getByText("A generic model: typical for the pigment")).toBeVisible();
  await pressOn(page, "Test this tube");
  const drawer = page.getByRole("dialog");
  await expect(drawer).toBeVisible();
  await lighten(page, 8);
  await pressOn(page, "It looks the same");
  await expect(drawer.getByText("the tube alone").last()).toBeVisible();
  await lighten(page, 5);
  await pressOn(page, "It looks the same");
  await pressOn(page, "Fit the tube to these");
  await expect(drawer.getByText("Its tints are now known to about")).toBeVisible();
  await pressOn(page, "Keep it");
  await expect(drawer).toBeHidden();
  await expect(boxOf(page).getByRole("button", { name: /Raw umber/ })).toContainText("2 readings");
  expect(await recipesOf(page, /Rope/)).not.toBe(before);
  await openTube(page, "Raw umber");
  await page.getByRole("button", { name: "undo the last test" }).click();
  await expect(page.getByText("A generic model: typical for the pigment")).toBeVisible();
  expect(await recipesOf(page, /Rope/)).toBe(before);
});

test("the simulated colorimeter reads what is in the tube, and a step can be given up", async ({ page }) => {
  await openDemo(page);
  await openTube(page, "Viridian");
  await page.getByRole("button", { name: "Test this tube" }).click();
  const drawer = page.getByRole("dialog");
  await readingOf(drawer, "the dab", "measure it");
  await expect(drawer.getByText("stands in for a real one")).toBeVisible();
  const connect = drawer.getByRole("button", { name: "Connect", exact: true });
  const disconnect = drawer.getByRole("button", { name: "disconnect" });
  // A machine that is slow for a while gives up too late, and does it once more.
  await expect(async () => {
    if (await disconnect.isVisible()) await disconnect.click();
    await connect.click();
    await drawer.getByRole("button", { name: "give up" }).click({ timeout: 2_000 });
  }).toPass();
  await expect(drawer.getByText("Given up.")).toBeVisible();
  for (let taken = 0; taken < 2; ) {
    if (await connect.isVisible()) {
      await connect.click();
      await drawer.getByRole("button", { name: /Calibrate/ }).click();
    }
    const measure = drawer.getByRole("button", { name: "Measure the dab" });
    await expect(measure).toBeEnabled();
    await measure.click();
    // Held unsteadily, or the cable out: the instrument says so, and it is done again.
    await expect(drawer.locator("[data-says]").last()).toHaveText(/Read\.|steadily|cable/);
    taken = await drawer.locator("section li").count();
  }
  await drawer.getByRole("button", { name: "Fit the tube to these" }).click();
  await drawer.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByText("its tints, usually within")).toBeVisible();
  await expect(page.getByText("against the generic model")).toBeVisible();
});

test("a reading that cannot be true is refused with the reason", async ({ page }) => {
  await openDemo(page);
  await openTube(page, "Yellow ochre");
  await page.getByRole("button", { name: "Test this tube" }).click();
  const drawer = page.getByRole("dialog");
  await readingOf(drawer, "the dab", "type it");
  const field = drawer.getByLabel("Hex or CIELAB (D65) of the dab");
  await field.fill("60 14 46");
  await drawer.getByRole("button", { name: "Record this reading" }).click();
  await drawer.getByLabel("Hex or CIELAB (D65) of the dab").fill("40 10 20");
  await drawer.getByRole("button", { name: "Record this reading" }).click();
  await expect(drawer.getByRole("alert")).toContainText("More white cannot darken a paint");
  await expect(drawer.locator("section li")).toHaveCount(1);
});

test("a new name changes no prediction", async ({ page }) => {
  await openDemo(page);
  const before = await recipesOf(page, /Lichen/);
  await openTube(page, "Prussian blue");
  await page.getByRole("button", { name: "Edit" }).click();
  await page.getByLabel("Name on your label").fill("Sky stuff");
  await page.getByRole("button", { name: "Keep these" }).click();
  await expect(page.getByRole("heading", { name: "Sky stuff", level: 2 })).toBeVisible();
  expect(await recipesOf(page, /Lichen/)).toBe(before.replaceAll("Prussian blue", "Sky stuff"));
});

test("a wrong price is refused beside its field, and nothing is lost", async ({ page }) => {
  await openDemo(page);
  await openTube(page, "Viridian");
  await page.getByRole("button", { name: "Edit" }).click();
  await page.getByLabel("Price").fill("twelve");
  await page.getByLabel("Batch").fill("B 7");
  await page.getByRole("button", { name: "Keep these" }).click();
  await expect(
    page.getByText("“twelve” is no number. Type a number from 0.01 to 100,000, or leave it empty."),
  ).toBeVisible();
  await expect(page.getByLabel("Batch")).toHaveValue("B 7");
  await page.getByLabel("Price").fill("€ 12,50");
  await page.getByLabel("Tube holds, ml").fill("37 ml");
  await page.getByRole("button", { name: "Keep these" }).click();
  await expect(page.getByText("cost 12.5")).toBeVisible();
  await page.getByRole("button", { name: "Edit" }).click();
  await expect(page.getByLabel("Tube holds, ml")).toHaveValue("37");
});

test("a deleted tube leaves the board, stays readable in the records, and can be put back", async ({
  page,
}) => {
  await openDemo(page);
  await openTube(page, "Raw umber");
  await page.getByRole("button", { name: "more for this tube" }).click();
  await page.getByRole("menuitem", { name: "Delete it" }).click();
  await expect(said(page, "Raw umber is out of the box.")).toBeVisible();
  await expect(page.getByRole("region", { name: "Board" })).not.toContainText("Raw umber");
  await goTo(page, "Log");
  await page.getByRole("button", { name: "Bottle glass" }).click();
  await expect(page.getByRole("dialog")).toContainText("Raw umber (no longer in the box)");
  await page.keyboard.press("Escape");
  await openTube(page, "Prussian blue");
  await page.getByRole("button", { name: "more for this tube" }).click();
  await page.getByRole("menuitem", { name: "Delete it" }).click();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByRole("region", { name: "Board" })).toContainText("Prussian blue");
});

test("the box is searched by words and properties, filtered, and seen as a table", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Tubes");
  const box = boxOf(page);
  const search = box.getByLabel("Find by name, code, family, property");
  await search.fill("cadmium");
  await expect(box.getByText("2 of 19")).toBeVisible();
  await search.fill("granulates blue");
  await expect(box.getByRole("button", { name: /Ultramarine blue/ })).toBeVisible();
  await search.fill("");
  await box.getByText("filters and view").click();
  await box.getByLabel("single pigment only").check();
  await expect(box.getByText("18 of 19")).toBeVisible();
  await box.getByLabel("without cadmium").check();
  await expect(box.getByText("16 of 19")).toBeVisible();
  await box.getByRole("radio", { name: "table" }).click();
  await box.getByRole("button", { name: "Chroma" }).click();
  await expect(box.getByRole("row").nth(1)).toContainText(/yellow|red/i);
  await search.fill("no such paint");
  await expect(box.getByText("Take a filter away")).toBeVisible();
});

test("tubes are added from the library and by the label, a mixture as a blend of its pigments", async ({
  page,
}) => {
  await openDemo(page);
  await goTo(page, "Tubes");
  await page.getByRole("button", { name: "add tubes" }).click();
  const drawer = page.getByRole("dialog");
  await drawer.getByLabel("Name on the label").fill("Marsh green");
  await drawer.getByLabel("Pigments, such as PY74 PG7").fill("PX999");
  await drawer.getByRole("button", { name: "Put it in the box", exact: true }).last().click();
  await expect(drawer.getByRole("alert")).toContainText("No generic paint is made of PX999");
  await drawer.getByLabel("Pigments, such as PY74 PG7").fill("PY42 PG18");
  await drawer.getByRole("button", { name: "Put it in the box", exact: true }).last().click();
  await expect(page.getByRole("heading", { name: "Marsh green", level: 2 })).toBeVisible();
  await expect(page.getByText("PY42 + PG18, a mixture, oil")).toBeVisible();
  await page.getByRole("button", { name: "add tubes" }).click();
  await drawer.getByRole("checkbox", { name: /Cobalt blue/ }).check();
  await drawer.getByRole("button", { name: "Put it in the box", exact: true }).first().click();
  await expect(page.getByRole("heading", { name: "Cobalt blue", level: 2 })).toBeVisible();
  await expect(page.getByText("Can make the skin and the lungs sensitive")).toBeVisible();
});

test("a tube without a label is read by eye and in figures, and starts from what it is most like", async ({
  page,
}) => {
  await openDemo(page);
  await goTo(page, "Tubes");
  await page.getByRole("button", { name: "add tubes" }).click();
  const drawer = page.getByRole("dialog");
  const unknown = drawer.getByRole("region", { name: "By its colour" });
  await readingOf(unknown, "the tube alone", "by eye");
  const alone = unknown.getByRole("slider", { name: /^Value/ });
  await alone.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press("PageDown");
  await unknown.getByRole("button", { name: "It looks the same" }).click();
  const told = unknown.getByText(/give or take \d+°/);
  await expect(told).toBeVisible();
  await readingOf(unknown, "the tube alone", "type it");
  await unknown.getByLabel("Hex or CIELAB (D65) of the tube alone").fill("dark blue");
  await page.keyboard.press("Enter");
  await expect(unknown.getByRole("alert")).toContainText("neither hex");
  const glossIn = unknown.getByRole("checkbox", { name: /counted the gloss in/ });
  await expect(glossIn).toHaveCount(0);
  await unknown.getByLabel("Hex or CIELAB (D65) of the tube alone").fill("26 0 -3.5");
  await glossIn.check();
  await unknown.getByRole("button", { name: "Record this reading" }).click();
  // Four hundredths of mirror light less: a dark colour is darker by some steps of L*.
  await expect(unknown.getByText(/value 2[¼½¾]?,/)).toBeVisible();
  await expect(told).toContainText("Perhaps");
  await readingOf(unknown, "the tint", "type it");
  await unknown.getByLabel("Hex or CIELAB (D65) of the tint").fill("46 -14 -28");
  await page.keyboard.press("Enter");
  await expect(told).toHaveText(/^Blue.* in white, give or take \d+°/);
  // The tint again, as a bright blue that was dulled with its opposite and lightened until it looked the same.
  await unknown.getByRole("button", { name: "by a mixture that looks the same" }).nth(1).click();
  await choose(unknown.getByLabel("bright tube", { exact: true }), { label: "Prussian blue" });
  await unknown.getByLabel("parts of its opposite").fill("many");
  await expect(unknown.getByText("A number from 0 to 1000")).toBeVisible();
  await expect(unknown.getByRole("button", { name: "They look the same" })).toBeDisabled();
  await unknown.getByLabel("parts of its opposite").fill("0,2");
  await unknown.getByLabel("parts of white").fill("40");
  await unknown.getByRole("button", { name: "They look the same" }).click();
  await expect(told).toHaveText(/^(?:Perhaps b|B)lue.* in white, give or take \d+°/);
  const first = drawer.getByRole("list", { name: "Most like it" }).getByRole("listitem").first();
  await expect(first).toContainText(/blue .*% likely/i);
  await first.getByRole("button").click();
  await expect(page.getByRole("heading", { name: /^Unknown, like/, level: 2 })).toBeVisible();
  await expect(page.getByText("Treat it with the care of the worst it might be")).toBeVisible();
});

test("a list of tubes comes from a file, whole or not at all, and the box is saved as one", async ({
  page,
}) => {
  await openDemo(page);
  await goTo(page, "Tubes");
  await page.getByRole("button", { name: "add tubes" }).click();
  const drawer = page.getByRole("dialog");
  const chooser = drawer.getByLabel(/CSV with the columns label and pigments/);
  const csv = (content: string) => ({ name: "list.csv", mimeType: "text/csv", buffer: Buffer.from(content) });
  await chooser.setInputFiles(csv("label,pigments\nQuay blue,PB29\nMystery,PX1"));
  await expect(drawer.getByRole("alert")).toContainText("list.csv, line 3: No generic paint is made of PX1");
  await chooser.setInputFiles(csv("label,pigments,price\nQuay blue,PB29,7.5\nQuay green,PG18,8"));
  await expect(page.getByRole("heading", { name: "Quay blue", level: 2 })).toBeVisible();
  await expect(boxOf(page).getByText("21 of 21")).toBeVisible();
  await page.getByRole("button", { name: "add tubes" }).click();
  const [saved] = await Promise.all([
    page.waitForEvent("download"),
    drawer.getByRole("button", { name: "save the box as CSV" }).click(),
  ]);
  expect(await readFile(await saved.path(), "utf8")).toContain("Quay blue,PB29,oil");
});

test("a tube keeps a photo, and a file that is none is refused", async ({ page }) => {
  await openDemo(page);
  await openTube(page, "Viridian");
  const chooser = page.getByLabel("add a photo of it");
  await chooser.setInputFiles({
    name: "no.jpg",
    mimeType: "image/jpeg",
    buffer: Buffer.from("not a picture"),
  });
  await expect(page.getByRole("main").getByRole("alert")).toContainText("could not be read as a picture");
  await chooser.setInputFiles("public/demo/slipway.jpg");
  await expect(page.getByRole("img", { name: "Photo of Viridian" })).toBeVisible();
  await page.reload();
  await openTube(page, "Viridian");
  await expect(page.getByRole("img", { name: "Photo of Viridian" })).toBeVisible();
  await page.getByRole("button", { name: "take the photo away" }).click();
  await expect(page.getByRole("img", { name: "Photo of Viridian" })).toHaveCount(0);
});

test("two tubes stand side by side, with what could stand in", async ({ page }) => {
  await openDemo(page);
  await openTube(page, "Burnt sienna");
  await page.getByRole("button", { name: "Compare with" }).click();
  const drawer = page.getByRole("dialog");
  await expect(drawer.getByLabel("The other tube")).toHaveText("Transparent red oxide");
  await expect(drawer.getByRole("row")).toHaveCount(8);
  await expect(drawer.getByText("Without it")).toBeVisible();
  await expect(drawer.getByText(/At equal value in white, .* imitates it/)).toBeVisible();
});

test("readings are saved as a file and read back from it, and a broken file is refused with line and reason", async ({
  page,
}) => {
  await openDemo(page);
  await openTube(page, "Viridian");
  const [saved] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "save its predicted ladder as CGATS" }).click(),
  ]);
  expect(saved.suggestedFilename()).toBe("viridian-predicted.txt");
  const text = await readFile(await saved.path(), "utf8");
  await openTube(page, "Raw umber");
  await page.getByRole("button", { name: "Test this tube" }).click();
  const drawer = page.getByRole("dialog");
  await readingOf(drawer, "the dab", "from a file");
  const chooser = drawer.getByLabel(/CGATS text or CSV/);
  const fileOf = (name: string, content: string) => ({
    name,
    mimeType: "text/plain",
    buffer: Buffer.from(content),
  });
  await chooser.setInputFiles(fileOf("cut.txt", text.slice(0, 900)));
  await expect(drawer.getByRole("alert")).toContainText(
    /cut\.txt was not read: line \d+, .*Nothing was changed/,
  );
  await chooser.setInputFiles(fileOf("viridian.txt", text));
  await expect(drawer.getByText("Find among 7 readings of viridian.txt")).toBeVisible();
  for (const place of [0, 4])
    await drawer
      .getByRole("button", { name: /^take Viridian/ })
      .nth(place)
      .click();
  await expect(drawer.locator("section li")).toHaveCount(2);
  await drawer.getByRole("button", { name: "Fit the tube to these" }).click();
  await drawer.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByText("opens to a green").or(page.getByText("On the board a green"))).toBeVisible();
});

test("cautions stand in one place, highest class first, and look-alikes on the board are named", async ({
  page,
}) => {
  await openDemo(page);
  await goTo(page, "Tubes");
  await page.getByRole("button", { name: "cautions" }).click();
  const drawer = page.getByRole("dialog");
  await expect(drawer.getByRole("listitem").first()).toContainText("Cadmium. Do not breathe its dust");
  await expect(drawer.getByRole("listitem").first()).toContainText("Cadmium red light");
  await expect(drawer).toContainText("Rags and paper with oil can heat up by themselves");
  expect(await drawer.innerText()).not.toMatch(/\bsafe\b/i);
  await page.keyboard.press("Escape");
  await expect(page.getByText("look alike on the board")).toHaveCount(0);
  await goTo(page, "Table");
  await page.getByRole("button", { name: "Change the board" }).click();
  await page.getByRole("checkbox", { name: /Burnt sienna/ }).check();
  await page.getByRole("checkbox", { name: /Transparent red oxide/ }).check();
  await page.getByRole("button", { name: "Lay out this board" }).click();
  await goTo(page, "Tubes");
  await expect(
    page.getByText("Burnt sienna and Transparent red oxide look alike on the board"),
  ).toBeVisible();
});

test("on a phone one tube is read at a time", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openDemo(page);
  await openTube(page, "Ivory black");
  await expect(boxOf(page)).toBeHidden();
  await page.getByRole("button", { name: "all tubes" }).click();
  await expect(boxOf(page)).toBeVisible();
});

test("the dab that tells most about the board is named, and leads to its tube", async ({ page }) => {
  await openDemo(page);
  await openTube(page, "Titanium white");
  const advice = page.getByText(/The dab that tells most now/);
  await expect(advice).toBeVisible();
  await expect(advice).toContainText(/mixtures surer by \d+ %/);
  const named = await advice.locator("span").first().innerText();
  await page.getByRole("button", { name: `open ${named}` }).click();
  await expect(page.getByRole("heading", { name: named, level: 2 })).toBeVisible();
  await expect(page.getByRole("button", { name: `open ${named}` })).toHaveCount(0);
});
