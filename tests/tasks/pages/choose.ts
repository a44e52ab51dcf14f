import { expect, type Locator } from "@playwright/test";

/** Opens a list, as often as it takes: the press itself brings up what covers the field. */
export async function openList(field: Locator): Promise<Locator> {
  const list = field.page().getByRole("listbox");
  await expect(async () => {
    if ((await list.count()) === 0) await field.click({ timeout: 5000 });
    await expect(list).toBeVisible({ timeout: 5000 });
  }).toPass();
  return list;
}

/** Chooses as a painter does: opens the list, and presses what is wanted. @param choice - its words, or its value. */
export async function choose(field: Locator, choice: string | { readonly label: string }): Promise<void> {
  const list = await openList(field);
  const words = typeof choice === "string" ? choice : choice.label;
  const named = list.getByRole("option", { name: words, exact: true });
  await (typeof choice === "string" ? list.locator(`[data-choice="${choice}"]`).or(named) : named).click();
  await expect(list).toHaveCount(0);
}
