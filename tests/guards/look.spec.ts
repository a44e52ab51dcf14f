/** The only colour on screen is paint; everyone can use it; nothing comes from elsewhere. */
import type { Page } from "@playwright/test";
import { axeFaults } from "../tasks/pages/axe";
import { walkPractice } from "../tasks/pages/practice";
import { enterRoom, expect, goTo, openDemo, ROOMS, test, trayNote, VIEWS } from "../tasks/pages/studio";

/** Every chromatic colour of every element outside paint, with pseudo-elements. */
async function chromaticColors(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const properties = [
      "color",
      "background-color",
      "background-image",
      "border-top-color",
      "border-right-color",
      "border-bottom-color",
      "border-left-color",
      "outline-color",
      "text-decoration-color",
      "caret-color",
      "column-rule-color",
      "box-shadow",
      "text-shadow",
      "accent-color",
    ];
    const found: string[] = [];
    const check = (element: Element, pseudo: string | null): void => {
      const style = getComputedStyle(element, pseudo);
      const isSvg = element instanceof SVGElement;
      for (const property of isSvg
        ? [...properties, "fill", "stroke", "stop-color", "flood-color"]
        : properties) {
        const value = style.getPropertyValue(property);
        for (const [, r, g, b] of value.matchAll(
          /rgba?\((\d+(?:\.\d+)?)[, ]+(\d+(?:\.\d+)?)[, ]+(\d+(?:\.\d+)?)/g,
        )) {
          if (r !== g || g !== b) found.push(`${element.tagName}${pseudo ?? ""} ${property}: ${value}`);
        }
        // Colour spaces that are not rgb() would slip through unread.
        if (/\b(?:oklch|oklab|lab|lch|color|hsl)\(/.test(value))
          found.push(`${element.tagName} ${property}: ${value}`);
      }
    };
    /** What is drawn of it besides itself: most elements have nothing. */
    const partsOf = (element: Element): readonly string[] => [
      ...["::before", "::after"].filter(
        (part) => !["none", "normal"].includes(getComputedStyle(element, part).content),
      ),
      ...(element.matches("input, textarea") ? ["::placeholder"] : []),
      ...(getComputedStyle(element).display.includes("list-item") ? ["::marker"] : []),
    ];
    for (const element of document.querySelectorAll("html, body *")) {
      if (element.closest("[data-paint]")) continue;
      for (const pseudo of [null, "::selection", ...partsOf(element)]) check(element, pseudo);
    }
    return found;
  });
}

test("the walk itself finds colour where there is some", async ({ page }) => {
  await page.goto("/");
  await page.evaluate(() => {
    const spot = document.createElement("p");
    spot.style.borderLeft = "2px solid rgb(10, 20, 30)";
    spot.className = "spot";
    const sheet = document.createElement("style");
    sheet.textContent =
      ".spot::after { content: 'x'; color: rgb(1, 2, 3) } .spot::selection { color: rgb(4, 5, 6) }" +
      " .spot::placeholder { color: rgb(7, 8, 9) } .spot::marker { color: rgb(9, 8, 7) }";
    const row = document.createElement("li");
    row.className = "spot";
    const field = document.createElement("input");
    field.className = "spot";
    field.placeholder = "a name";
    document.body.append(sheet, spot, row, field);
  });
  expect(await chromaticColors(page)).toEqual(
    expect.arrayContaining([
      "P border-left-color: rgb(10, 20, 30)",
      "P::after color: rgb(1, 2, 3)",
      "P::selection color: rgb(4, 5, 6)",
      "INPUT::placeholder color: rgb(7, 8, 9)",
      "LI::marker color: rgb(9, 8, 7)",
    ]),
  );
});

test("axe itself finds a fault where there is one", async ({ page }) => {
  await page.goto("/");
  await page.evaluate(() => {
    document.body.append(document.createElement("button"));
  });
  expect(await axeFaults(page)).toContain("button-name: <button></button>");
});

async function openDemoIn(page: Page, room: (typeof ROOMS)[number]): Promise<void> {
  await page.goto("/");
  await page.evaluate((name) => {
    localStorage.setItem("gaman-room", name);
  }, room);
  await openDemo(page);
  await enterRoom(page, room);
}

for (const room of ROOMS) {
  test(`nothing but paint is coloured, and everyone can use it: ${room} room`, async ({ page }) => {
    await openDemoIn(page, room);
    for (const view of VIEWS) {
      await goTo(page, view.name);
      if (view.name === "Subject") {
        await page.getByRole("application").click();
        await expect(page.getByRole("region", { name: "Colour under the circle" })).toBeVisible();
      }
      await expectClean(page, `${view.name}, ${room}`, room);
    }
  });

  test(`so is what opens in them: ${room} room`, async ({ page }) => {
    await openDemoIn(page, room);
    await trayNote(page, /^9 Buoy/).click();
    await expect(page.getByText(/^These tubes do not reach it/)).toBeVisible();
    await expectClean(page, `Mix out of reach, ${room}`, room);
    await trayNote(page, /^2 Rope/).click();
    await expect(page.getByText("Match kept")).toBeVisible();
    await expectClean(page, `Mix with a match, ${room}`, room);
    await goTo(page, "Log");
    await page.getByRole("button", { name: "Pink shell" }).click();
    await expect(page.getByRole("dialog")).toBeVisible();
    await expectClean(page, `Log, opened, ${room}`, room);
    await page.keyboard.press("Escape");
    await page.getByRole("tab", { name: "Statistics" }).click();
    await expect(page.getByRole("heading", { name: "Paint used and wasted" })).toBeVisible();
    await expectClean(page, `The statistics, ${room}`, room);
    await page.keyboard.press("Control+k");
    await page.getByRole("combobox", { name: "Find anything" }).fill("rope");
    await expect(page.getByRole("option", { name: /Rope.*in the log/ })).toBeVisible();
    await expectClean(page, `Find, ${room}`, room);
  });
}

