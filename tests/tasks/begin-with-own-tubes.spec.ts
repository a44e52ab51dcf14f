import { benchOf } from "./pages/bench";
import { expect, goTo, openDemo, openTube, test, trayNote } from "./pages/studio";
import { choose } from "./pages/choose";

test("a stranger with five acrylic tubes has a recipe for a colour in nine actions", async ({ page }) => {
  await page.goto("/");
  let actions = 0;
  const act = async (action: Promise<void>): Promise<void> => {
    await action;
    actions++;
  };
  const start = page.getByRole("button", { name: "Start the painting" });
  // The button that goes on is in sight from the first to the last step.
  await expect(start).toBeInViewport({ ratio: 1 });
  await act(page.getByRole("radio", { name: "acrylic" }).click());
  await act(page.getByRole("radio", { name: "students’ grade" }).click());
  await act(page.getByRole("button", { name: "Earths and white" }).click());
  await expect(page.getByText("Tubes on the board: 5")).toBeVisible();
  await act(page.getByLabel("Name of the painting").fill("Wall"));
  await act(page.getByLabel(/^A colour to mix first/).fill("#8a6f52"));
  await expect(start).toBeInViewport({ ratio: 1 });
  await act(start.click());
  await expect(page.getByRole("heading", { name: /^Mix note 1/ })).toBeAttached();
  await expect(benchOf(page).ticks.first()).toBeVisible();
  await act(page.getByRole("button", { name: "All added" }).click());
  await act(page.getByRole("button", { name: "Looks the same" }).click());
  await act(page.getByRole("button", { name: "Keep as match" }).click());
  await expect(page.getByText("Match kept")).toBeVisible();
  expect(actions).toBeLessThanOrEqual(9);
  await openTube(page, "Yellow ochre");
  await expect(page.getByRole("main")).toContainText(/acrylic/);
  await expect(page.getByRole("main")).toContainText(/student/);
});

test("watercolour offers boxes without white", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("radio", { name: "watercolour" }).click();
  await page.getByRole("button", { name: "Six for washes" }).click();
  await expect(page.getByText("Tubes on the board: 6")).toBeVisible();
  await expect(page.getByRole("button", { name: "Earths and white" })).toHaveCount(0);
});

test("paints are found by what painters call them, and what cannot be computed is said", async ({ page }) => {
  await page.goto("/");
  const find = page.getByLabel("Find by name, code or family");
  const first = page.getByRole("list", { name: "Generic paints" }).getByRole("listitem").first();
  for (const [typed, found] of [
    ["phthalo blue", "Phthalocyanine blue, green shade"],
    ["cad red", "Cadmium red light"],
    ["pb 15:1", "Phthalocyanine blue, red shade"],
    ["paynes gray", "Payne's grey"],
    ["vermilion", "holds mercury"],
    ["opera rose", "No recipe can be worked out with it"],
    ["xqz", "Try its pigment code"],
  ] as const) {
    await find.fill(typed);
    await expect(first).toContainText(found);
  }
});

test("a first colour that is none is refused, and nothing is lost", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Earths and white" }).click();
  await page.getByLabel("Name of the painting").fill("Wall");
  await page.getByLabel(/^A colour to mix first/).fill("brownish");
  await page.getByRole("button", { name: "Start the painting" }).click();
  await expect(page.getByText(/neither hex/)).toBeVisible();
  await expect(page.getByText("Tubes on the board: 5")).toBeVisible();
  await page.getByLabel(/^A colour to mix first/).fill("");
  await page.getByRole("button", { name: "Start the painting" }).click();
  await expect(page.getByRole("heading", { name: "Wall" })).toBeVisible();
});

test("a match that must be invisible is warned of another shine", async ({ page }) => {
  await openDemo(page);
  await trayNote(page, /^8 Slip wall/).click();
  await page.getByRole("button", { name: /name and kind of the note/ }).click();
  await choose(page.getByLabel("Its surface is"), "matt");
  await page.keyboard.press("Escape");
  await expect(page.getByText(/The target is matt/)).toHaveCount(0);
  await choose(page.getByLabel("How close must it be?"), "vanish");
  await expect(page.getByText(/Say in Settings how your dry oil paint shines/)).toBeVisible();
  await goTo(page, "Settings");
  await choose(page.getByLabel("Dry oil is"), "varnished");
  await trayNote(page, /^8 Slip wall/).click();
  await expect(page.getByText(/The target is matt and your paint dries gloss/)).toBeVisible();
});

