import sharp from "sharp";
import { describe, expect, it } from "vitest";
import { inspectPicture, MOST_PIXELS, withoutPrivateData } from "./pictureFile";

type Bytes = Uint8Array<ArrayBuffer>;

const bytesOf = (buffer: Buffer): Bytes => Uint8Array.from(buffer);

const drawing = sharp(
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="60" height="40"><rect width="60" height="40" fill="#b05030"/><rect width="30" height="20" fill="#204080"/></svg>`,
  ),
);
const flat = () => drawing.clone().removeAlpha();

const PLACE = {
  IFD3: { GPSLatitudeRef: "N", GPSLatitude: "51/1 30/1 0/1" },
  IFD0: { Artist: "Nobody Inparticular" },
};

async function jpegWithPlace(orientation = 1): Promise<Bytes> {
  return bytesOf(await flat().withExif(PLACE).withMetadata({ orientation }).jpeg().toBuffer());
}

const holds = (bytes: Bytes, words: string): boolean => Buffer.from(bytes).includes(words);

describe("inspectPicture", () => {
  it("takes the usual kinds", async () => {
    for (const [kind, buffer] of [
      ["jpeg", await flat().jpeg().toBuffer()],
      ["png", await flat().png().toBuffer()],
      ["webp", await flat().webp().toBuffer()],
      ["avif", await flat().avif().toBuffer()],
      ["gif", await flat().gif().toBuffer()],
      ["tiff", await flat().tiff().toBuffer()],
    ] as const)
      expect(await inspectPicture(bytesOf(buffer)), kind).toMatchObject({ ok: true, value: { kind } });
  });

  it("says what is wrong with each file that cannot be taken", async () => {
    const jpeg = bytesOf(await flat().jpeg().toBuffer());
    const png = bytesOf(await flat().png().toBuffer());
    const webp = bytesOf(await flat().webp().toBuffer());
    const cases: readonly (readonly [string, Bytes])[] = [
      ["empty-file", new Uint8Array(0)],
      ["not-a-picture", bytesOf(Buffer.from("not a picture at all"))],
      [
        "drawing",
        bytesOf(Buffer.from(`<?xml version="1.0"?><svg xmlns="x"><script>alert(1)</script></svg>`)),
      ],
      ["heic", bytesOf(Buffer.from("\0\0\0\x18ftypheic\0\0\0\0mif1heic"))],
      ["damaged", jpeg.slice(0, jpeg.length / 2)],
      ["damaged", png.slice(0, png.length - 20)],
      ["damaged", webp.slice(0, webp.length - 9)],
      ["cmyk", bytesOf(await flat().toColourspace("cmyk").jpeg().toBuffer())],
      [
        "too-small",
        bytesOf(
          await sharp({ create: { width: 1, height: 1, channels: 3, background: "#888" } })
            .png()
            .toBuffer(),
        ),
      ],
      [
        "too-small",
        bytesOf(
          await sharp({ create: { width: 30_000, height: 1, channels: 3, background: "#888" } })
            .png()
            .toBuffer(),
        ),
      ],
    ];
    for (const [code, bytes] of cases)
      expect(await inspectPicture(bytes), code).toMatchObject({ ok: false, failure: { code } });
  });

  it("refuses what would unfold to more than it may, before it unfolds", async () => {
    // A PNG whose header declares far more than its few bytes hold.
    const bomb = bytesOf(await flat().png().toBuffer());
    new DataView(bomb.buffer).setUint32(16, 60_000);
    new DataView(bomb.buffer).setUint32(20, 60_000);
    expect(60_000 ** 2).toBeGreaterThan(MOST_PIXELS);
    expect(await inspectPicture(bomb)).toMatchObject({
      ok: false,
      failure: { code: "too-many-pixels", megapixels: 3600 },
    });
  });

  it("knows what moves and which profile is wide", async () => {
    const frames = await sharp(
      await flat()
        .extend({ bottom: 40, background: "#208040" })
        .raw()
        .toBuffer({ resolveWithObject: true })
        .then(({ data }) => data),
      { raw: { width: 60, height: 80, channels: 3, pageHeight: 40 } },
    )
      .webp({ loop: 0 })
      .toBuffer();
    expect(await inspectPicture(bytesOf(frames))).toMatchObject({ value: { isMoving: true } });
    expect(await inspectPicture(await jpegWithPlace())).toMatchObject({
      value: { isMoving: false, isWide: false },
    });
    for (const kind of ["jpeg", "png", "webp"] as const) {
      const wide = await flat().withIccProfile("p3").toFormat(kind).toBuffer();
      expect(await inspectPicture(bytesOf(wide)), kind).toMatchObject({ value: { isWide: true } });
      // A PNG packs its profile: unread, it counts as wide, which costs half a byte of precision and no colour.
      if (kind === "png") continue;
      const usual = await flat().withIccProfile("srgb").toFormat(kind).toBuffer();
      expect(await inspectPicture(bytesOf(usual)), kind).toMatchObject({ value: { isWide: false } });
    }
  });

  it("never throws on damaged bytes", async () => {
    const files = [
      await jpegWithPlace(),
      bytesOf(await flat().png().toBuffer()),
      bytesOf(await flat().webp().toBuffer()),
      bytesOf(await flat().tiff().toBuffer()),
      bytesOf(await flat().gif().toBuffer()),
    ];
    let seed = 9;
    const random = (below: number): number => {
      seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0;
      return seed % below;
    };
    for (let round = 0; round < 600; round++) {
      const bytes = (files[round % files.length] ?? new Uint8Array(0)).slice();
      for (let i = 0; i < 1 + random(12); i++) bytes[random(bytes.length)] = random(256);
      const cut = random(3) === 0 ? bytes.slice(0, random(bytes.length)) : bytes;
      const answer = await inspectPicture(cut);
      if (answer.ok) withoutPrivateData(cut, answer.value.kind);
      else expect(answer.failure.code).toBeTypeOf("string");
    }
  });
});

describe("withoutPrivateData", () => {
  it("takes place and names out of a JPEG and leaves pixels, profile and orientation", async () => {
    for (const orientation of [1, 6, 8]) {
      const before = await jpegWithPlace(orientation);
      expect(holds(before, "Nobody Inparticular")).toBe(true);
      const after = withoutPrivateData(before, "jpeg");
      if (!after) throw new Error("a JPEG can be cleaned");
      expect(holds(after, "Nobody Inparticular")).toBe(false);
      const { exif, orientation: kept, icc } = await sharp(after).metadata();
      expect(kept ?? 1).toBe(orientation);
      expect(icc === undefined).toBe((await sharp(before).metadata()).icc === undefined);
      expect((exif?.length ?? 0) < 60).toBe(true);
      expect(await sharp(after).raw().toBuffer()).toEqual(await sharp(before).raw().toBuffer());
    }
  });

  it("does the same for PNG and WebP", async () => {
    for (const kind of ["png", "webp"] as const) {
      const before = bytesOf(await flat().withExif(PLACE).toFormat(kind).toBuffer());
      expect(holds(before, "Nobody Inparticular"), kind).toBe(true);
      const after = withoutPrivateData(before, kind);
      if (!after) throw new Error(`${kind} can be cleaned`);
      expect(holds(after, "Nobody Inparticular"), kind).toBe(false);
      expect((await sharp(after).metadata()).exif, kind).toBeUndefined();
      expect(await sharp(after).raw().toBuffer()).toEqual(await sharp(before).raw().toBuffer());
      expect((await inspectPicture(after)).ok).toBe(true);
    }
  });

  it("leaves nothing private in sixty files, wherever it was planted", async () => {
    const SECRET = "51.5007N 0.1246W of Nobody";
    const secret = [...new TextEncoder().encode(SECRET)];
    const segment = (marker: number, ...head: number[]): number[] => {
      const body = [...head, ...secret];
      return [0xff, marker, (body.length + 2) >> 8, (body.length + 2) & 255, ...body];
    };
    const chunk = (name: string): number[] => {
      const size = secret.length;
      return [0, 0, size >> 8, size & 255, ...new TextEncoder().encode(name), ...secret, 0, 0, 0, 0];
    };
    const riff = (name: string): number[] => {
      const pad = secret.length % 2 ? [0] : [];
      return [...new TextEncoder().encode(name), secret.length, 0, 0, 0, ...secret, ...pad];
    };
    const planted: (readonly ["jpeg" | "png" | "webp", Bytes])[] = [];
    for (const quality of [60, 90]) {
      for (const progressive of [false, true]) {
        const jpeg = [...bytesOf(await flat().jpeg({ quality, progressive }).toBuffer())];
        const film = [0, 0, 0, 24, ...new TextEncoder().encode("ftypmp42"), ...secret];
        for (const part of [
          segment(0xfe),
          segment(0xe0, ...new TextEncoder().encode("JFXX\0")),
          segment(0xe1, ...new TextEncoder().encode("http://ns.adobe.com/xap/1.0/\0")),
          segment(0xe2, ...new TextEncoder().encode("MPF\0")),
          segment(0xeb),
          segment(0xed, ...new TextEncoder().encode("Photoshop 3.0\0")),
        ])
          planted.push(["jpeg", Uint8Array.from([...jpeg.slice(0, 2), ...part, ...jpeg.slice(2)])]);
        // A phone's moving photo, and a whole second picture with its own place behind the first.
        planted.push(["jpeg", Uint8Array.from([...jpeg, ...film])]);
        planted.push([
          "jpeg",
          Uint8Array.from([...jpeg, ...jpeg.slice(0, 2), ...segment(0xe1), ...jpeg.slice(2)]),
        ]);
        planted.push(["jpeg", Uint8Array.from([...jpeg, ...secret, 0xff, 0xd9])]);
      }
      const png = [
        ...bytesOf(
          await flat()
            .png({ compressionLevel: quality / 10 })
            .toBuffer(),
        ),
      ];
      const end = png.length - 12;
      for (const name of ["eXIf", "tEXt", "zTXt", "iTXt", "tIME", "prVt"])
        planted.push(["png", Uint8Array.from([...png.slice(0, end), ...chunk(name), ...png.slice(end)])]);
      planted.push(["png", Uint8Array.from([...png, ...secret])]);
      planted.push(["png", Uint8Array.from([...png, ...chunk("IDAT")])]);
      const webp = [...bytesOf(await flat().webp({ quality }).toBuffer())];
      for (const name of ["EXIF", "XMP ", "PRVT"]) {
        const grown = Uint8Array.from([...webp, ...riff(name)]);
        new DataView(grown.buffer).setUint32(4, grown.length - 8, true);
        planted.push(["webp", grown]);
      }
      planted.push(["webp", Uint8Array.from([...webp, ...riff("VP8 ")])]);
    }
    expect(planted.length).toBeGreaterThanOrEqual(60);
    for (const [kind, bytes] of planted) {
      expect(holds(bytes, SECRET)).toBe(true);
      expect(await inspectPicture(bytes), kind).toMatchObject({ ok: true });
      const after = withoutPrivateData(bytes, kind);
      if (!after) throw new Error(`${kind} can be cleaned`);
      expect(holds(after, SECRET), kind).toBe(false);
      expect(await inspectPicture(after), kind).toMatchObject({ ok: true });
      expect((await sharp(after).raw().toBuffer()).length).toBe(60 * 40 * 3);
    }
  });

  it("does not claim to clean what it cannot", async () => {
    const avif = bytesOf(await flat().avif().toBuffer());
    expect(withoutPrivateData(avif, "avif")).toBeUndefined();
  });
});