test("so is practice: what is asked, what is told, the bench, progress", async ({ page }) => {
  await openDemo(page);
  await walkPractice(page, (state) => expectClean(page, state));
});

test("the first visit is as clean", async ({ page }) => {
  await page.goto("/");
  await expect(page.getByRole("button", { name: "Open the demo painting" })).toBeVisible();
  await expectClean(page, "first visit");
});

test("where the system sets the colours, every view keeps its paint and its marks", async ({ page }) => {
  await openDemo(page);
  await page.emulateMedia({ forcedColors: "active" });
  for (const view of VIEWS) {
    await goTo(page, view.name);
    await expect.poll(() => paintOf(page), view.name).toMatchObject({ recoloured: [], hasPaint: true });
    await expect.poll(() => vanishedMarks(page), view.name).toEqual([]);
  }
});

/** Paint that the system would paint over; a patch, a smear and a ribbon say of themselves that they are paint. */
function paintOf(
  page: Page,
): Promise<{ readonly hasPaint: boolean; readonly recoloured: readonly string[] }> {
  return page.evaluate(() => {
    const paint = [...document.querySelectorAll("[data-paint]")];
    const recoloured = paint.filter((one) => getComputedStyle(one).forcedColorAdjust !== "none");
    return { hasPaint: paint.length > 0, recoloured: recoloured.map((one) => one.outerHTML.slice(0, 120)) };
  });
}

/** Marks drawn with a background alone, of which nothing is left on a page of the system's colours. */
function vanishedMarks(page: Page): Promise<readonly string[]> {
  return page.evaluate(() => {
    const canvas = getComputedStyle(document.body).backgroundColor;
    return [...document.querySelectorAll<HTMLElement>("#view *, nav *")]
      .filter((one) => /\bbg-(ink|edge)\b/.test(one.className) && one.checkVisibility())
      .filter((one) => one.offsetWidth > 0 && one.textContent === "")
      .filter((one) => {
        const { backgroundColor, borderTopWidth } = getComputedStyle(one);
        return backgroundColor === canvas && borderTopWidth === "0px";
      })
      .map((one) => one.outerHTML.slice(0, 120));
  });
}

/**
 * A room changes tokens and nothing else: of what axe looks at only contrast can differ between rooms. The
 * middle room has the least of it, so it is looked at too; the tokens of the dark one are held by a unit test.
 */
async function expectClean(page: Page, place: string, room: (typeof ROOMS)[number] = "light"): Promise<void> {
  expect(await chromaticColors(page), place).toEqual([]);
  if (room === "dark") return;
  expect(await axeFaults(page, room === "middle" ? { rules: ["color-contrast"] } : {}), place).toEqual([]);
}

test("the policy lets nothing in from elsewhere, and the letters are our own", async ({ page }) => {
  const fonts: string[] = [];
  page.on("response", (response) => {
    if (response.request().resourceType() === "font") fonts.push(response.url());
  });
  const response = await page.goto("/");
  const policy = response?.headers()["content-security-policy"] ?? "";
  expect(policy).toContain("default-src 'self'");
  expect(policy).toMatch(/script-src 'self'(?: 'sha256-[^']+')+;/);
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  expect(policy).toContain("connect-src 'self';");
  await expect(page.getByRole("heading").first()).toBeVisible();
  expect(await page.evaluate(() => document.fonts.check("16px hyperlegible"))).toBe(true);
  expect(fonts.length).toBeGreaterThan(0);
  expect(fonts.every((url) => new URL(url).origin === new URL(page.url()).origin)).toBe(true);
});

test("what the build made comes packed and stays for a year; what it did not make is missing", async ({
  page,
  request,
}) => {
  const scripts: { readonly url: string; readonly headers: Record<string, string> }[] = [];
  page.on("response", (response) => {
    if (response.request().resourceType() === "script")
      scripts.push({ url: response.url(), headers: response.headers() });
  });
  await page.goto("/");
  await expect(page.getByRole("button", { name: "Open the demo painting" })).toBeVisible();
  const large = scripts.filter(({ headers }) => Number(headers["content-length"]) > 2000);
  expect(large.length).toBeGreaterThan(3);
  for (const { url, headers } of large) {
    expect(headers, url).toMatchObject({ "content-encoding": "gzip" });
    expect(headers["cache-control"], url).toMatch(/max-age=31536000.*immutable/);
    const plain = await request.get(url, { headers: { "Accept-Encoding": "identity" } });
    expect(plain.headers()["content-encoding"], url).toBeUndefined();
    expect((await plain.body()).length, url).toBeGreaterThan(Number(headers["content-length"]));
  }
  expect((await request.get("/_next/static/chunks/none.js")).status()).toBe(404);
  expect((await request.get("/_next/static/..%2f..%2fpackage.json")).status()).toBe(404);
});

test("the room is there from the first paint", async ({ page }) => {
  await openDemo(page);
  await enterRoom(page, "dark");
  await page.reload({ waitUntil: "commit" });
  await expect(page.locator("html")).toHaveAttribute("data-room", "dark");
  await expect(page.getByRole("heading", { name: "Settings" })).toBeVisible();
  await page.keyboard.press("r");
  await expect(page.locator("html")).toHaveAttribute("data-room", "light");
});
