/** One of a list: by keys, by pointer, by finger in a drawer, on the smallest screens, and with a machine's own colours. */
import type { Locator, Page } from "@playwright/test";
import { axeFaults } from "./pages/axe";
import { choose, openList } from "./pages/choose";
import { expect, openDemo, test } from "./pages/studio";

const order = (page: Page) => page.getByLabel("In this order");
const list = (page: Page) => page.getByRole("listbox");

test("a list is opened, gone through and left by keys; letters are keys of the page while it is closed", async ({
  page,
}) => {
  await openDemo(page);
  await order(page).focus();
  await page.keyboard.press("ArrowDown");
  await expect(list(page).getByRole("option", { name: "by number" })).toBeFocused();
  expect(await axeFaults(page, { within: "[role=listbox]" })).toEqual([]);
  await page.keyboard.press("l");
  await expect(list(page).getByRole("option", { name: "light first" })).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(list(page)).toHaveCount(0);
  await expect(order(page)).toBeFocused();
  await expect(order(page)).toHaveText("by number");

  const html = page.locator("html");
  await page.keyboard.down("g");
  await expect(html).toHaveAttribute("data-grey");
  await page.keyboard.up("g");
  await page.keyboard.press("l");
  await expect(order(page)).toHaveText("by number");

  await page.keyboard.press("Enter");
  await expect(list(page).getByRole("option", { name: "by number" })).toBeFocused();
  await page.keyboard.press("End");
  await expect(list(page).getByRole("option", { name: "by hue, red to violet" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(order(page)).toHaveText("by hue, red to violet");
  await expect(order(page)).toBeFocused();
  await page.keyboard.press("Tab");
  await expect(order(page)).not.toBeFocused();
});

/** Looks at every frame: it may be back before a test asks. @returns tells, once, whether it lay above or below the window. */
async function watchOutside(list: Locator): Promise<() => Promise<boolean>> {
  await list.evaluate((element) => {
    const look = (): void => {
      const { top, bottom } = element.getBoundingClientRect();
      if (bottom <= 0 || top >= innerHeight) element.dataset.outside = "";
      requestAnimationFrame(look);
    };
    look();
  });
  return () =>
    list.evaluate((element) => {
      const wasOutside = "outside" in element.dataset;
      delete element.dataset.outside;
      return wasOutside;
    });
}

test("a list that has come to lie outside of the window is fetched back, and one that was never placed is placed", async ({
  page,
}) => {
  await openDemo(page);
  await openList(order(page));
  const wasOutside = await watchOutside(list(page));
  await page.locator("#view").evaluate((view) => {
    const room = document.createElement("div");
    room.style.height = "3000px";
    view.append(room);
    view.scrollTo(0, 2500);
  });
  await expect.poll(wasOutside).toBe(true);
  await expect(list(page)).toBeInViewport({ ratio: 1 });
  await expect(order(page)).toBeInViewport();
  // As before it is placed: it is drawn above the window, and stays there until its place is set once more.
  const placed = page.locator("[data-radix-popper-content-wrapper]");
  await placed.evaluate((element: HTMLElement) => {
    element.style.transform = "translate(0, -200%)";
  });
  await expect.poll(wasOutside).toBe(true);
  await expect(list(page)).toBeInViewport({ ratio: 1 });
  await list(page).getByRole("option", { name: "light first" }).click();
  await expect(order(page)).toHaveText("light first");
  await expect(order(page)).not.toHaveAttribute("style", /translate/);
});

test("nothing beside a list moves when another choice is made, and its words name it", async ({ page }) => {
  await openDemo(page);
  await expect(page.getByRole("combobox", { name: "In this order" })).toHaveText("by number");
  const before = await order(page).boundingBox();
  await choose(order(page), { label: "by hue, red to violet" });
  await expect(order(page)).toHaveText("by hue, red to violet");
  expect(await order(page).boundingBox()).toEqual(before);
  await openList(order(page));
  // A press beside it leaves all as it is.
  await page.mouse.click(400, 300);
  await expect(list(page)).toHaveCount(0);
  await expect(order(page)).toHaveText("by hue, red to violet");
});

test("in a drawer on a phone the list lies on top, and leaving it leaves the drawer open", async ({
  browser,
}) => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  const page = await context.newPage();
  await openDemo(page);
  await page.goto("/mix");
  await page.getByRole("button", { name: "name and kind of the note" }).tap();
  const drawer = page.getByRole("dialog");
  await drawer.getByLabel("Its surface is").tap();
  await page.getByRole("option", { name: "matt", exact: true }).tap();
  await expect(drawer.getByLabel("Its surface is")).toHaveText("matt");
  await drawer.getByLabel("Its surface is").tap();
  // “Not said” is a choice as well, though it has no value.
  await page.getByRole("option", { name: "not said" }).tap();
  await expect(drawer.getByLabel("Its surface is")).toHaveText("not said");
  await drawer.getByLabel("The target is").tap();
  await expect(list(page)).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(list(page)).toHaveCount(0);
  await expect(drawer).toBeVisible();
  await context.close();
});

test("a long list stays on the smallest screen, each choice as high as a finger", async ({ page }) => {
  await page.setViewportSize({ width: 320, height: 256 });
  await openDemo(page);
  await page.goto("/tubes");
  await page
    .getByRole("button", { name: /^Titanium white/ })
    .first()
    .click();
  await page.getByRole("button", { name: "Edit", exact: true }).click();
  const field = page.getByLabel("Generic model it starts from");
  await openList(field);
  const box = await list(page).boundingBox();
  if (!box) throw new Error("the list is nowhere");
  expect(box.x).toBeGreaterThanOrEqual(0);
  expect(box.y).toBeGreaterThanOrEqual(0);
  expect(box.x + box.width).toBeLessThanOrEqual(320);
  expect(box.y + box.height).toBeLessThanOrEqual(256);
  await page.keyboard.press("End");
  const last = page.getByRole("option").last();
  await expect(last).toBeFocused();
  await expect(last).toBeInViewport();
  expect((await last.boundingBox())?.height).toBeGreaterThanOrEqual(44);
});

test("with a machine's own colours the choice that is gone to can be told", async ({ page }) => {
  await openDemo(page);
  await page.emulateMedia({ forcedColors: "active" });
  await order(page).focus();
  await page.keyboard.press("Enter");
  const outlineOf = async (name: string): Promise<string> =>
    page.getByRole("option", { name }).evaluate((option) => getComputedStyle(option).outlineStyle);
  await expect(page.getByRole("option", { name: "by number" })).toBeFocused();
  expect(await outlineOf("by number")).toBe("solid");
  expect(await outlineOf("light first")).toBe("none");
});
