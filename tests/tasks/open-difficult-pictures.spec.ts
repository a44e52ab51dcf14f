/** Files that are not what they seem each end in a clear word, and the store stays as it was. */
import sharp from "sharp";
import { expect, goTo, openDemo, startPainting, test } from "./pages/studio";

const shapes = () =>
  sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="320" height="240"><rect width="320" height="240" fill="#b05030"/><circle cx="90" cy="90" r="60" fill="#204080"/></svg>`,
    ),
  ).removeAlpha();

const flat = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: "#808890" }, limitInputPixels: false });

async function bomb(): Promise<Buffer> {
  const bytes = await shapes().png().toBuffer();
  bytes.writeUInt32BE(60_000, 16);
  bytes.writeUInt32BE(60_000, 20);
  return bytes;
}

async function tornJpeg(): Promise<Buffer> {
  const whole = await shapes().jpeg().toBuffer();
  return whole.subarray(0, whole.length / 2);
}

const REFUSED: readonly { name: string; type: string; make: () => Promise<Buffer>; words: RegExp }[] = [
  { name: "torn.jpg", type: "image/jpeg", make: tornJpeg, words: /damaged, or only part of it arrived/ },
  {
    name: "letter.jpg",
    type: "image/jpeg",
    make: () => Promise.resolve(Buffer.from("Dear painter")),
    words: /could not be read as a picture/,
  },
  { name: "dot.png", type: "image/png", make: () => flat(1, 1).png().toBuffer(), words: /only 1 × 1 pixels/ },
  {
    name: "line.png",
    type: "image/png",
    make: () => flat(30_000, 1).png().toBuffer(),
    words: /only 30000 × 1 pixels/,
  },
  {
    name: "press.jpg",
    type: "image/jpeg",
    make: () => shapes().toColourspace("cmyk").jpeg().toBuffer(),
    words: /printing inks/,
  },
  {
    name: "drawing.svg",
    type: "image/svg+xml",
    make: () =>
      Promise.resolve(
        Buffer.from(
          `<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><script>window.hit = true; fetch("https://example.org/")</script><rect width="90" height="90"/></svg>`,
        ),
      ),
    words: /made of shapes/,
  },
  { name: "bomb.png", type: "image/png", make: bomb, words: /has 3600 megapixels/ },
  {
    name: "phone.heic",
    type: "image/heic",
    make: () => Promise.resolve(Buffer.from("\0\0\0\x18ftypheic\0\0\0\0mif1heic")),
    words: /HEIC, which browsers do not read/,
  },
];

test("each file that cannot be taken says why, and the picture and its notes stay", async ({ page }) => {
  await openDemo(page);
  await goTo(page, "Subject");
  const picture = page.getByRole("application", { name: /slipway\.jpg/ });
  await expect(picture).toBeVisible();
  for (const { name, type, make, words } of REFUSED) {
    await page.getByLabel("another picture").setInputFiles({ name, mimeType: type, buffer: await make() });
    await expect(page.getByRole("main").getByRole("alert"), name).toContainText(words);
    await expect(picture).toBeVisible();
  }
  expect(await page.evaluate(() => "hit" in window)).toBe(false);
  await page.reload();
  await expect(picture).toBeVisible();
  await picture.click();
  await expect(page.getByRole("region", { name: "Colour under the circle" })).toBeVisible();
  await expect(page.getByRole("combobox", { name: "Pictures of this painting" })).toHaveCount(0);
});

test("pictures that move, TIFF, Display P3 and a turned phone photo are taken for what they are", async ({
  page,
}) => {
  await startPainting(page, "Odd files", ["Raw umber", "Titanium white PW6"]);
  await goTo(page, "Subject");
  const gif = await shapes().gif().toBuffer();
  await page
    .getByLabel(/^Choose a picture/)
    .setInputFiles({ name: "moving.gif", mimeType: "image/gif", buffer: gif });
  await expect(page.getByText(/the first frame is taken/)).toBeVisible();

  const tiff = await shapes().withIccProfile("p3").tiff({ compression: "lzw", tile: true }).toBuffer();
  await page
    .getByLabel("another picture")
    .setInputFiles({ name: "scan.tif", mimeType: "image/tiff", buffer: tiff });
  await expect(page.getByText(/taken as sRGB/)).toBeVisible();
  await expect(page.getByRole("application", { name: /scan\.tif/ })).toBeVisible();

  // Stored on its side with the orientation in its data, as phones do: shown upright, 240 wide and 320 high.
  const turned = await shapes()
    .withExif({ IFD0: { Artist: "Nobody Inparticular" } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
  await page
    .getByLabel("another picture")
    .setInputFiles({ name: "turned.jpg", mimeType: "image/jpeg", buffer: turned });
  await expect(page.getByRole("application", { name: /turned\.jpg/ })).toBeVisible();
  await expect
    .poll(() =>
      page
        .getByRole("application")
        .locator("canvas")
        .evaluate((canvas) => [(canvas as HTMLCanvasElement).width, (canvas as HTMLCanvasElement).height]),
    )
    .toEqual([240, 320]);
  const isPrivate = await page.evaluate(async () => {
    const request = indexedDB.open("gaman");
    const db = await new Promise<IDBDatabase>((resolve) => {
      request.onsuccess = () => {
        resolve(request.result);
      };
    });
    const all = db.transaction("pictures").objectStore("pictures").getAll();
    const rows = await new Promise<{ fileName: string; blob: Blob }[]>((resolve) => {
      all.onsuccess = () => {
        resolve(all.result as { fileName: string; blob: Blob }[]);
      };
    });
    db.close();
    const row = rows.find(({ fileName }) => fileName === "turned.jpg");
    return row ? (await row.blob.text()).includes("Nobody") : undefined;
  });
  expect(isPrivate).toBe(false);

  // A red that sRGB does not have: the P3 primary lies near C* 125, sRGB's near 105.
  const red = await sharp({ create: { width: 64, height: 64, channels: 3, background: "#ff0000" } })
    .withIccProfile("p3", { attach: true })
    .png()
    .toBuffer();
  // sharp converts into the profile it attaches, so the most vivid bytes are written over by hand.
  const vivid = await sharp(
    await sharp(red)
      .raw()
      .toBuffer()
      .then((raw) => Buffer.from(raw.map((_, i) => (i % 3 === 0 ? 255 : 0)))),
    {
      raw: { width: 64, height: 64, channels: 3 },
    },
  )
    .keepIccProfile()
    .png()
    .toBuffer();
  const withProfile = await withProfileOf(red, vivid);
  await page
    .getByLabel("another picture")
    .setInputFiles({ name: "vivid.png", mimeType: "image/png", buffer: withProfile });
  const stage = page.getByRole("application", { name: /vivid\.png/ });
  await expect(stage).toBeVisible();
  await stage.click();
  const chroma = page
    .getByRole("region", { name: "Colour under the circle" })
    .getByText(/very bright \(\d+\)/);
  await expect(chroma).toBeVisible();
  expect(Number(/\((\d+)\)/.exec((await chroma.textContent()) ?? "")?.[1])).toBeGreaterThan(112);
});

/** Puts the profile of one PNG into another. */
async function withProfileOf(from: Buffer, into: Buffer): Promise<Buffer> {
  const start = from.indexOf("iCCP") - 4;
  const chunk = from.subarray(start, start + 12 + from.readUInt32BE(start));
  const afterHeader = 8 + 25;
  return Promise.resolve(Buffer.concat([into.subarray(0, afterHeader), chunk, into.subarray(afterHeader)]));
}
