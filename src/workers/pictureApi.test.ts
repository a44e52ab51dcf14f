import { beforeEach, describe, expect, it } from "vitest";
import { installCanvas, pngOf } from "../../tests/support/fakeCanvas";
import { pictureOf } from "../../tests/support/pictures";
import { deltaE2000 } from "../core/color/ciede2000";
import { labFromSrgb } from "../core/color/srgb";
import { srgb } from "../core/color/types";
import { createPictureApi, LARGEST_SIDE_PX } from "./pictureApi";

const WIDTH = 90;
const HEIGHT = 60;
const BANDS = [
  [220, 220, 220],
  [120, 60, 40],
  [30, 40, 60],
] as const;

/** Three upright bands of one colour each. */
const bands = (widthPx = WIDTH, heightPx = HEIGHT): Blob =>
  new Blob([pngOf(pictureOf(widthPx, heightPx, (x) => BANDS[Math.floor((3 * x) / widthPx)] ?? [0, 0, 0]))]);

const labOf = (band: (typeof BANDS)[number]) =>
  labFromSrgb(srgb(band[0] / 255, band[1] / 255, band[2] / 255));

beforeEach(installCanvas);

async function opened(file = bands()) {
  const api = createPictureApi();
  const answer = await api.open(file);
  if (!answer.ok) throw new Error(answer.failure.code);
  return { api, info: answer.value };
}

describe("a picture in its worker", () => {
  it("gives each spot its colour, and nothing where there is no picture", async () => {
    const { api, info } = await opened();
    expect(info).toMatchObject({ widthPx: WIDTH, heightPx: HEIGHT, remark: undefined });
    BANDS.forEach((band, i) => {
      const sample = api.sample(15 + 30 * i, 30, 5);
      expect(sample && deltaE2000(sample.lab, labOf(band))).toBeLessThan(0.5);
    });
    const none = createPictureApi();
    expect([
      none.sample(1, 1, 5),
      none.reference(1, 1, 5),
      none.neighbours(1, 1, 5),
      none.colorAreas(),
    ]).toEqual([undefined, undefined, [], []]);
    expect(() => none.valueShares(5)).toThrow("No picture is open");
  });

  it("counts areas that sum to one, by value, by colour and by note", async () => {
    const { api } = await opened();
    const sum = (shares: readonly number[]) => shares.reduce((total, share) => total + share, 0);
    expect(sum(api.valueShares(9))).toBeCloseTo(1, 6);
    expect(sum(api.colorAreas().map(({ share }) => share))).toBeCloseTo(1, 2);
    const { shares } = api.noteAreas(BANDS.map(labOf));
    for (const share of shares) expect(share).toBeCloseTo(1 / 3, 1);
    const { families, extremes } = api.families();
    expect(families.length).toBeGreaterThanOrEqual(3);
    expect(extremes.lightest.xPx).toBeLessThan(30);
    expect(extremes.darkest.xPx).toBeGreaterThan(60);
  });

  it("takes the light out of all that is asked after it, but not out of what the light is found by", async () => {
    const { api } = await opened();
    const before = api.sample(15, 30, 5);
    const raw = api.reference(15, 30, 5);
    api.setLight({ gains: [0.5, 0.5, 0.5], slope: [0, 0] });
    const after = api.sample(15, 30, 5);
    if (!before || !after) throw new Error("not read");
    expect(after.lab[0]).toBeLessThan(before.lab[0] - 10);
    expect(api.reference(15, 30, 5)).toEqual(raw);
    api.setLight(undefined);
    expect(api.sample(15, 30, 5)).toEqual(before);
  });

  it("works on a smaller copy of a large picture, and keeps both", async () => {
    const { api, info } = await opened(bands(2 * LARGEST_SIDE_PX, 20));
    expect(info).toMatchObject({ widthPx: LARGEST_SIDE_PX, originalWidthPx: 2 * LARGEST_SIDE_PX });
    const { blob, original } = await api.keep();
    expect(blob.size).toBeGreaterThan(0);
    expect(original?.size).toBeGreaterThan(0);
    const small = await opened();
    expect((await small.api.keep()).original).toBeUndefined();
  });

  it("crops, and refuses to look through a palette before there is one", async () => {
    const { api } = await opened();
    expect((await api.crop(15, 30, 4)).width).toBe(9);
    await expect(api.look({ kind: "palette" }, true)).rejects.toThrow("No palette has been set");
    expect((await api.look({ kind: "squint", blockShare: 0.1 }, true)).bitmap.width).toBe(WIDTH);
  });

  it("refuses what is no whole picture, and goes on showing the one that is open", async () => {
    const { api } = await opened();
    for (const [file, code] of [
      [new Blob([]), "empty-file"],
      [new Blob(["dear painter"]), "not-a-picture"],
      [bands(8, 8), "too-small"],
      [bands().slice(0, 60), "damaged"],
    ] as const)
      expect(await api.open(file)).toMatchObject({ ok: false, failure: { code } });
    expect(api.sample(15, 30, 5)).toBeDefined();
  });
});
