import sharp from "sharp";
import { describe, expect, it } from "vitest";
import { mapped, madeTiff, type Paint, type TiffLayout } from "../../tests/support/tiffs";
import { deltaE2000 } from "../core/color/ciede2000";
import { labFromSrgb } from "../core/color/srgb";
import { srgb } from "../core/color/types";
import { decodeTiff } from "./tiff";

const WIDTH = 70;
const HEIGHT = 52;
/** Soft, so that a packing that blurs colour a little changes nothing that is seen. */
const paint: Paint = (x, y) => [40 + 2 * x, 60 + 3 * y, 200 - x - y, 128 + x];
const rgb = Buffer.from(
  Array.from({ length: WIDTH * HEIGHT }, (_, at) =>
    paint(at % WIDTH, Math.floor(at / WIDTH)).slice(0, 3),
  ).flat(),
);
const rgba = Buffer.from(
  Array.from({ length: WIDTH * HEIGHT }, (_, at) => [...paint(at % WIDTH, Math.floor(at / WIDTH))]).flat(),
);
const saved = () => sharp(rgb, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } });
const savedWithAlpha = () => sharp(rgba, { raw: { width: WIDTH, height: HEIGHT, channels: 4 } });

const decoded = (file: Buffer) => decodeTiff(Uint8Array.from(file));

/** The worst ΔE00 of a pixel against what another decoder makes of the same file; NaN where the sizes differ. */
async function worstAgainstSharp(file: Buffer): Promise<number> {
  const own = await decoded(file);
  if (!own.ok) throw new Error(JSON.stringify(own.failure));
  const theirs = sharp(file).rotate();
  const isDeep = (await sharp(file).metadata()).depth === "ushort";
  const { data, info } = await theirs
    .toColourspace(isDeep ? "rgb16" : "srgb")
    .removeAlpha()
    .raw({ depth: isDeep ? "ushort" : "uchar" })
    .toBuffer({ resolveWithObject: true });
  const levels = isDeep ? new Uint16Array(data.buffer, data.byteOffset, data.length / 2) : data;
  const most = isDeep ? 65_535 : 255;
  const { widthPx, heightPx } = own.value;
  if (info.width !== widthPx || info.height !== heightPx) return Number.NaN;
  let worst = 0;
  for (let pixel = 0; pixel < widthPx * heightPx; pixel++) {
    const at = pixel * info.channels;
    const [r, g = r, b = r] = levels.subarray(at, at + Math.min(3, info.channels));
    const [ownR, ownG, ownB] = own.value.rgba.subarray(4 * pixel);
    const difference = deltaE2000(labOf(r, g, b, most), labOf(ownR, ownG, ownB, 255));
    worst = Math.max(worst, difference);
  }
  return worst;
}

function labOf(r = 0, g = 0, b = 0, most: number) {
  return labFromSrgb(srgb(r / most, g / most, b / most));
}

const PACKINGS = ["none", "lzw", "deflate", "packbits", "jpeg"] as const;

describe("a TIFF as an image library saves it", () => {
  for (const compression of PACKINGS) {
    for (const tile of [false, true]) {
      it(`packed ${compression}, ${tile ? "tiles" : "strips"}`, async () => {
        const options = { compression, tile, tileWidth: 32, tileHeight: 16, quality: 95 } as const;
        expect(await worstAgainstSharp(await saved().tiff(options).toBuffer())).toBeLessThanOrEqual(1);
        expect(
          await worstAgainstSharp(await saved().greyscale().tiff(options).toBuffer()),
        ).toBeLessThanOrEqual(1);
      });
      if (compression === "jpeg") continue;
      it(`packed ${compression}, ${tile ? "tiles" : "strips"}, 16 bits and alpha`, async () => {
        const options = {
          compression,
          tile,
          tileWidth: 32,
          tileHeight: 16,
          predictor: "horizontal",
        } as const;
        expect(
          await worstAgainstSharp(await saved().toColourspace("rgb16").tiff(options).toBuffer()),
        ).toBeLessThanOrEqual(1);
        expect(await worstAgainstSharp(await savedWithAlpha().tiff(options).toBuffer())).toBeLessThanOrEqual(
          1,
        );
      });
    }
  }

  it("says when its profile is of another space than sRGB", async () => {
    for (const [profile, isUnread] of [
      ["p3", true],
      ["srgb", false],
    ] as const)
      expect(await decoded(await saved().withIccProfile(profile).tiff().toBuffer())).toMatchObject({
        value: { hasUnreadProfile: isUnread },
      });
    expect(await decoded(await saved().tiff().toBuffer())).toMatchObject({
      value: { hasUnreadProfile: false },
    });
  });

  it("with one bit", async () => {
    const file = await saved()
      .greyscale()
      .threshold(128)
      .tiff({ bitdepth: 1, compression: "none" })
      .toBuffer();
    expect(await worstAgainstSharp(file)).toBeLessThanOrEqual(1);
  });
});

