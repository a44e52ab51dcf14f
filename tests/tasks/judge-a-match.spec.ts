/** At the bench: other amounts, undo, readings, tubes of one's own, and remixing from the log. */
import { expect, goTo, openDemo, startPainting, test, trayNote, typeNote } from "./pages/studio";
import { benchOf, readingOf } from "./pages/bench";
import { choose } from "./pages/choose";

test("what was really put down is recorded, changes the prediction, and can be undone", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^8 Slip wall/).click();
  const first = benchOf(page).ticks.first();
  await first.click();
  const done = page.getByRole("button", { name: /^Done:/ });
  // Until then the first row is still the one that was ticked.
  await expect(done).toHaveCount(1);
  const second = page.getByRole("button", { name: /^Add another amount/ }).first();
  await second.click();
  const amount = page.getByLabel(/^Parts of .* added$/);
  await amount.fill("none");
  await expect(page.getByText("Type the amount in parts")).toBeVisible();
  await amount.fill("1,5");
  await page.getByRole("button", { name: "I added it", exact: true }).click();
  await expect(done).toHaveCount(2);
  await expect(done.nth(1)).toHaveAccessibleName(/1½ parts/);
  const words = page.getByRole("region", { name: "Target and pile" });
  await expect(words.getByText("Pile, predicted")).toBeVisible();
  const overdosed = await words
    .getByText(/^ΔE .*(close enough for what it is for|not close enough yet)/)
    .textContent();
  await page.reload();
  await expect(done).toHaveCount(2);
  await benchOf(page).undo.click();
  await expect(done).toHaveCount(1);
  await expect(
    words.getByText(/^ΔE .*(close enough for what it is for|not close enough yet)/),
  ).not.toHaveText(overdosed ?? "");
  await benchOf(page).undo.click();
  await expect(page.getByRole("heading", { name: "Ways to mix it" })).toBeVisible();
  await expect(trayNote(page, /^8 Slip wall/)).toHaveAccessibleName(/not mixed yet/);
});

test("a reading by the rails is noted, and an addition after it makes it old", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^7 Sky in puddle/).click();
  await benchOf(page).addAll();
  await expect(benchOf(page).keep).toBeDisabled();
  const value = page.getByRole("slider", { name: /^Value of the pile/ });
  await value.focus();
  for (let i = 0; i < 14; i++) await page.keyboard.press("ArrowLeft");
  await expect(value).toHaveAttribute("aria-valuetext", /too dark$/);
  await expect(page.getByText("Pile, by your eye")).toBeVisible();
  await page.getByRole("button", { name: "Record this reading" }).click();
  await expect(page.getByText("Pile, as believed")).toBeVisible();
  await page.reload();
  await expect(page.getByText("Pile, as believed")).toBeVisible();
  await page.getByRole("button", { name: "Add another paint" }).click();
  await choose(page.getByLabel("Tube"), { label: "Titanium white" });
  await page.getByRole("button", { name: "Add it" }).click();
  await expect(page.getByText("Pile, predicted")).toBeVisible();
  await expect(benchOf(page).keep).toBeDisabled();
});

test("a rail says where the pile lies before it can be moved, in the same place and words as after", async ({
  page,
}) => {
  await openDemo(page);
  await trayNote(page, /^7 Sky in puddle/).click();
  const rails = page.getByRole("slider", { name: /of the pile against the target$/ });
  await expect(rails).toHaveCount(3);
  for (const rail of await rails.all()) await expect(rail).toHaveAttribute("aria-disabled", "true");
  const before = await rails.evaluateAll(marked);
  await benchOf(page).addAll();
  await expect(page.getByText("Pile, predicted")).toBeVisible();
  for (const rail of await rails.all()) await expect(rail).not.toHaveAttribute("aria-disabled");
  const after = await rails.evaluateAll(marked);
  expect(before.map(({ misplacedPx }) => misplacedPx)).toEqual([0, 0, 0]);
  // All was added as the recipe says.
  expect(after).toEqual(before);
});

/** What sliders say, and how far each marker is from where its number belongs on the line, px. */
function marked(sliders: (SVGElement | HTMLElement)[]) {
  return sliders.map((slider) => {
    const numberOf = (name: string): number => Number(slider.getAttribute(name));
    const [low, now, high] = [
      numberOf("aria-valuemin"),
      numberOf("aria-valuenow"),
      numberOf("aria-valuemax"),
    ];
    const { left, width } = slider.getBoundingClientRect();
    const line = slider.parentElement?.parentElement?.getBoundingClientRect() ?? { left: 0, width: 0 };
    const place = line.left + width / 2 + ((line.width - width) * (now - low)) / (high - low);
    return {
      name: slider.ariaLabel,
      says: slider.getAttribute("aria-valuetext"),
      range: [low, high],
      now: Math.round(10 * now) / 10,
      misplacedPx: Math.abs(Math.round(left + width / 2 - place)),
    };
  });
}

