/** Long tasks of a page's main thread, as its browser reports them. */
import type { Page } from "@playwright/test";

type Store = { longTasks: number[] };

/** To be called before the page is opened. */
export async function watchLongTasks(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const store = window as unknown as Store;
    store.longTasks = [];
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) store.longTasks.push(entry.duration);
    }).observe({ type: "longtask", buffered: true });
  });
}

export async function forgetLongTasks(page: Page): Promise<void> {
  await page.evaluate(() => {
    (window as unknown as Store).longTasks = [];
  });
}

/** Milliseconds of the longest since they were last forgotten; 0 for none. */
export async function longestTask(page: Page): Promise<number> {
  return Math.max(0, ...(await page.evaluate(() => (window as unknown as Store).longTasks)));
}

/** A check that cannot fail is none: the observer must see a task that is long on purpose. */
export async function assertLongTasksAreSeen(page: Page): Promise<void> {
  const seen = await page.evaluate(async () => {
    const store = window as unknown as Store;
    store.longTasks = [];
    setTimeout(() => {
      const end = performance.now() + 90;
      while (performance.now() < end);
    }, 0);
    await new Promise((resolve) => setTimeout(resolve, 400));
    return store.longTasks.length;
  });
  if (seen === 0) throw new Error("This browser does not report long tasks");
}
