/**
 * `SLOW=1500 npx playwright test`: workers, that of the store among them, answer up to that many milliseconds later.
 * What only holds on a quick machine is found here, before a busy one finds it.
 */
import type { Page } from "@playwright/test";

export async function answerLate(page: Page, longestMs: number): Promise<void> {
  await page.addInitScript((longest) => {
    const late = () => new Promise((resolve) => setTimeout(resolve, Math.random() * longest));
    const send = Object.getOwnPropertyDescriptor(Worker.prototype, "postMessage")?.value as (
      ...message: unknown[]
    ) => void;
    // Messages keep their order.
    const last = new WeakMap<Worker, Promise<void>>();
    Worker.prototype.postMessage = function (this: Worker, ...message: unknown[]) {
      const before = last.get(this) ?? Promise.resolve();
      last.set(
        this,
        before.then(late).then(() => {
          send.apply(this, message);
        }),
      );
    };
  }, longestMs);
}
