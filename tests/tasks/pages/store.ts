/** What the store of the page holds. */
import type { Page } from "@playwright/test";

/** Rows of a table of the painter's own store. */
export async function rowsOf(
  page: Page,
  table: string,
  store: "gaman" | "gaman-demo" = "gaman",
): Promise<readonly Record<string, unknown>[]> {
  return page.evaluate(
    ([name, database]) =>
      new Promise<Record<string, unknown>[]>((resolve, reject) => {
        const opening = indexedDB.open(database);
        opening.onerror = () => {
          reject(new Error("not opened"));
        };
        opening.onsuccess = () => {
          const asked = opening.result.transaction(name).objectStore(name).getAll();
          asked.onsuccess = () => {
            opening.result.close();
            resolve(asked.result as Record<string, unknown>[]);
          };
        };
      }),
    [table, store] as const,
  );
}
