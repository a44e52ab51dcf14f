/** What a browser may do to the store's own worker, where no script of a test is run before the page's. */
import type { Page } from "@playwright/test";

const KEEPER = /\/keeper-[^/]*\.js/;

/** The worker runs this before its own script. */
export async function beforeKeeper(page: Page, prelude: () => void): Promise<void> {
  await page.route(KEEPER, async (route) => {
    const response = await route.fetch();
    await route.fulfill({ response, body: `(${prelude.toString()})();\n${await response.text()}` });
  });
}

/** Its script does not arrive, as when half of the application was deleted from the disk. */
export async function withoutKeeper(page: Page): Promise<void> {
  await page.route(KEEPER, (route) => route.abort());
}
