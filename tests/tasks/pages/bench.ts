/** The bench as a painter uses it. */
import { expect, type Locator, type Page } from "@playwright/test";

/** Over what is to be done next to a pile that is not right yet. */
export const NEXT_STEP = /Add next|Scrape it back first|Pour some of it off first|Better begin again/;

export type ReadWay = "say it" | "by eye" | "photograph it" | "type it" | "measure it" | "from a file";

export class BenchPage {
  readonly allAdded: Locator;
  readonly ticks: Locator;
  readonly looksTheSame: Locator;
  readonly record: Locator;
  readonly keep: Locator;
  readonly undo: Locator;
  readonly recipes: Locator;
  readonly kept: Locator;
  readonly turns: Locator;

  constructor(readonly page: Page) {
    this.allAdded = page.getByRole("button", { name: "All added" });
    this.ticks = page.getByRole("button", { name: /^Tick:/ });
    this.looksTheSame = page.getByRole("button", { name: "Looks the same" });
    this.record = page.getByRole("button", { name: "Record this reading" });
    this.keep = page.getByRole("button", { name: "Keep as match" });
    this.undo = page.getByRole("button", { name: "undo the last" });
    this.recipes = page.getByRole("radiogroup", { name: /Ways to mix it|The recipe/ });
    this.kept = page.getByText("Match kept");
    this.turns = page.getByRole("region", { name: "The turns of this pile" });
  }

  /**
   * Lays the whole plan down, with the key: the page above may still grow while recipes come, under the mouse.
   * When the recipes are worked out once more in just that moment, the key does nothing, and is pressed again.
   */
  async addAll(): Promise<void> {
    let isPressed = false;
    await expect(async () => {
      // A machine that is slow for a while writes down later than it was waited for.
      if (isPressed && (await this.allAdded.isHidden())) return;
      await expect(this.allAdded).toBeEnabled();
      await this.allAdded.press("Enter");
      isPressed = true;
      await expect(this.allAdded).toBeHidden({ timeout: 5_000 });
    }).toPass({ timeout: 120_000 });
  }

  /** Types a reading of the pile as hex or CIELAB. */
  async type(color: string): Promise<void> {
    await readingOf(this.page, "the pile", "type it");
    await this.page.getByLabel("Hex or CIELAB (D65) of the pile").fill(color);
    await this.page.getByLabel("Hex or CIELAB (D65) of the pile").press("Enter");
  }
}

const benches = new WeakMap<Page, BenchPage>();

/** What a radio button is called, with its swatches. */
export function labelOf(radio: Locator): Locator {
  return radio.locator("xpath=ancestor::label");
}

export function benchOf(page: Page): BenchPage {
  const known = benches.get(page) ?? new BenchPage(page);
  benches.set(page, known);
  return known;
}

/** Unfolds the further additions that are offered. */
export async function moreToChooseFrom(page: Page): Promise<void> {
  await page.getByRole("button", { name: /more to choose from$/ }).click();
}

/** Chooses what is done to a pile now and then. */
export async function moreForPile(page: Page, item: string): Promise<void> {
  await page.getByRole("button", { name: "more for this pile" }).click();
  await page.getByRole("menuitem", { name: item }).click();
}

/** Opens a way of reading a thing, wherever one is read. */
export async function readingOf(scope: Page | Locator, thing: string, way: ReadWay): Promise<void> {
  await scope
    .getByRole("group", { name: `How to read ${thing}` })
    .getByRole("button", { name: way, exact: true })
    .click();
}

/** What is open for a way of reading. */
export function formOf(scope: Page | Locator, thing: string, way: ReadWay): Locator {
  return scope.getByRole("group", { name: `${way}: ${thing}` });
}

/** Records what a form holds. */
export async function recordIn(form: Locator): Promise<void> {
  await form.getByRole("button", { name: "Record this reading" }).click();
}
