/** What opens in the views fits every screen: nothing lies outside, no text is cut, nothing is drawn over the rest. */
import type { Page } from "@playwright/test";
import { benchOf, type ReadWay, readingOf } from "../tasks/pages/bench";
import { walkPractice } from "../tasks/pages/practice";
import { expect, goTo, openDemo, openTube, test, trayNote } from "../tasks/pages/studio";

const SCREENS = [
  { width: 1280, height: 800 },
  { width: 844, height: 390 },
  { width: 640, height: 400 },
  { width: 390, height: 844 },
  { width: 320, height: 640 },
] as const;

/** What lies beyond the edges of the screen or of the box that holds it, and texts of which a part is cut off. */
function misplaced(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const SLACK = 1.5;
    /** Room around a word that a finger touches, which may stand out at the end of a line, px. */
    const TOUCH = 5;
    /** Parts of letters below the last line. */
    const DESCENT = 3;
    const nameOf = (element: Element): string =>
      `${element.tagName} ${(element.getAttribute("aria-label") ?? element.textContent).slice(0, 60)}`;
    const styleOf = (element: Element): CSSStyleDeclaration => getComputedStyle(element);
    /** What is wider in it is brought into sight by hand, or by keys. */
    const scrolls = (element: Element): boolean => /auto|scroll/.test(styleOf(element).overflowX);
    const isHiddenOnPurpose = (element: Element): boolean =>
      element.closest(".sr-only, [inert], [aria-hidden=true], svg, canvas, [role=application]") !== null;
    const found: string[] = [];
    const root = document.documentElement;
    if (root.scrollWidth > root.clientWidth) found.push(`the page is ${root.scrollWidth} wide`);
    for (const element of document.querySelectorAll<HTMLElement>("body *")) {
      if (!element.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
      if (isHiddenOnPurpose(element)) continue;
      const box = element.getBoundingClientRect();
      if (box.width < 2 || box.height < 2) continue;
      let holder = element.parentElement;
      while (holder && !scrolls(holder)) holder = holder.parentElement;
      const isOutside = box.right > innerWidth + SLACK || box.left < -SLACK;
      if (isOutside && !holder) found.push(`outside: ${nameOf(element)}`);
      const isText = [...element.childNodes].some(
        (node) => node.nodeType === Node.TEXT_NODE && (node.textContent ?? "").trim() !== "",
      );
      if (!isText || element.matches("textarea, input, select, option")) continue;
      const { overflowX, overflowY, display } = styleOf(element);
      if (display === "inline") continue;
      const cutsSideways = overflowX !== "visible" && !scrolls(element);
      if (cutsSideways && element.scrollWidth > element.clientWidth + SLACK)
        found.push(`cut: ${nameOf(element)}`);
      if (/hidden|clip/.test(overflowY) && element.scrollHeight > element.clientHeight + DESCENT)
        found.push(`cut below: ${nameOf(element)}`);
      if (!cutsSideways && !scrolls(element) && element.scrollWidth > element.clientWidth + TOUCH)
        found.push(`runs over: ${nameOf(element)}`);
    }
    return [...new Set(found)];
  });
}

/** Looked at on every screen in turn; what a narrower one folds is folded at once, what it draws anew is waited for. */
async function expectFits(page: Page, state: string): Promise<void> {
  for (const screen of SCREENS) {
    await page.setViewportSize(screen);
    await expect.poll(() => misplaced(page), `${state}, ${screen.width} by ${screen.height}`).toEqual([]);
  }
  await page.setViewportSize(SCREENS[0]);
}

test("the walk itself finds what lies outside, and what is cut", async ({ page }) => {
  await page.goto("/");
  await page.evaluate(() => {
    const made = (style: string, text: string): HTMLElement => {
      const element = document.createElement("p");
      element.style.cssText = `position:fixed;top:0;white-space:nowrap;${style}`;
      element.textContent = text;
      return element;
    };
    document.body.append(
      made("left:0;width:40px;overflow:hidden", "A name that is too long"),
      made("left:0;height:9px;overflow:hidden", "A line that is too high"),
      made("left:0;width:40px", "A text that is too wide"),
      made("left:-90px", "A word off the page"),
    );
  });
  expect(await misplaced(page)).toEqual([
    "cut: P A name that is too long",
    "cut below: P A line that is too high",
    "runs over: P A text that is too wide",
    "outside: P A word off the page",
  ]);
});

