import { expect, openDemo, test } from "./pages/studio";
import { choose } from "./pages/choose";

test("what is to be mixed is listed in the order of choice, and the choice is kept", async ({ page }) => {
  await openDemo(page);
  const list = page.getByRole("region", { name: "What to do next" });
  const first = list.getByRole("button", { name: /^Mix / }).first();
  await expect(first).toBeVisible();
  const byNumber = await first.getAttribute("aria-label");
  await choose(list.getByLabel("In this order"), "light first");
  await expect(first).not.toHaveAttribute("aria-label", byNumber ?? "");
  await expect(first).toHaveAttribute("aria-label", /Sky in puddle/);
  await choose(list.getByLabel("In this order"), "dark first");
  await expect(first).toHaveAttribute("aria-label", /Keel tar/);
  await page.reload();
  await expect(list.getByLabel("In this order")).toHaveText("dark first");
  await expect(first).toHaveAttribute("aria-label", /Keel tar/);
});
