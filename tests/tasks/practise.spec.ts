/** Practice: by keyboard alone and on a phone, broken off and taken up again, and what it comes to after three days. */
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { extractText } from "unpdf";
import { expect, goTo, openDemo, test } from "./pages/studio";

const asked = (page: Page) => page.getByRole("region", { name: "Practice" });
const next = (page: Page) => asked(page).getByRole("button", { name: /^Next/ });
const taps = (page: Page) => asked(page).getByRole("list", { name: "Answers" }).getByRole("button");
const passes = (page: Page) => asked(page).getByRole("button", { name: "It passes here" });
const done = (page: Page) => page.getByRole("heading", { name: "Done" });
/** What is in sight: a question, what an answer shows, or the end. */
const anything = (page: Page) => taps(page).first().or(passes(page)).or(next(page)).or(done(page)).first();

/** Goes on with the Tab key until the control has the keyboard. */
async function tabTo(page: Page, name: RegExp | string, role: "button" | "tab" | "radio"): Promise<void> {
  const control = page.getByRole(role, { name }).first();
  await expect(control).toBeVisible();
  for (let i = 0; i < 60; i++) {
    if (await control.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`The keyboard does not come to ${String(name)}`);
}

/** As long as a finger rests on a key: a choice follows an arrow only while that is down. */
async function pressLong(page: Page, key: string): Promise<void> {
  await page.keyboard.press(key, { delay: 100 });
}

/** Answers so many questions with the keys alone; all of them when no number is given. */
async function answerByKeys(page: Page, most = Number.POSITIVE_INFINITY): Promise<number> {
  let count = 0;
  for (let i = 0; count < most && i < 600; i++) {
    await expect(anything(page)).toBeVisible();
    if (await done(page).isVisible()) return count;
    if (await next(page).isVisible()) {
      count++;
      if (count >= most) return count;
      await page.keyboard.press("n");
      await expect(next(page)).toBeHidden();
    } else if (await passes(page).isVisible()) {
      await tabTo(page, "It passes here", "button");
      await page.keyboard.press("Enter");
      await expect(next(page)).toBeVisible();
    } else await page.keyboard.press(String(1 + (i % 4)));
  }
  return count;
}

async function answerByTouch(page: Page): Promise<number> {
  let count = 0;
  for (let i = 0; i < 600; i++) {
    await expect(anything(page)).toBeVisible();
    if (await done(page).isVisible()) return count;
    if (await next(page).isVisible()) {
      count++;
      await next(page).tap();
      await expect(next(page)).toBeHidden();
    } else if (await passes(page).isVisible()) {
      await page.getByRole("application").tap({ position: { x: 90, y: 120 } });
      await passes(page).tap();
      await expect(next(page)).toBeVisible();
    } else {
      const open = taps(page).and(page.locator(":enabled"));
      const left = await open.count();
      // The last tap may have been the answer already: then the button goes, and the page is looked at again.
      if (left > 0)
        await open
          .nth(i % left)
          .tap({ timeout: 5_000 })
          .catch(() => undefined);
    }
  }
  return count;
}

test("ten minutes by keyboard alone, broken off and gone on with, and progress after three days", async ({
  page,
}) => {
  await page.clock.install({ time: new Date("2026-11-02T09:00:00") });
  await page.goto("/practice");
  await tabTo(page, "Check the screen", "button");
  await page.keyboard.press("Enter");
  expect(await answerByKeys(page)).toBe(4);
  await tabTo(page, "Back to practice", "button");
  await page.keyboard.press("Enter");
  await tabTo(page, /^5 minutes/, "radio");
  await pressLong(page, "ArrowRight");
  await expect(page.getByRole("radio", { name: /^10 minutes/ })).toBeChecked();
  await tabTo(page, "Begin", "button");
  await page.keyboard.press("Enter");
  expect(await answerByKeys(page, 4)).toBe(4);
  // Another check of the screen in between takes nothing of it away.
  await tabTo(page, "go on later", "button");
  await page.keyboard.press("Enter");
  await tabTo(page, "check the screen again", "button");
  await page.keyboard.press("Enter");
  expect(await answerByKeys(page)).toBe(4);
  await tabTo(page, "Back to practice", "button");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/^4 of \d+ are answered/)).toBeVisible();
  const whole = Number(/of (\d+)/.exec(await page.getByText(/^4 of \d+ are answered/).innerText())?.[1]);
  expect(whole).toBeGreaterThan(15);
  // The power goes; the answers do not.
  await page.reload();
  await expect(page.getByText(`4 of ${whole} are answered`)).toBeVisible();
  await tabTo(page, "Go on", "button");
  await page.keyboard.press("Enter");
  await expect(asked(page).getByText(`5 of ${whole}`)).toBeVisible();
  expect(await answerByKeys(page)).toBe(whole - 4);
  await expect(page.getByRole("table", { name: "How far off, in clear steps" })).toBeVisible();

  for (const day of ["2026-11-03T09:00:00", "2026-11-04T09:00:00"]) {
    await page.clock.setFixedTime(new Date(day));
    await page.goto("/practice");
    await expect(page.getByText("Nothing is known of your eye yet")).toHaveCount(0);
    // What was chosen is chosen still.
    const minutes = day.startsWith("2026-11-03") ? [10, 5, 3] : [3];
    await tabTo(page, new RegExp(`^${minutes[0] ?? 3} minutes`), "radio");
    for (const fewer of minutes.slice(1)) {
      await pressLong(page, "ArrowLeft");
      await expect(page.getByRole("radio", { name: `${fewer} minutes`, exact: true })).toBeChecked();
    }
    await tabTo(page, "Begin", "button");
    await page.keyboard.press("Enter");
    expect(await answerByKeys(page)).toBeGreaterThan(3);
  }
  await page.goto("/practice");
  await page.getByRole("tab", { name: "Progress" }).click();
  await expect(page.getByText(/^3 days, \d+ answers, \d+ colours judged\.$/)).toBeVisible();
  await expect(
    page.getByRole("table").first().getByRole("rowheader", { name: "1", exact: true }),
  ).toBeVisible();
  await expect(page.getByRole("img", { name: /^How far off answers about / })).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Table for spreadsheets" }).click(),
  ]);
  const lines = readFileSync(await file.path(), "utf8").split("\r\n");
  expect(lines[0]).toBe("date,level,drill,right,axis,true_L,true_a,true_b,signed_miss,clear_steps");
  expect(lines.length).toBeGreaterThan(whole);
});

