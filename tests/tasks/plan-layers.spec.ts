/** Films over a ground: seen before they are laid, asked for, tried on a scrap, ordered with their drying times. */
import type { Page } from "@playwright/test";
import { benchOf, formOf, readingOf } from "./pages/bench";
import { rowsOf } from "./pages/store";
import { expect, goTo, openDemo, test, trayNote } from "./pages/studio";
import { choose } from "./pages/choose";

const stack = (page: Page) => page.getByRole("region", { name: "Stack" });
const side = (page: Page) => page.getByRole("region", { name: "What to do with them" });
const layers = (page: Page) => stack(page).getByRole("list", { name: "Layers, the top one first" });
const result = (page: Page) => stack(page).getByRole("img", { name: /^With all layers:/ });

async function openLayers(page: Page): Promise<void> {
  await openDemo(page);
  await goTo(page, "Layers");
  await expect(page.getByRole("heading", { name: "Rust over the hull" })).toBeVisible();
}

async function more(page: Page, item: string | RegExp): Promise<void> {
  await page.getByRole("button", { name: "More for these layers" }).click();
  await page.getByRole("menuitem", { name: item }).click();
}

async function addLayer(page: Page, name: string | RegExp): Promise<void> {
  await page.getByRole("button", { name: "Add a layer" }).click();
  const drawer = page.getByRole("dialog", { name: "Add a layer" });
  await drawer.getByRole("button", { name }).first().click();
  await expect(drawer).toBeHidden();
}

const tab = (page: Page, name: string) => side(page).getByRole("tab", { name, exact: true }).click();

test("a glaze over a kept match is seen, thinned, held off, moved and taken off again", async ({ page }) => {
  await openLayers(page);
  await more(page, /^What lies there/);
  await page
    .getByRole("dialog", { name: "What lies there" })
    .getByRole("button", { name: /^Sand, wet, as it is/ })
    .click();
  await expect(page.getByText("Rust over the hull lies on Sand, wet, as it is now.").first()).toBeVisible();
  await addLayer(page, /Prussian blue/);
  await expect(layers(page).getByRole("listitem")).toHaveCount(3);
  await expect(side(page).getByText(/coats? covers? a black and white card|it never covers/)).toBeVisible();

  // Thinner by keyboard: the glaze lets more of the sand through.
  const lightness = async (): Promise<number> => {
    const band = layers(page).getByRole("listitem").first().getByRole("img").first();
    const [, text = ""] = /value ([\d¼½¾]+)/.exec((await band.getAttribute("aria-label")) ?? "") ?? [];
    const quarters: Readonly<Record<string, number>> = { "¼": 0.25, "½": 0.5, "¾": 0.75 };
    return Number.parseInt(text, 10) + (quarters[text.slice(-1)] ?? 0);
  };
  const before = await lightness();
  const rail = side(page).getByRole("slider", { name: "How thin" });
  await rail.focus();
  for (let step = 0; step < 20; step++) await rail.press("ArrowRight");
  await expect.poll(lightness).toBeGreaterThan(before);
  await expect(rail).toHaveAttribute("aria-valuetext", /a stain|thin/);

  // Held off by its key, the layer below is what is seen; it comes back.
  const whole = await result(page).getAttribute("aria-label");
  await page.keyboard.down("l");
  await expect(layers(page).getByRole("listitem")).toHaveCount(2);
  await page.keyboard.up("l");
  await expect(layers(page).getByRole("listitem")).toHaveCount(3);
  await expect(result(page)).toHaveAttribute("aria-label", whole ?? "");

  // Down by keyboard: order matters, so the result is another one.
  const names = (): Promise<readonly string[]> =>
    layers(page)
      .getByRole("button", { name: /^Move / })
      .evaluateAll((handles) => handles.map((handle) => handle.getAttribute("aria-label") ?? ""));
  const handle = layers(page).getByRole("button", { name: "Move Prussian blue" });
  await handle.focus();
  await handle.press("Space");
  await expect(page.getByText(/Prussian blue is (picked up|over).*place 1 of 3/)).toBeAttached();
  await expect(async () => {
    await page.keyboard.press("ArrowDown");
    await expect(page.getByText(/Prussian blue is over place 2 of 3/)).toBeAttached({ timeout: 3000 });
  }).toPass();
  await page.keyboard.press("Space");
  await expect.poll(names).toEqual(["Move Burnt sienna", "Move Prussian blue", "Move Transparent red oxide"]);
  await expect(result(page)).not.toHaveAttribute("aria-label", whole ?? "");

  await layers(page)
    .getByRole("button", { name: /^Prussian blue/ })
    .click();
  await side(page).getByRole("button", { name: "Take this layer off" }).click();
  await expect(layers(page).getByRole("listitem")).toHaveCount(2);
  await page.keyboard.press("Control+z");
  await expect(layers(page).getByRole("listitem")).toHaveCount(3);
});

