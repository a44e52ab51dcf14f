/** Wrong files and wrong numbers get a sentence that says what to do, and nothing is lost. */
import { deflateSync } from "node:zlib";
import { expect, goTo, openDemo, said, startPainting, test, trayNote, typeNote } from "./pages/studio";
import { benchOf } from "./pages/bench";

function crc32(bytes: Buffer): number {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return (crc ^ 0xffffffff) >>> 0;
}

/** A flat grey PNG of any size: a few kilobytes that unfold to many megapixels. */
function greyPng(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const length = Buffer.alloc(4);
    length.writeUInt32BE(data.length);
    const sum = Buffer.alloc(4);
    sum.writeUInt32BE(crc32(body));
    return Buffer.concat([length, body, sum]);
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.writeUInt8(8, 8);
  const rows = Buffer.alloc(height * (width + 1), 128);
  for (let y = 0; y < height; y++) rows[y * (width + 1)] = 0;
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk("IHDR", header),
    chunk("IDAT", deflateSync(rows)),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}

test("a file that is no picture, and an empty one, are refused and the open picture stays", async ({
  page,
}) => {
  await openDemo(page);
  await goTo(page, "Subject");
  const picture = page.getByRole("application", { name: /slipway\.jpg/ });
  await expect(picture).toBeVisible();
  const input = page.getByLabel("another picture");
  await input.setInputFiles({
    name: "list.jpg",
    mimeType: "image/jpeg",
    buffer: Buffer.from("not a picture at all"),
  });
  await expect(page.getByRole("main").getByRole("alert")).toContainText("could not be read as a picture");
  await input.setInputFiles({ name: "empty.png", mimeType: "image/png", buffer: Buffer.alloc(0) });
  await expect(page.getByRole("main").getByRole("alert")).toContainText("is empty");
  await expect(picture).toBeVisible();
  await page.reload();
  await expect(picture).toBeVisible();
});

test("a picture of 60 megapixels is taken smaller, with a word", async ({ page }) => {
  await startPainting(page, "Large", ["Raw umber", "Titanium white PW6"]);
  await goTo(page, "Subject");
  await page
    .getByLabel(/^Choose a picture/)
    .setInputFiles({ name: "huge.png", mimeType: "image/png", buffer: greyPng(10_000, 6000) });
  await expect(said(page, /60 megapixels; it is worked on at 2400 × 1440/)).toBeVisible();
  const picture = page.getByRole("application", { name: /huge\.png/ });
  await picture.click();
  await expect(page.getByRole("region", { name: "Colour under the circle" })).toContainText("grey, value 5¼");
});

test("colours that are none are refused, with the field kept", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Subject");
  await page.getByText("A colour without a picture", { exact: true }).click();
  const field = page.getByLabel("Hex or CIELAB (D65)");
  const cases = [
    ["", "Type a hex colour"],
    ["#12x", "neither hex"],
    ["120 0 0", "L* runs from 0"],
    ["50 400 0", "a* and b* of a paint"],
  ] as const;
  for (const [text, words] of cases) {
    await field.fill(text);
    await field.press("Enter");
    await expect(page.getByRole("main").getByRole("alert")).toContainText(words);
    await expect(field).toHaveValue(text);
  }
});

test("a painting without tubes is not started, and says what is missing; without a name it is named after the day", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Start the painting" }).click();
  await expect(page.getByText("Choose at least one tube.")).toBeVisible();
  await page.getByRole("button", { name: "Earths and white" }).click();
  // Blanks are no name either.
  await page.getByLabel("Name of the painting").fill("  \u200b ");
  await page.getByRole("button", { name: "Start the painting" }).click();
  await expect(page.getByRole("heading", { name: /^Painting of \d{1,2} [A-Z][a-z]+$/ })).toBeVisible();
});

test("a palette of one tube gives what it can", async ({ page }) => {
  await startPainting(page, "One tube", ["Raw umber"]);
  await typeNote(page, "60 20 -30", "Far away");
  await expect(page.getByText(/^These tubes do not reach it/)).toContainText(/too dark/);
  await expect(benchOf(page).ticks).toHaveCount(1);
});

test("a colour that no mixture of the board reaches is a normal answer: the nearest, and the miss in words", async ({
  page,
}) => {
  await openDemo(page);
  await trayNote(page, /^9 Buoy/).click();
  await expect(page.getByText(/^These tubes do not reach it/)).toContainText(/too dull/);
  await expect(benchOf(page).ticks.first()).toBeVisible();
});

test("a note that is not there any more leads back, not to an error", async ({ page }) => {
  await openDemo(page);
  await page.goto("/mix?note=gone");
  await expect(page.getByRole("heading", { name: "Nothing to mix yet" })).toBeVisible();
});
