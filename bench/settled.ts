import type { Page } from "@playwright/test";

const REST_MS = 1000;

/** Waits until all of the application is kept on this machine: at a first visit that takes a core for some seconds. */
export async function settled(page: Page): Promise<void> {
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.waitForTimeout(REST_MS);
}