test("a plan that breaks its medium's rules says which layer does and why", async ({ page }) => {
  await openLayers(page);
  const faults = stack(page).getByRole("list", { name: "What this plan breaks" });
  await expect(faults.getByText(/Fat over lean/)).toBeVisible();
  await faults.getByRole("button", { name: "Burnt sienna" }).click();
  await choose(side(page).getByLabel("thinned with"), "water");
  await expect(faults.getByText(/Water does not mix with oil/)).toBeVisible();
  await choose(side(page).getByLabel("thinned with"), "medium");
  await side(page).getByRole("button", { name: "thin", exact: true }).click();
  await expect(faults).toHaveCount(0);
});

test("a colour is asked for: films are proposed with what they cost, laid, and come near", async ({
  page,
}) => {
  await openLayers(page);
  await tab(page, "Reach");
  await side(page).getByRole("radio", { name: "over the bare ground" }).click();
  const ways = side(page).getByRole("list", { name: "Ways to reach it" });
  await expect(ways.getByText(/^By (one|2) glaze/).first()).toBeVisible();
  await expect(ways.getByText(/^It costs/).first()).toBeVisible();
  await choose(side(page).getByLabel("the colour to reach"), { label: "what is there, cooler, same value" });
  await expect(ways.getByRole("button", { name: /^Lay (it|them) here/ }).first()).toBeVisible();
  await ways
    .getByRole("button", { name: /^Lay (it|them) here/ })
    .first()
    .click();
  await expect.poll(async () => layers(page).getByRole("listitem").count()).toBeGreaterThan(2);
  // A vivid orange over a dark teal is no matter of films.
  await choose(side(page).getByLabel("the colour to reach"), { label: "9 Buoy" });
  await expect(side(page).getByText(/Not by layers: mix it\.|comes no nearer/)).toBeVisible();
});

test("the base that a glaze wants is a mixture for one note, greys for all, and one toned ground", async ({
  page,
}) => {
  await openLayers(page);
  await tab(page, "Base");
  await choose(side(page).getByLabel("the glaze that will lie on it"), { label: "Raw umber" });
  await expect(side(page).getByText(/under the glaze it is ΔE/)).toBeVisible();
  await expect(side(page).getByText(/: grey of value/)).toHaveCount(9);
  await side(page).getByRole("button", { name: "Plan on this ground" }).click();
  await expect(
    stack(page)
      .getByText(/^Grey of value/)
      .first(),
  ).toBeVisible();
});

test("a scrap is read on a card, kept, and teaches how thick one's own films are", async ({ page }) => {
  await openLayers(page);
  await more(page, "Another plan");
  await expect(page.getByRole("heading", { name: "Layers 2" })).toBeVisible();
  await addLayer(page, /Pyrrole red/);
  await expect(side(page).getByText(/Your own films: .* from 1 scrap/)).toBeVisible();
  await tab(page, "Scrap");
  const film = result(page);
  await expect(film).toHaveCount(0);
  for (const card of ["White card", "Black card"]) {
    await side(page).getByRole("radio", { name: card }).click();
    if (card === "White card") await readingOf(side(page), "the dry scrap", "measure it");
    const form = formOf(side(page), "the dry scrap", "measure it");
    // Now and then the instrument is held unsteadily, or its cable comes out.
    await expect(async () => {
      for (const name of ["Connect", "Calibrate on the white tile"]) {
        const button = form.getByRole("button", { name, exact: true });
        if (await button.isVisible()) await button.click();
        await expect(button).toBeHidden({ timeout: 3_000 });
      }
      await form.getByRole("button", { name: "Measure the dry scrap" }).click({ timeout: 2_000 });
      const read = side(page).getByText(`over ${card}:`);
      await expect(read.first()).toBeVisible({ timeout: 2_000 });
    }).toPass();
  }
  await side(page).getByRole("button", { name: "Keep the scrap" }).click();
  await expect(side(page).getByRole("paragraph").filter({ hasText: "Layers 2, Pyrrole red" })).toBeVisible();
  expect(await rowsOf(page, "scraps", "gaman-demo")).toHaveLength(2);
  await tab(page, "Layer");
  // Of its own paint now, and thicker than is usual, as the stand-in's hand is.
  await expect(
    side(page).getByText(/Your own films: 1[0-9]{2} % of the usual thickness, from 1 scrap/),
  ).toBeVisible();
  await goTo(page, "Log");
  await page.getByRole("tab", { name: "Scraps" }).click();
  await expect(page.getByText("Layers 2, Pyrrole red")).toBeVisible();
});

