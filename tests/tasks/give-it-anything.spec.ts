/** Pictures and colours pasted or dropped on any view. */
import type { Page } from "@playwright/test";
import sharp from "sharp";
import { benchOf } from "./pages/bench";
import { expect, goTo, openDemo, test } from "./pages/studio";

type Given = { readonly text?: string; readonly picture?: readonly number[] };

/** As the browser gives it: with what it holds, to whatever has the focus. */
async function give(page: Page, kind: "paste" | "drop", given: Given, onto = "body"): Promise<void> {
  await page.evaluate(
    ([how, { text, picture }, selector]) => {
      const data = new DataTransfer();
      if (text !== undefined) data.setData("text/plain", text);
      if (picture) data.items.add(new File([Uint8Array.from(picture)], "given.png", { type: "image/png" }));
      const event =
        how === "paste"
          ? new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true })
          : new DragEvent("drop", { dataTransfer: data, bubbles: true, cancelable: true });
      document.querySelector(selector)?.dispatchEvent(event);
    },
    [kind, given, onto] as const,
  );
}

const VIEWS = ["Table", "Tubes", "Palette", "Mix", "Log", "Settings"] as const;
const COLOURS = [
  "#8a6f52",
  "rgb(74, 125, 128)",
  "46,5 -15,2 -13,1",
  "teal",
  "Lab(55, 20, 30)",
  "hsl(20 40% 50%)",
];

test("a colour pasted or dropped on any view becomes a note that is mixed", async ({ page }) => {
  await openDemo(page);
  let place = 0;
  for (const view of VIEWS) {
    await goTo(page, view);
    const text = COLOURS[place] ?? "#8a6f52";
    await give(page, place % 2 === 0 ? "paste" : "drop", { text });
    await expect(page.getByText(/is note \d+ now/)).toBeVisible();
    await expect(page).toHaveURL(/\/mix\?note=/);
    await expect(benchOf(page).ticks.first()).toBeVisible();
    await page.getByRole("button", { name: "Understood" }).click();
    place++;
  }
});

test("a text that is no colour, or is pasted into a field, changes nothing", async ({ page }) => {
  await openDemo(page);
  const notes = page
    .getByRole("navigation", { name: "Notes and piles of this painting" })
    .getByRole("link", { name: /^\d+ / });
  await expect(notes.last()).toBeVisible();
  const before = await notes.count();
  for (const text of ["brownish", "hello", "#12345", "123456", "250", "x".repeat(100_000)])
    await give(page, "paste", { text });
  await goTo(page, "Tubes");
  await give(page, "paste", { text: "#8a6f52" }, "main input");
  await page.waitForTimeout(300);
  await expect(page).toHaveURL(/\/tubes/);
  await expect(notes).toHaveCount(before);
});

test("a picture given on another view opens on Subject", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Log");
  const png = await sharp({ create: { width: 60, height: 40, channels: 3, background: "#7a5c40" } })
    .png()
    .toBuffer();
  await give(page, "paste", { picture: [...png] });
  await expect(page).toHaveURL(/\/subject/);
  await expect(page.getByRole("application", { name: /given\.png/ })).toBeVisible();
});

test("without a painting what is given is answered with what to do", async ({ page }) => {
  await page.goto("/");
  await expect(page.getByRole("button", { name: "Start the painting" })).toBeVisible();
  await give(page, "paste", { text: "#8a6f52" });
  await expect(
    page.getByText("#8a6f52 is a colour. Start a painting, then it can become a note."),
  ).toBeVisible();
});
