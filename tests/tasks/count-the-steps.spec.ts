/** How many actions and scrolls a stranger needs who reads only what is on the screen. */
import path from "node:path";
import type { Locator, Page } from "@playwright/test";
import { expect, openDemo, test, trayNote } from "./pages/studio";
import { benchOf } from "./pages/bench";
import { choose } from "./pages/choose";

const PHOTO = path.join(import.meta.dirname, "../../public/demo/slipway.jpg");

/** Counts what a hand does: presses, fields that are filled, and scrolls to what is not in sight. */
function handOf(page: Page, isTouch: boolean) {
  const done = { actions: 0, scrolls: 0 };
  const isInSight = (target: Locator): Promise<boolean> =>
    target.evaluate((element) => {
      const { left, right, top, bottom } = element.getBoundingClientRect();
      const [x, y] = [(left + right) / 2, (top + bottom) / 2];
      const on = document.elementFromPoint(x, y);
      return on !== null && (element.contains(on) || on.contains(element));
    });
  const reach = async (target: Locator): Promise<void> => {
    await expect(target).toBeVisible();
    if (await isInSight(target)) return;
    // A swipe or a turn of the wheel moves most of a screen.
    const { height } = page.viewportSize() ?? { height: 800 };
    const before = await target.evaluate((element) => element.getBoundingClientRect().top);
    done.scrolls += Math.max(1, Math.ceil(Math.abs(before - height / 2) / (0.7 * height)));
    await target.scrollIntoViewIfNeeded();
  };
  return {
    done,
    press: async (target: Locator): Promise<void> => {
      await reach(target);
      done.actions++;
      await (isTouch ? target.tap() : target.click());
    },
    fill: async (target: Locator, text: string): Promise<void> => {
      await reach(target);
      done.actions++;
      await target.fill(text);
    },
  };
}

async function firstMatch(page: Page, isTouch: boolean) {
  await page.goto("/");
  const { press, fill, done } = handOf(page, isTouch);
  await press(page.getByRole("group", { name: "Ready sets" }).getByRole("button").first());
  await fill(page.getByLabel("Name of the painting"), "Jetty");
  await fill(page.getByLabel(/^A colour to mix first/), "#7a6a58");
  await press(page.getByRole("button", { name: /^Start the painting|^Start and mix/ }));
  const bench = benchOf(page);
  await expect(bench.allAdded).toBeEnabled();
  await press(bench.allAdded);
  await press(bench.looksTheSame);
  await press(bench.keep);
  await expect(bench.kept).toBeVisible();
  return done;
}

test("the first kept match, at the desk", async ({ page }) => {
  const { actions, scrolls } = await firstMatch(page, false);
  expect(actions).toBeLessThanOrEqual(12);
  expect(scrolls).toBeLessThanOrEqual(2);
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("the first kept match", async ({ page }) => {
    const { actions, scrolls } = await firstMatch(page, true);
    expect(actions).toBeLessThanOrEqual(14);
    expect(scrolls).toBeLessThanOrEqual(4);
  });
});

test("a picture of one's own leads to a recipe in four actions", async ({ page }) => {
  await openDemo(page);
  await choose(page.getByLabel("Painting", { exact: true }), "Things on the sill");
  await expect(page.getByRole("heading", { name: "Things on the sill" })).toBeVisible();
  const { press, done } = handOf(page, false);
  await press(
    page.getByRole("navigation", { name: "Views" }).getByRole("link", { name: "Subject", exact: true }),
  );
  done.actions++;
  await page.locator("input[type=file]").first().setInputFiles(PHOTO);
  await expect(page.getByRole("application", { name: /slipway/ })).toBeVisible();
  await press(page.getByRole("application", { name: /slipway/ }));
  await press(page.getByRole("button", { name: "Keep and mix" }));
  await expect(benchOf(page).ticks.first()).toBeVisible();
  expect(done.actions).toBeLessThanOrEqual(4);
});

test("what was matched is laid again the next day in three actions", async ({ page }) => {
  await openDemo(page);
  const { press, done } = handOf(page, false);
  await press(trayNote(page, /^1 Sand, wet/));
  await press(
    page
      .getByRole("button", { name: "I ran out, mix it again" })
      .or(page.getByRole("link", { name: /mix it again/ }))
      .first(),
  );
  await press(benchOf(page).allAdded);
  await expect(page.getByRole("heading", { name: "What is in the pile" })).toBeVisible();
  expect(done.actions).toBeLessThanOrEqual(3);
});
