/** Takes the pictures of docs/screenshots from the demo data: `npm run build`, then `npm run screenshots`. */
import path from "node:path";
import type { Page } from "@playwright/test";
import { ROOT } from "./project.mjs";
import { withServedBrowser } from "./servedBrowser";
import { choose } from "../../tests/tasks/pages/choose";

const PORT = 3419;
/** An answer is kept, and the next question drawn. */
const SETTLE_MS = 300;
const folder = process.argv[2] ?? path.join(ROOT, "docs/screenshots");
const only = process.argv[3];

type Shot = { name: string; width: number; height: number; take: (page: Page) => Promise<void> };

async function room(page: Page, name: "light" | "middle" | "dark"): Promise<void> {
  for (let i = 0; i < 3; i++) {
    if ((await page.evaluate(() => document.documentElement.dataset.room)) === name) return;
    await page.keyboard.press("r");
    await page.waitForTimeout(150);
  }
}

async function mix(page: Page, number: number): Promise<void> {
  await page
    .locator("nav[aria-label='Notes and piles of this painting'] a")
    .nth(number - 1)
    .click();
  await page.getByRole("heading", { name: /Lay it down|What is in the pile/ }).waitFor();
}

async function tube(page: Page, name: string): Promise<void> {
  await page.getByRole("link", { name: "Tubes", exact: true }).click();
  await page.getByRole("region", { name: "Your box" }).getByRole("button", { name }).click();
  await page.getByRole("heading", { name, level: 2 }).waitFor();
}

async function palette(page: Page, tab: string, words: RegExp): Promise<void> {
  await page.getByRole("link", { name: "Palette", exact: true }).click();
  await page.getByRole("tab", { name: tab }).click();
  await page.getByText(words).first().waitFor();
}

async function strings(page: Page): Promise<void> {
  await page.getByRole("link", { name: "Strings", exact: true }).click();
  await page.getByRole("region", { name: "Mix these first, and split them" }).waitFor();
}

async function charts(page: Page): Promise<void> {
  await page.getByRole("link", { name: "Charts", exact: true }).click();
  await page.locator("[data-cell]").nth(11).click();
  await page.getByRole("heading", { name: "What you painted here" }).waitFor();
}

async function layers(page: Page): Promise<void> {
  // On a phone it is behind “more”.
  const more = page.getByRole("navigation", { name: "Views" }).getByRole("button", { name: "more" });
  if (await more.isVisible()) await more.click();
  await page.getByRole("link", { name: "Layers", exact: true }).click();
  await page.getByRole("heading", { name: "Rust over the hull" }).waitFor();
}

/** Taps until the question is answered, whichever it is. */
async function answer(page: Page): Promise<void> {
  const next = page.getByRole("button", { name: /^Next/ });
  for (let tap = 0; tap < 9 && !(await next.isVisible()); tap++) {
    const mark = page.getByRole("button", { name: "It passes here" });
    if (await mark.isVisible()) await mark.click();
    else await page.keyboard.press(String(1 + (tap % 4)));
    await page.waitForTimeout(SETTLE_MS);
  }
  await next.waitFor();
}

/** A session of the painter's own tubes, at its first question that has answers to choose from. */
async function practice(page: Page): Promise<void> {
  await page.getByRole("link", { name: "Practice", exact: true }).click();
  await page.getByRole("radio", { name: "your palette" }).click();
  await page.getByRole("radio", { name: "10 minutes" }).click();
  await page.getByRole("button", { name: "Begin", exact: true }).click();
  await page.getByRole("region", { name: "Practice" }).getByRole("heading").waitFor();
  while (!(await page.getByRole("list", { name: "Answers" }).isVisible())) {
    await answer(page);
    await page.keyboard.press("n");
    await page.waitForTimeout(SETTLE_MS);
  }
  // What the pointer lies on looks chosen.
  await page.mouse.move(0, 0);
}

