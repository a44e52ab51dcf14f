/** What the browser tests share. */
import { test as base, expect, type Locator, type Page } from "@playwright/test";
import { lay, storedBy } from "./laidDemo";
import { answerLate } from "./slowMachine";

export { expect };

/** Every test fails on an error in the console, an uncaught exception, or a request to another origin. */
export const test = base.extend<{ quiet: undefined }>({
  quiet: [
    async ({ page, baseURL }, use) => {
      const problems: string[] = [];
      page.on("console", (message) => {
        if (message.type() === "error") problems.push(message.text());
      });
      page.on("pageerror", (error) => problems.push(String(error)));
      page.on("request", (request) => {
        const { protocol, origin } = new URL(request.url());
        if (protocol.startsWith("http") && origin !== baseURL) problems.push(`request to ${request.url()}`);
      });
      lookAtLines(page);
      clickLikeAPerson(page);
      const late = Number(process.env.SLOW ?? 0);
      if (late > 0) await answerLate(page, late);
      await use(undefined);
      expect(problems).toEqual([]);
    },
    { auto: true },
  ],
});

/** A line is also spoken, from a copy that comes and goes. A test that looks for words means the line. */
function lookAtLines(page: Page): void {
  const find = page.getByText.bind(page);
  page.getByText = (...asked) => find(...asked).and(page.locator(":not([data-spoken], [data-spoken] *)"));
}

/**
 * On a slow machine the page may move between the press and the release of the mouse, and the click is nobody's.
 * A person sees that nothing happened, and clicks again.
 */
function clickLikeAPerson(page: Page): void {
  const locators = Object.getPrototypeOf(page.locator("html")) as Pick<Locator, "click"> & {
    isPatient?: boolean;
  };
  if (locators.isPatient) return;
  locators.isPatient = true;
  const clickOnce = locators.click;
  locators.click = async function (this: Locator, options) {
    if (options) {
      await clickOnce.call(this, options);
      return;
    }
    const element = await this.elementHandle();
    const heard = await element.evaluateHandle((target) => {
      const state = { isClicked: false };
      target.addEventListener("click", () => (state.isClicked = true), { capture: true, once: true });
      return state;
    });
    await clickOnce.call(this);
    const isLost = async (): Promise<boolean> => {
      try {
        const isClicked = await heard.evaluate((state) => state.isClicked);
        const isThere = await element.evaluate((target) => target.isConnected);
        return !isClicked && isThere;
      } catch {
        // The page has gone on.
        return false;
      }
    };
    if (await isLost()) {
      await this.page().waitForTimeout(500);
      if (await isLost()) await clickOnce.call(this);
    }
  };
}

export const VIEWS = [
  { name: "Table", path: "/" },
  { name: "Tubes", path: "/tubes" },
  { name: "Palette", path: "/palette" },
  { name: "Subject", path: "/subject" },
  { name: "Mix", path: "/mix" },
  { name: "Strings", path: "/strings" },
  { name: "Charts", path: "/charts" },
  { name: "Practice", path: "/practice" },
  { name: "Layers", path: "/layers" },
  { name: "Log", path: "/log" },
  { name: "Settings", path: "/settings" },
] as const;

export const ROOMS = ["light", "middle", "dark"] as const;

let laid: string | undefined;

/** The demo as a painter opens it. */
export async function openDemoByHand(page: Page): Promise<void> {
  await page.goto("/");
  await page.getByRole("button", { name: "Open the demo painting" }).click();
  await expect(page.getByRole("heading", { name: "Slipway, low tide" })).toBeVisible();
}

/**
 * The demo as the start of a test. Each worker opens it by hand once; for later tests what was stored then is laid out at
 * once, as opening it takes a fifth of a test.
 */
export async function openDemo(page: Page): Promise<void> {
  if (!laid) {
    await openDemoByHand(page);
    laid = await storedBy(page);
    return;
  }
  await lay(page, laid);
  await page.goto("/");
  await expect(page.getByRole("heading", { name: "Slipway, low tide" })).toBeVisible();
}

export async function goTo(page: Page, view: string): Promise<void> {
  const views = page.getByRole("navigation", { name: "Views" });
  const link = views.getByRole("link", { name: view, exact: true });
  const more = views.getByRole("button", { name: "more" });
  // Right after a reload neither is there yet.
  await expect(link.or(more).filter({ visible: true }).first()).toBeVisible();
  // Of the two the drawer is taken only where it is there and the link is not: a view that is drawn anew has neither.
  if ((await link.isVisible()) || !(await more.isVisible())) {
    await link.click();
    await expect(link).toHaveAttribute("aria-current", "page");
    return;
  }
  // On a phone the views that do not fit under the thumb are in a drawer.
  await more.click();
  const drawer = page.getByRole("dialog", { name: "Views" });
  await drawer.getByRole("link", { name: view, exact: true }).click();
  await expect(drawer).toBeHidden();
  await expect(page).toHaveURL(new RegExp(`${VIEWS.find(({ name }) => name === view)?.path ?? ""}(\\?|$)`));
}

export async function enterRoom(page: Page, room: (typeof ROOMS)[number]): Promise<void> {
  await goTo(page, "Settings");
  await page.getByRole("radio", { name: room, exact: true }).click();
  await expect(page.locator("html")).toHaveAttribute("data-room", room);
}

export function trayNote(page: Page, name: string | RegExp) {
  return page
    .getByRole("navigation", { name: "Notes and piles of this painting" })
    .getByRole("link", { name });
}

/** A painting of one's own with these paints on the board. */
export async function startPainting(page: Page, title: string, paints: readonly string[]): Promise<void> {
  await page.goto("/");
  await page.getByLabel("Name of the painting").fill(title);
  // Not the stand-in that is called after it.
  for (const paint of paints)
    await page
      .getByRole("checkbox", { name: new RegExp(`^${paint.replace(/[()]/g, "\\$&")}(?!, hue)`) })
      .check();
  await page.getByRole("button", { name: "Start the painting" }).click();
  await expect(page.getByRole("heading", { name: title })).toBeVisible();
}

/** A note typed as hex or CIELAB; ends on the bench. */
export async function typeNote(page: Page, color: string, name: string): Promise<void> {
  await goTo(page, "Subject");
  await page.getByText("A colour without a picture", { exact: true }).click();
  await page.getByLabel("Hex or CIELAB (D65)").fill(color);
  await page.getByLabel("Name of this note").fill(name);
  await page.getByRole("button", { name: "Keep and mix" }).click();
  await expect(page.getByRole("heading", { name: new RegExp(`Mix note \\d+, ${name}`) })).toBeAttached();
}

/** A line that is shown and spoken; the copy in the live region is left out. */
export const said = (page: Page, text: string | RegExp) =>
  page.locator("[data-says]").filter({ hasText: text });

export const boxOf = (page: Page) => page.getByRole("region", { name: "Your box" });

export async function openTube(page: Page, name: string): Promise<void> {
  await goTo(page, "Tubes");
  await boxOf(page).getByRole("button", { name }).click();
  await expect(page.getByRole("heading", { name, level: 2 })).toBeVisible();
}