test("a typed reading is taken, and one that is no colour is refused with a reason", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^4 Hull/).click();
  await readingOf(page, "the pile", "type it");
  const field = page.getByLabel("Hex or CIELAB (D65) of the pile");
  await field.fill("tealish");
  await page.getByLabel("Hex or CIELAB (D65) of the pile").press("Enter");
  await expect(page.getByRole("main").getByRole("alert")).toContainText("neither hex");
  await field.fill("44 -13 -8");
  await page.getByLabel("Hex or CIELAB (D65) of the pile").press("Enter");
  await expect(page.getByText("Pile, as believed")).toBeVisible();
  await expect(page.getByText("ΔE 0.", { exact: false }).first()).toBeVisible();
});

test("one's own painting with one's own tubes, from a typed colour to a match", async ({ page }) => {
  await startPainting(page, "Jug and pears", [
    "Titanium white PW6",
    "Ultramarine blue",
    "Burnt sienna",
    "Yellow ochre",
  ]);
  await typeNote(page, "#8a7a5c", "Jug in shade");
  await expect(page.getByRole("radio").first()).toBeVisible();
  const recipes = benchOf(page).recipes;
  await expect(recipes).not.toContainText("Prussian");
  await benchOf(page).addAll();
  await benchOf(page).looksTheSame.click();
  await benchOf(page).keep.click();
  await expect(benchOf(page).kept).toBeVisible();
  await page.getByRole("button", { name: "Dry, still right" }).click();
  await expect(page.getByText("Checked dry.")).toBeVisible();
  await expect(trayNote(page, /Jug in shade/)).toHaveAccessibleName(/checked dry/);
});

test("a match from the log is mixed again in its own amounts", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Log");
  await page.getByRole("button", { name: "Bottle glass" }).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet.getByRole("heading", { name: "What went in" })).toBeVisible();
  const amounts = await sheet
    .getByRole("list", { name: "All that went in" })
    .getByRole("listitem")
    .allTextContents();
  expect(amounts.length).toBeGreaterThan(1);
  await sheet.getByRole("link", { name: "Mix it again" }).click();
  await expect(page.getByText("as in the log")).toBeVisible();
  await expect(benchOf(page).ticks).toHaveCount(amounts.length);
});

test("a value scale that counts the other way changes words, not colours", async ({ page }) => {
  await openDemo(page);
  await expect(trayNote(page, /^7 Sky in puddle/)).toHaveAccessibleName(/value 7,/);
  await goTo(page, "Settings");
  await page.getByRole("radio", { name: "10 is black" }).click();
  await expect(trayNote(page, /^7 Sky in puddle/)).toHaveAccessibleName(/value 3,/);
  await page.getByRole("radio", { name: "weak to strong" }).click();
  await expect(trayNote(page, /^9 Buoy/)).toHaveAccessibleName(/very strong/);
  await page.reload();
  await expect(trayNote(page, /^7 Sky in puddle/)).toHaveAccessibleName(/value 3,/);
});

test("grey, squint and swap act while their key is held, and rest when keys are off", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^4 Hull/).click();
  const target = page.getByRole("img", { name: /^4 Hull/ });
  const color = () => target.evaluate((element) => getComputedStyle(element).backgroundColor);
  const before = await color();
  await page.keyboard.down("g");
  await expect.poll(color).toMatch(/rgb\((\d+), \1, \1\)/);
  await page.keyboard.up("g");
  await expect.poll(color).toBe(before);
  const left = async () => (await target.boundingBox())?.x ?? 0;
  const x = await left();
  await page.keyboard.press("x");
  await expect.poll(left).toBeGreaterThan(x);
});

test("target and pile share an edge without a gap", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^5 Lichen/).click();
  await expect(page.getByRole("img", { name: /^Recipe, predicted/ })).toBeVisible();
  const target = await page.getByRole("img", { name: /^5 Lichen/ }).boundingBox();
  const recipe = await page.getByRole("img", { name: /^Recipe, predicted/ }).boundingBox();
  expect(target && recipe && target.x + target.width).toBe(recipe?.x);
  expect(target?.height).toBe(recipe?.height);
});