const SHOTS: readonly Shot[] = [
  { name: "tubes", width: 1280, height: 800, take: (page) => tube(page, "Prussian blue") },
  { name: "palette", width: 1280, height: 800, take: (page) => palette(page, "Reach", /From value/) },
  { name: "table", width: 1280, height: 800, take: () => Promise.resolve() },
  {
    name: "subject",
    width: 1280,
    height: 800,
    take: async (page) => {
      await page.getByRole("link", { name: "Subject", exact: true }).click();
      const stage = page.getByRole("application");
      await stage.click({ position: { x: 420, y: 290 } });
      await page.getByText("reach it").or(page.getByText("come near")).waitFor();
    },
  },
  { name: "mix", width: 1280, height: 800, take: (page) => mix(page, 5) },
  {
    name: "mix-pile",
    width: 1280,
    height: 800,
    take: async (page) => {
      await mix(page, 4);
      await page
        .getByRole("region", { name: /Add next|Better begin again|Look once more|Leave it/ })
        .waitFor();
    },
  },
  {
    name: "mix-dark",
    width: 1280,
    height: 800,
    take: async (page) => {
      await mix(page, 5);
      await page.getByRole("button", { name: "All added" }).click();
      await page.getByRole("button", { name: "Looks the same" }).click();
      await page.getByRole("button", { name: "Keep as match" }).click();
      // Before the match is there another timer is offered.
      await page.getByText("Match kept").waitFor();
      await page.getByRole("button", { name: "Start it" }).click();
      await page.getByRole("button", { name: "lighten and shade it" }).click();
      await page
        .getByRole("button", { name: /^Make a note/ })
        .first()
        .waitFor();
      await page.getByRole("main").evaluate((main) => {
        main.scrollTo(0, 0);
      });
      await room(page, "dark");
    },
  },
  {
    name: "log",
    width: 1280,
    height: 800,
    take: async (page) => {
      await page.getByRole("link", { name: "Log", exact: true }).click();
      await page.getByRole("table").waitFor();
    },
  },
  {
    name: "settings",
    width: 1280,
    height: 800,
    take: async (page) => {
      await page.getByRole("link", { name: "Settings", exact: true }).click();
      await page.getByRole("region", { name: "Archive", exact: true }).evaluate((archive) => {
        archive.scrollIntoView();
      });
    },
  },
  {
    name: "strings",
    width: 1280,
    height: 800,
    take: async (page) => {
      await strings(page);
      await page.getByRole("button", { name: /^Sand, wet, value 5¾/ }).click();
    },
  },
  {
    name: "strings-phone",
    width: 390,
    height: 844,
    take: async (page) => {
      await page.getByRole("button", { name: "more" }).click();
      await page.getByRole("dialog").getByRole("link", { name: "Strings", exact: true }).click();
      await page.getByRole("button", { name: /^Lichen, value 5¾/ }).click();
    },
  },
  { name: "mix-phone", width: 390, height: 844, take: (page) => mix(page, 4) },
  { name: "charts", width: 1280, height: 800, take: charts },
  {
    name: "charts-wheel",
    width: 1280,
    height: 800,
    take: async (page) => {
      await charts(page);
      await page.getByRole("button", { name: "More charts" }).click();
      await page.getByRole("menuitem", { name: "New: wheel of three" }).click();
      await choose(page.getByLabel("about the note"), { label: "3 Rust streak" });
      await page.locator("[data-cell]").nth(27).click();
    },
  },
  {
    name: "charts-photo",
    width: 1280,
    height: 800,
    take: async (page) => {
      await charts(page);
      await page.getByRole("button", { name: "Read a photo of the painted sheet" }).click();
      await page.getByRole("button", { name: "Take the demo’s photo" }).click();
      const photo = page.getByAltText("The painted sheet");
      await photo.waitFor();
      await page.getByText(/^The page was found by its marks/).waitFor();
      await photo.evaluate((element) => {
        element.scrollIntoView({ block: "start" });
      });
    },
  },
  { name: "layers", width: 1280, height: 800, take: layers },
  { name: "practice", width: 1280, height: 800, take: (page) => practice(page) },
  {
    name: "practice-told",
    width: 1280,
    height: 800,
    take: async (page) => {
      await practice(page);
      await answer(page);
    },
  },
  {
    name: "practice-progress",
    width: 1280,
    height: 800,
    take: async (page) => {
      await page.getByRole("link", { name: "Practice", exact: true }).click();
      await page.getByRole("tab", { name: "Progress" }).click();
      await page.getByRole("img", { name: /^How far off/ }).waitFor();
    },
  },
];

await withServedBrowser(PORT, async (browser, address) => {
  for (const shot of SHOTS) {
    if (only && !only.split(",").includes(shot.name)) continue;
    const context = await browser.newContext({ viewport: { width: shot.width, height: shot.height } });
    const page = await context.newPage();
    page.on("console", (message) => {
      if (message.type() === "error") process.stderr.write(`${shot.name}: ${message.text()}\n`);
    });
    await page.goto(address);
    await page.getByRole("button", { name: "Open the demo painting" }).click();
    await page.getByRole("heading", { name: "Slipway, low tide" }).waitFor();
    await shot.take(page);
    await page.waitForTimeout(500);
    await page.screenshot({ path: path.join(folder, `${shot.name}.png`) });
    await context.close();
    process.stdout.write(`${shot.name}.png\n`);
  }
});
