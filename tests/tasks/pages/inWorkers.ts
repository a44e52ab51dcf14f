/** What a browser may do to the store's own worker, where no script of a test is run before the page's. */
import type { Page } from "@playwright/test";

/** Every worker of the page runs this before its own script. */
export async function beforeWorkers(page: Page, prelude: () => void): Promise<void> {
  await page.route(/\/turbopack-worker-[^/]*\.js/, async (route) => {
    const response = await route.fetch();
    await route.fulfill({ response, body: `(${prelude.toString()})();\n${await response.text()}` });
  });
}

/** The scripts of workers do not arrive, as when half of the application was deleted from the disk. */
export async function withoutWorkers(page: Page): Promise<void> {
  await page.route(/\/turbopack-worker-[^/]*\.js/, (route) => route.abort());
}