test("the bench: out of reach, begun, laid, read, corrected, kept", async ({ page }) => {
  await openDemo(page);
  const bench = benchOf(page);
  await trayNote(page, /^9 Buoy/).click();
  await expect(page.getByText(/^These tubes do not reach it/)).toBeVisible();
  await expectFits(page, "out of reach");
  await trayNote(page, /^5 Lichen/).click();
  await expect(bench.ticks.first()).toBeVisible();
  await bench.ticks.first().click();
  await expect(page.getByRole("button", { name: /^Done:/ })).toHaveCount(1);
  await expectFits(page, "one is added");
  await page.getByRole("button", { name: "The rest is added" }).click();
  await expect(bench.looksTheSame).toBeVisible();
  await expectFits(page, "laid");
  const ways = page.getByRole("group", { name: "How to read the pile" }).getByRole("button");
  for (const way of await ways.allInnerTexts()) {
    await readingOf(page, "the pile", way as ReadWay);
    await expectFits(page, `read: ${way}`);
  }
  await bench.type("#7a8450");
  await expect(
    page.getByRole("region", { name: /Add next|Better begin again|Look once more|Leave it/ }),
  ).toBeVisible();
  await expectFits(page, "read");
  await page.getByRole("button", { name: "more for this pile" }).click();
  await expectFits(page, "more for this pile");
  await page.keyboard.press("Escape");
  await bench.keep.click();
  await expect(bench.kept).toBeVisible();
  await expectFits(page, "kept");
  await page.getByRole("button", { name: "lighten and shade it" }).click();
  await expect(page.getByRole("button", { name: /^Make a note/ }).first()).toBeVisible();
  await expectFits(page, "lightened and shaded");
});

test("the views: what opens beside them and over them", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Subject");
  const picture = page.getByRole("application", { name: /Picture/ });
  await picture.click({ position: { x: 120, y: 120 } });
  await expect(
    page.getByRole("region", { name: "Colour under the circle" }).getByText(/over \d[\d,]* points/),
  ).toBeVisible();
  await expectFits(page, "a colour under the circle");
  for (const tab of ["Light", "See", "Families", "Palette", "All notes", "Weights", "Piles"]) {
    await page.getByRole("tab", { name: tab, exact: true }).click();
    await expectFits(page, `Subject: ${tab}`);
  }
  await goTo(page, "Palette");
  for (const tab of await page.getByRole("tab").all()) {
    await tab.click();
    await expect(page.locator("#view [data-asking]")).toHaveCount(0);
    await expectFits(page, `Palette: ${await tab.innerText()}`);
  }
  await goTo(page, "Tubes");
  await openTube(page, "Prussian blue");
  await expectFits(page, "a tube");
  await page.getByRole("button", { name: "Test this tube" }).click();
  await expectFits(page, "a tube is tested");
  await page.keyboard.press("Escape");
  await goTo(page, "Tubes");
  await page.getByRole("button", { name: "add tubes" }).first().click();
  await expectFits(page, "tubes are added");
  await page.keyboard.press("Escape");
  await goTo(page, "Log");
  await page.getByRole("button", { name: "Pink shell" }).click();
  await expect(page.getByRole("dialog")).toBeVisible();
  await expectFits(page, "a match of the log");
  await page.keyboard.press("Escape");
  for (const tab of await page.getByRole("tab").all()) {
    await tab.click();
    await expectFits(page, `Log: ${await tab.innerText()}`);
  }
  await goTo(page, "Settings");
  await expectFits(page, "Settings");
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox", { name: "Find anything" }).fill("rope");
  await expect(page.getByRole("option", { name: /Rope.*in the log/ })).toBeVisible();
  await expectFits(page, "Find");
  await page.keyboard.press("Escape");
  await page.keyboard.press("?");
  await expectFits(page, "help");
  await page.keyboard.press("Escape");
});

test("practice and plans", async ({ page }) => {
  await openDemo(page);
  await walkPractice(page, (state) => expectFits(page, state));
  await goTo(page, "Strings");
  await expect(page.getByRole("region", { name: "Mix these first, and split them" })).toBeVisible();
  await page
    .getByRole("button", { name: /^Sand, wet, value 5/ })
    .first()
    .click();
  await expectFits(page, "a pile of a string");
  await goTo(page, "Charts");
  await page.locator("[data-cell]").nth(11).click();
  await expect(page.getByRole("heading", { name: "What you painted here" })).toBeVisible();
  await expectFits(page, "a cell of a chart");
  await page.getByRole("button", { name: "Read a photo of the painted sheet" }).click();
  await page.getByRole("button", { name: "Take the demo’s photo" }).click();
  await expect(page.getByText(/^The page was found by its marks/)).toBeVisible();
  await expectFits(page, "a photo of a chart");
  await goTo(page, "Layers");
  await expect(page.getByRole("heading", { name: "Rust over the hull" })).toBeVisible();
  await expectFits(page, "Layers");
});

test("the first visit", async ({ page }) => {
  await page.goto("/");
  await expect(page.getByRole("button", { name: "Open the demo painting" })).toBeVisible();
  await expectFits(page, "first visit");
});