test("names are typed one after the other: Enter takes what was found, and the form waits", async ({
  page,
}) => {
  await page.goto("/");
  const find = page.getByLabel("Find by name, code or family");
  await find.click();
  for (const [i, [typed, label]] of [
    ["sepia", "Sepia, hue"],
    ["PB15:3", "Phthalocyanine blue, green shade"],
    ["new gamboge", "Gamboge, hue"],
  ].entries()) {
    await page.keyboard.type(typed ?? "");
    await page.keyboard.press("Enter");
    await expect(page.getByText(`Tubes on the board: ${i + 1}, the last one ${label}`)).toBeVisible();
    await expect(find).toBeFocused();
  }
  // Twice the same, nothing found, and nothing typed change nothing.
  for (const typed of ["sepia", "xqzzt", ""]) {
    await find.fill(typed);
    await page.keyboard.press("Enter");
    await expect(page.getByText("Tubes on the board: 3")).toBeVisible();
  }
  // The form was not sent with what was typed.
  await expect(page.getByRole("button", { name: "Start the painting" })).toBeVisible();
});

test("by keyboard the list of paints is one stop, with arrows inside", async ({ page }) => {
  await page.goto("/");
  const find = page.getByLabel("Find by name, code or family");
  await find.focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("checkbox", { name: /^Titanium white/ })).toBeFocused();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Space");
  await expect(page.getByText("Tubes on the board: 1")).toBeVisible();
  await page.keyboard.press("End");
  await page.keyboard.press("Space");
  await expect(page.getByText("Tubes on the board: 2")).toBeVisible();
  await page.keyboard.press("Tab");
  await expect(page.getByLabel("Name of the painting")).toBeFocused();
  await page.keyboard.press("Shift+Tab");
  await expect(page.getByRole("checkbox").last()).toBeFocused();
});

test("the first colour comes from a photo, or from anywhere on the screen", async ({ page }) => {
  await page.addInitScript(() => {
    Object.assign(window, {
      EyeDropper: class {
        open = () => Promise.resolve({ sRGBHex: "#7a6a58" });
      },
    });
  });
  await page.goto("/");
  await page.getByRole("button", { name: "Pick from the screen" }).click();
  await expect(page.getByLabel(/^A colour to mix first/)).toHaveValue("#7a6a58");
  await page.getByLabel(/^A colour to mix first/).fill("");
  await page.getByRole("button", { name: "Earths and white" }).click();
  await page.getByLabel("Name of the painting").fill("Shore");
  await page.getByLabel("Or a photo to find colours in").setInputFiles("public/demo/slipway.jpg");
  await expect(page.getByText("slipway.jpg opens when the painting is started.")).toBeVisible();
  await page.getByRole("button", { name: "Start the painting" }).click();
  await expect(page.getByRole("application", { name: /slipway\.jpg/ })).toBeVisible();
});

test("where it is chosen, the screen stays on while a pile lies open", async ({ page }) => {
  await page.addInitScript(() => {
    let held = 0;
    Object.defineProperty(navigator, "wakeLock", {
      value: {
        request: () => {
          document.documentElement.dataset.held = String(++held);
          return Promise.resolve({
            release: () => {
              document.documentElement.dataset.held = String(--held);
              return Promise.resolve();
            },
          });
        },
      },
    });
  });
  await openDemo(page);
  const held = () => page.evaluate(() => document.documentElement.dataset.held ?? "0");
  await goTo(page, "Settings");
  await page.getByLabel("keep the screen on while a pile lies open").check();
  expect(await held()).toBe("0");
  await trayNote(page, /^4 Hull/).click();
  await expect.poll(held).toBe("1");
  await goTo(page, "Table");
  await expect.poll(held).toBe("0");
});

test("on a full board every name stands in whole words", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Figure and landscape" }).click();
  await page.getByRole("button", { name: "Start the painting" }).click();
  await expect(page.getByRole("heading", { name: /^Painting of/ })).toBeVisible();
  const names = page.getByRole("region", { name: "Board" }).locator(".font-semibold");
  await expect(names.nth(7)).toBeAttached();
  expect(await names.evaluateAll(brokenWords)).toEqual([]);
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await names.evaluateAll(brokenWords)).toEqual([]);
});

/** Words that go on in another line, where no hyphen is, or are cut off. */
function brokenWords(names: readonly Element[]): string[] {
  return names.flatMap((name) => {
    const text = name.firstChild;
    if (!text) return ["nothing"];
    const bottom = name.getBoundingClientRect().bottom + 1;
    return [...(text.textContent ?? "").matchAll(/[^\s\u00ad]+/g)].flatMap((word) => {
      const range = document.createRange();
      range.setStart(text, word.index);
      range.setEnd(text, word.index + word[0].length);
      const lines = new Set([...range.getClientRects()].map(({ top }) => Math.round(top)));
      return lines.size === 1 && range.getBoundingClientRect().bottom <= bottom ? [] : [word[0]];
    });
  });
}