test("four washes are laid in the order of tones, each with its timer; the surround is advised on", async ({
  page,
}) => {
  await openDemo(page);
  await choose(page.getByRole("combobox", { name: "Painting" }), { label: "Lane after rain" });
  await goTo(page, "Layers");
  await expect(page.getByRole("heading", { name: "Hill over the sky" })).toBeVisible();
  await tab(page, "Order");
  const steps = side(page).getByRole("list", { name: "Order of tones" }).locator("> li");
  await expect(steps.first()).toContainText("The lightest");
  await expect(steps.last()).toContainText("Last pass");
  const laid = side(page).getByRole("button", { name: "Laid: wait 10 minutes" });
  const count = await laid.count();
  expect(count).toBeGreaterThanOrEqual(3);
  for (let left = count; left > 0; left--) {
    await laid.first().click();
    await expect(laid).toHaveCount(left - 1);
  }
  const timers = await rowsOf(page, "timers", "gaman-demo");
  expect(timers).toHaveLength(count);
  await expect(page.getByRole("region", { name: "Timers" }).getByText("1 Sky, first wash")).toBeVisible();

  await tab(page, "Around");
  await choose(side(page).getByLabel("the colour", { exact: true }), { label: "5 Rosehips" });
  const stored = await rowsOf(page, "notes", "gaman-demo");
  await choose(side(page).getByLabel("make it look"), "orange");
  await expect(
    side(page)
      .getByText(/^it looks .*(warmer|brighter|lighter|darker)/)
      .first(),
  ).toBeVisible();
  expect(await rowsOf(page, "notes", "gaman-demo")).toEqual(stored);
  await tab(page, "Beside");
  await expect(side(page).getByText(/^In strokes it is/)).toBeVisible();
});

test("a film is thinned by its ratio, and a wet reading of a scrap waits for the dry one", async ({
  page,
}) => {
  await openLayers(page);
  await more(page, "Another plan");
  await addLayer(page, /Pyrrole red/);
  await side(page).getByLabel("parts of glaze medium to 1 of paint").fill("999");
  await expect(side(page).getByText(/the ratio.*(most|at most|between)/i)).toBeVisible();
  await side(page).getByLabel("parts of glaze medium to 1 of paint").fill("12,5");
  await page.keyboard.press("Enter");
  await expect(side(page).getByText(/1 part of paint to 13 of glaze medium/)).toBeVisible();
  await tab(page, "Scrap");
  for (const state of ["wet", "dry"] as const) {
    await side(page)
      .getByRole("radio", { name: state === "wet" ? "still wet" : "dry", exact: true })
      .click();
    await readingOf(side(page), `the ${state} scrap`, "type it");
    const form = formOf(side(page), `the ${state} scrap`, "type it");
    await form
      .getByRole("textbox")
      .first()
      .fill(state === "wet" ? "lab(62 34 22)" : "lab(60 33 21)");
    await page.keyboard.press("Enter");
    if (state === "dry") break;
    await side(page).getByRole("button", { name: "Keep the scrap" }).click();
    await choose(side(page).getByLabel("The scrap", { exact: true }), { label: "Layers 2, Pyrrole red" });
  }
  await expect(side(page).getByText(/over .*, wet:/)).toBeVisible();
  const filmsOfNew = async (): Promise<unknown> => {
    const kept = (await rowsOf(page, "scraps", "gaman-demo")) as {
      name: string;
      readings: { film?: string }[];
    }[];
    return kept.find(({ name }) => name === "Layers 2, Pyrrole red")?.readings.map(({ film }) => film);
  };
  await expect.poll(filmsOfNew).toEqual(["wet", undefined]);
});

test("a wash for one note runs over a ground of its own", async ({ page }) => {
  await openDemo(page);
  await choose(page.getByRole("combobox", { name: "Painting" }), { label: "Lane after rain" });
  await trayNote(page, /^1 /).click();
  const recipe = benchOf(page).recipes;
  await expect(recipe).toBeVisible();
  const before = await recipe.innerText();
  await page.getByRole("button", { name: "name and kind of the note" }).click();
  await choose(page.getByRole("dialog").getByLabel("It is laid on"), { label: "Grey paper" });
  await page.keyboard.press("Escape");
  await expect.poll(async () => recipe.innerText()).not.toBe(before);
});

test("a note that goes into wet paint is aimed at so that it comes out as meant", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^5 Lichen/).click();
  await page.getByRole("button", { name: "name and kind of the note" }).click();
  const drawer = page.getByRole("dialog", { name: "Note 5" });
  await choose(drawer.getByLabel("It is laid on"), { label: "8 Slip wall" });
  await drawer.getByLabel("which is still wet").check();
  await choose(drawer.getByLabel("The brush takes up"), { label: "10 %" });
  await page.keyboard.press("Escape");
  await expect(page.getByText(/^Aimed for wet paint below: with 10 % of Slip wall in it/)).toBeVisible();
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("a layer is added and thinned by touch, with the result in sight", async ({ page }) => {
    await openDemo(page);
    await goTo(page, "Layers");
    await page.getByRole("button", { name: "Add a layer" }).tap();
    const drawer = page.getByRole("dialog", { name: "Add a layer" });
    await drawer.getByRole("button", { name: /Arylide yellow/ }).tap();
    await expect(drawer).toBeHidden();
    await expect(layers(page).getByRole("listitem")).toHaveCount(3);
    const rail = side(page).getByRole("slider", { name: "How thin" });
    await rail.scrollIntoViewIfNeeded();
    const before = await rail.getAttribute("aria-valuetext");
    await side(page).getByRole("button", { name: "middle", exact: true }).tap();
    await expect(rail).not.toHaveAttribute("aria-valuetext", before ?? "");
    await expect(side(page).getByRole("img", { name: /^with all layers/ })).toBeInViewport();
    await expect(rail).toBeInViewport();
  });
});
