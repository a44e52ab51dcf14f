/** Practice as a walk goes through it: each of its tabs, then some questions, asked and told. */
import type { Page } from "@playwright/test";
import { expect, goTo } from "./studio";

const QUESTIONS = 4;

/** @param look - at what is there; each drill is looked at once. */
export async function walkPractice(page: Page, look: (state: string) => Promise<void>): Promise<void> {
  await goTo(page, "Practice");
  for (const tab of ["Found colours", "Progress", "Simulated bench"]) {
    await page.getByRole("tab", { name: tab }).click();
    await expect(page.getByRole("tabpanel", { name: tab })).toBeVisible();
    if (tab === "Progress") await expect(page.getByRole("img", { name: /^How far off/ })).toBeVisible();
    if (tab === "Simulated bench") await page.getByRole("button", { name: "Begin a match" }).click();
    await look(tab);
  }
  await page.getByRole("tab", { name: "Today" }).click();
  await page.getByRole("button", { name: "Begin", exact: true }).click();
  const drills = new Set<string>();
  const next = page.getByRole("button", { name: /^Next/ });
  for (let count = 0; count < QUESTIONS; count++) {
    const heading = await page.getByRole("region", { name: "Practice" }).getByRole("heading").innerText();
    const drill = heading.replace(/ \d.*/s, "");
    const isNew = !drills.has(drill);
    drills.add(drill);
    if (isNew) await look(`${drill}, asked`);
    let taps = 0;
    await expect(async () => {
      const mark = page.getByRole("button", { name: "It passes here" });
      if (await mark.isVisible()) await mark.click();
      else await page.keyboard.press(String(1 + (taps++ % 4)));
      await expect(next).toBeVisible({ timeout: 300 });
    }).toPass({ intervals: [0] });
    if (isNew) await look(`${drill}, told`);
    await page.keyboard.press("n");
    await expect(next).toBeHidden();
    if (await page.getByRole("heading", { name: "Done" }).isVisible()) break;
  }
}
