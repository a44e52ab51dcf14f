/** The board as a hand uses it: a tube, an amount; and the simulated colorimeter. */
import { expect, type Page } from "@playwright/test";

export const board = (page: Page) => page.getByRole("region", { name: "Board" });

/** Two actions: a tube on the board, an amount. */
export async function dose(page: Page, tube: string, amount: string, into = "the pile"): Promise<void> {
  await board(page)
    .getByRole("button", { name: `Add ${tube} to ${into}`, exact: true })
    .click();
  await page.getByRole("dialog").getByRole("button", { name: amount, exact: true }).click();
  await expect(page.getByRole("dialog")).toBeHidden();
}

/** Measures the pile until a reading comes: now and then the instrument is held unsteadily or loses its cable. */
export async function measurePile(page: Page): Promise<void> {
  const undo = page.getByRole("button", { name: "undo the last reading" });
  await expect(async () => {
    for (const name of ["Connect", "Calibrate on the white tile"]) {
      const button = page.getByRole("button", { name, exact: true });
      if (!(await button.isVisible())) continue;
      await button.click();
      await expect(button).toBeHidden({ timeout: 3_000 });
    }
    await page.getByRole("button", { name: "Measure the pile" }).click({ timeout: 2_000 });
    await expect(undo).toBeVisible({ timeout: 2_000 });
  }).toPass({ timeout: 120_000 });
}
