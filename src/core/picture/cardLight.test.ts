import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { deltaE2000 } from "../color/ciede2000";
import { encodeChannel, linearSrgbFromLab } from "../color/srgb";
import { type LabD65, labD65 } from "../color/types";
import { CARD_LIGHTNESS, lightFromCard, underCardLight } from "./cardLight";
import { type Sample, samplePixels } from "./pixels";

const SIDE = 12;

/** A flat patch as a camera writes it: each linear channel times the light on it, in bytes, with a byte of grain. */
function photographed(lab: LabD65, light: readonly [number, number, number]): Sample {
  const exact = linearSrgbFromLab(lab).map(
    (channel, i) => 255 * encodeChannel(Math.min(1, Math.max(0, channel * (light[i] ?? 1)))),
  );
  const rgba = Uint8ClampedArray.from({ length: 4 * SIDE * SIDE }, (_, at) => {
    const grain = ((Math.floor(at / 4) * 0.618034) % 1) - 0.5;
    const channel = exact[at % 4];
    return channel === undefined ? 255 : Math.round(channel + grain);
  });
  const sample = samplePixels({ widthPx: SIDE, heightPx: SIDE, rgba }, SIDE / 2, SIDE / 2, SIDE / 3);
  if (!sample) throw new Error("the circle lies in the picture");
  return sample;
}

const white = labD65(CARD_LIGHTNESS.white, 0, 0);

describe("lightFromCard", () => {
  it("gives back colours photographed under any usual exposure and cast, within the camera's bytes", () => {
    const channel = fc.double({ min: 0.55, max: 1.05, noNaN: true });
    const colour = fc.tuple(
      fc.double({ min: 30, max: 85, noNaN: true }),
      fc.double({ min: -25, max: 25, noNaN: true }),
      fc.double({ min: -25, max: 25, noNaN: true }),
    );
    fc.assert(
      fc.property(channel, channel, channel, colour, (red, green, blue, [l, a, b]) => {
        const lab = labD65(l, a, b);
        // What a camera's channels cannot hold is lost whatever the light.
        fc.pre(linearSrgbFromLab(lab).every((value) => value > 0.01 && value * 1.05 < 1));
        const light = lightFromCard(photographed(white, [red, green, blue]), CARD_LIGHTNESS.white);
        if (!light.ok) throw new Error(light.failure.code);
        const seen = underCardLight(photographed(lab, [red, green, blue]).lab, light.value);
        expect(deltaE2000(seen, lab)).toBeLessThan(1);
      }),
    );
  });

  it("takes a grey card too", () => {
    const grey = labD65(CARD_LIGHTNESS.grey, 0, 0);
    const light = lightFromCard(photographed(grey, [1.6, 1.2, 0.7]), CARD_LIGHTNESS.grey);
    const lab = labD65(40, 20, -15);
    expect(
      light.ok && deltaE2000(underCardLight(photographed(lab, [1.6, 1.2, 0.7]).lab, light.value), lab),
    ).toBeLessThan(1);
  });

  it("refuses a card that is burnt out, black, or not neutral", () => {
    expect(lightFromCard(photographed(white, [1.4, 1.4, 1.4]), 94)).toMatchObject({
      ok: false,
      failure: { code: "burnt-out", clippedShare: 1 },
    });
    expect(lightFromCard(photographed(labD65(3, 0, 0), [0.5, 0.5, 0.5]), 94)).toMatchObject({
      ok: false,
      failure: { code: "too-dark" },
    });
    expect(lightFromCard(photographed(labD65(55, 60, 45), [1, 1, 1]), 94)).toMatchObject({
      ok: false,
      failure: { code: "coloured" },
    });
    expect(() => lightFromCard(photographed(white, [1, 1, 1]), 0)).toThrow(RangeError);
  });
});
