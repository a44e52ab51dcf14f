import { expect, test } from "@playwright/test";
import { openDemo } from "./pages/studio";

/** Eight bytes that every machine with WebAssembly compiles. */
const EMPTY = [0, 0x61, 0x73, 0x6d, 1, 0, 0, 0];

test("workers search with the kernel, and a page may not compile one", async ({ page }) => {
  await openDemo(page);
  await page.goto("/mix");
  await expect
    .poll(async () => {
      const marks = await Promise.all(
        page
          .workers()
          .map((worker) =>
            worker.evaluate(() => performance.getEntriesByType("mark").map(({ name }) => name)),
          ),
      );
      return marks.flat();
    })
    .toContain("kernel simd");
  const pageAnswer = await page.evaluate((bytes) => {
    try {
      new WebAssembly.Module(Uint8Array.from(bytes));
      return "compiled";
    } catch (error) {
      return error instanceof WebAssembly.CompileError ? "refused" : String(error);
    }
  }, EMPTY);
  expect(pageAnswer).toBe("refused");
});