test("the simulated bench: hidden paint is matched, and what the engine needed is told", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Practice");
  await page.getByRole("tab", { name: "Simulated bench" }).click();
  await page.getByRole("radio", { name: /^with the instrument/ }).click();
  await page.getByRole("button", { name: "Begin a match" }).click();
  const tubes = page.getByRole("list", { name: "Tubes on the bench" }).getByRole("button");
  await tubes.nth(0).click();
  await tubes.nth(1).click();
  await page.getByRole("button", { name: "Stir and look" }).click();
  await expect(page.getByText(/^The instrument: ΔE [\d.]+, /)).toBeVisible();
  await page.getByRole("radio", { name: "a touch" }).click();
  await tubes.nth(3).click();
  await page.getByRole("button", { name: "Stir and look" }).click();
  await expect(page.getByText(/^1 addition so far/)).toBeVisible();
  // What lies on the bench is there again after a break.
  await page.reload();
  await page.getByRole("tab", { name: "Simulated bench" }).click();
  await expect(page.getByText(/^1 addition so far/)).toBeVisible();
  await page.getByRole("button", { name: "That is it" }).click();
  await expect(page.getByText(/^You: 1 addition, /)).toBeVisible();
  await expect(page.getByText(/^Gaman, with the instrument: \d+ additions?, .*, ΔE [\d.]+\.$/)).toBeVisible();
  await page.getByRole("button", { name: "Another match" }).click();
  await page.getByRole("radio", { name: /^a neutral grey/ }).click();
  await page.getByRole("button", { name: "Begin a match" }).click();
  for (const again of [true, false]) {
    await tubes.nth(0).click();
    await tubes.nth(2).click();
    await page.getByRole("button", { name: "Stir and look" }).click();
    await page.getByRole("button", { name: again ? "That is it; now once more" : "That is it" }).click();
  }
  await expect(page.getByText(/^The two are ΔE 0\.0 apart/)).toBeVisible();
});

test("found colours: said first, then read, then mixed for real, with a page of squares", async ({
  page,
}) => {
  await openDemo(page);
  await goTo(page, "Practice");
  await page.getByRole("tab", { name: "Found colours" }).click();
  await expect(page.getByText("6 of 30 found, 5 said, 4 read, 0 mixed")).toBeVisible();
  await page.getByLabel("the next thing").fill("Blue mug");
  await page.getByRole("button", { name: "Found it" }).click();
  const mug = page.getByRole("region", { name: "Blue mug" });
  const said = mug.getByRole("list", { name: "Answers" }).getByRole("button");
  await mug.getByRole("button", { name: /blue/ }).first().click();
  for (let i = 0; i < 6; i++) await said.nth(1).click();
  await expect(mug.getByText(/^You said: /)).toBeVisible();
  await mug.getByRole("button", { name: "type it" }).click();
  await mug
    .getByLabel(/value, chroma, hue|CIELAB|L\*/)
    .first()
    .fill("40 -4 -30");
  await mug
    .getByRole("button", { name: /^Take|^Record|^Keep/ })
    .first()
    .click();
  await expect(mug.getByText(/What you said is|You said it right/)).toBeVisible();
  await expect(page.getByText("7 of 30 found, 6 said, 5 read, 0 mixed")).toBeVisible();
  const [pdf] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "PDF", exact: true }).click(),
  ]);
  const { text } = await extractText(new Uint8Array(readFileSync(await pdf.path())), { mergePages: true });
  expect(text).toContain("7 Blue mug");
  expect(text).toContain("30");
  await mug.getByRole("button", { name: "Mix it" }).click();
  await expect(page).toHaveURL(/\/mix\?note=/);
  await expect(page.getByRole("heading", { name: /Blue mug/ })).toBeVisible();
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("a session is answered by touch, one thing after the other", async ({ page }) => {
    await openDemo(page);
    await goTo(page, "Practice");
    await page.getByRole("radio", { name: "3 minutes" }).tap();
    await page.getByRole("radio", { name: "black, white and one earth" }).tap();
    await page.getByRole("button", { name: "Begin", exact: true }).tap();
    expect(await answerByTouch(page)).toBeGreaterThan(4);
    await expect(page.getByText(/^\d+ of \d+ answers were right\.$/)).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });
});