const LAYOUTS: readonly TiffLayout[] = [false, true].flatMap((bigEndian) =>
  [undefined, [32, 16] as const].flatMap((tile) =>
    [false, true].flatMap((planar) =>
      ([8, 16] as const).flatMap((bits) => [
        { bigEndian, tile, planar, bits },
        { bigEndian, tile, planar, bits, packing: "deflate" as const, differences: true },
        { bigEndian, tile, planar, bits, packing: "packbits" as const, alpha: "straight" as const },
      ]),
    ),
  ),
);

describe("a TIFF of every layout", () => {
  for (const layout of LAYOUTS) {
    it(JSON.stringify(layout), async () => {
      const file = madeTiff(WIDTH, HEIGHT, paint, layout);
      const own = await decoded(file);
      expect(own.ok).toBe(true);
      if (!own.ok) return;
      // What was painted is the truth; the other decoder agrees that the file is in order.
      const wanted = layout.alpha ? rgba : Buffer.from(rgba.map((level, at) => (at % 4 === 3 ? 255 : level)));
      expect(Buffer.from(own.value.rgba).equals(wanted)).toBe(true);
      // The other decoder does not read tiles whose colours lie apart.
      if (!(layout.tile && layout.planar)) expect(await worstAgainstSharp(file)).toBeLessThanOrEqual(1);
    });
  }

  it("with premultiplied alpha", async () => {
    const file = madeTiff(WIDTH, HEIGHT, paint, { alpha: "premultiplied", bits: 16 });
    const own = await decoded(file);
    if (!own.ok) throw new Error("refused");
    const worst = rgba.reduce(
      (most, level, at) => Math.max(most, Math.abs(level - (own.value.rgba[at] ?? 0))),
      0,
    );
    expect(worst).toBeLessThanOrEqual(1);
  });

  it("with white as zero, and with a palette", async () => {
    const grey = await decoded(madeTiff(WIDTH, HEIGHT, paint, { colors: "white-is-zero" }));
    expect(grey.ok && [...grey.value.rgba.subarray(4, 8)]).toEqual([42, 42, 42, 255]);
    const palette = await decoded(madeTiff(WIDTH, HEIGHT, paint, { colors: "palette" }));
    expect(palette.ok && [...palette.value.rgba.subarray(4, 8)]).toEqual([
      ...[0, 1, 2].map((channel) => mapped(42, channel)),
      255,
    ]);
  });

  it("turned as it is to be seen", async () => {
    for (let orientation = 1; orientation <= 8; orientation++)
      expect(await worstAgainstSharp(madeTiff(WIDTH, HEIGHT, paint, { orientation })), `${orientation}`).toBe(
        0,
      );
  });

  it("with a smaller copy before it gives the full page", async () => {
    const file = await saved().tiff({ pyramid: true, tile: true, tileWidth: 16, tileHeight: 16 }).toBuffer();
    const own = await decoded(file);
    expect(own).toMatchObject({ ok: true, value: { widthPx: WIDTH, heightPx: HEIGHT } });
  });
});

describe("a TIFF whose colours cannot be had", () => {
  it("is refused by its kind", async () => {
    const refused = async (file: Buffer) => {
      const own = await decoded(file);
      return own.ok ? "taken" : own.failure;
    };
    const made = (layout: TiffLayout) => madeTiff(WIDTH, HEIGHT, paint, layout);
    expect(
      await refused(await saved().toColourspace("cmyk").tiff({ compression: "none" }).toBuffer()),
    ).toEqual({
      code: "cmyk",
    });
    for (const file of [
      await saved().toColourspace("lab").tiff({ compression: "none" }).toBuffer(),
      made({ colors: "cielab" }),
      made({ colors: "ycbcr" }),
      made({ fillOrder: 2 }),
      made({ format: 2 }),
      made({ packing: "none", packedAs: 50_000 }),
      made({ packing: "none", packedAs: 50_001 }),
    ])
      expect(await refused(file)).toMatchObject({ code: "unread-tiff" });
    expect(await refused(madeTiff(20, 9, paint))).toEqual({ code: "too-small", widthPx: 20, heightPx: 9 });
  });

  it("is damaged when half of it is missing", async () => {
    const whole = await saved().tiff({ compression: "none" }).toBuffer();
    await expect(decoded(whole.subarray(0, 2000))).rejects.toThrow();
  });

  it("unfolds to no more than its pixels", async () => {
    const bomb = madeTiff(WIDTH, HEIGHT, paint, { packing: "deflate", tile: [16, 16] });
    const rewritten = madeTiff(WIDTH, HEIGHT, paint, { packing: "deflate", tile: [256, 256] });
    // The second has the tiles of the first in name only: each unfolds to far more than it says.
    const swapped = Buffer.from(rewritten);
    const place = swapped.indexOf(Buffer.from([322 & 255, 322 >> 8, 4, 0]));
    swapped.writeUInt32LE(16, place + 8);
    swapped.writeUInt32LE(16, place + 12 + 8);
    expect(bomb.length).toBeLessThan(rewritten.length);
    await expect(decoded(swapped)).rejects.toThrow(/unfolds|larger/);
  });
});
