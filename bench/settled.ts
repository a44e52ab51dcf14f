import type { Page } from "@playwright/test";

const REST_MS = 1000;

/**
 * Until the first visit is over: half a minute after it at most, all of the application is kept on the machine, and until
 * then a core is busy with that.
 */
export async function settled(page: Page): Promise<void> {
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.waitForTimeout(REST_MS);
}
