import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { labOfMix } from "../../../tests/support/paint";
import { hueDegreesOf, hueDifferenceDegrees, labFromLch, lchFromLab } from "../color/cieLab";
import { type LabD65, labD65, lchUnder } from "../color/types";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { CHROMA_VOCABULARIES, chromaWord, NEUTRAL_CHROMA } from "./chromaWords";
import { describeColor } from "./describe";
import {
  applyDifference,
  comparedTemperature,
  differenceWords,
  threeWayDifference,
  WORKING_TOLERANCE,
} from "./difference";
import { comparisonWords } from "./comparison";
import { HUE_PLACES, hueWords, readHue } from "./huePlaces";
import { lightnessFromValue, quarterText, TEN_IS_WHITE, valueFromLightness, valueText } from "./valueScale";

const style = { scale: TEN_IS_WHITE, vocabulary: "dull-bright" } as const;

describe("hue places", () => {
  /** Tints of the generic pigments as a painter would call them. */
  const TINTS: Readonly<Record<string, string>> = {
    "ultramarine-blue": "blue leaning violet",
    "phthalo-blue-gs": "blue leaning green",
    "cobalt-blue": "blue",
    "cerulean-blue": "blue leaning green",
    "cobalt-teal": "blue-green",
    "prussian-blue": "blue leaning green",
    "phthalo-green-bs": "green leaning blue",
    viridian: "green leaning blue",
    "chromium-oxide-green": "green leaning yellow",
    "cadmium-yellow-light": "yellow leaning green",
    "cadmium-yellow-medium": "yellow leaning orange",
    "arylide-yellow": "yellow",
    "bismuth-yellow": "yellow leaning green",
    "nickel-azo-yellow": "yellow leaning orange",
    "yellow-ochre": "yellow-orange",
    "raw-sienna": "yellow-orange",
    "raw-umber": "yellow-orange leaning yellow",
    "burnt-umber": "orange leaning red",
    "burnt-sienna": "red-orange leaning orange",
    "transparent-red-oxide": "red-orange leaning orange",
    "red-oxide": "red leaning orange",
    "cadmium-orange": "orange leaning red",
    "pyrrole-orange": "red-orange leaning red",
    "cadmium-red-light": "red leaning orange",
    "cadmium-red-deep": "red leaning violet",
    "pyrrole-red": "red",
    "quinacridone-rose": "red-violet leaning red",
    "quinacridone-magenta": "red-violet",
    "alizarin-crimson": "red-violet leaning red",
    "dioxazine-violet": "violet leaning blue",
    "cobalt-violet": "violet",
    "manganese-violet": "violet leaning blue",
    "light-red": "red-orange leaning red",
    "lamp-black": "blue leaning green",
    "phthalo-green-ys": "green leaning blue",
    "hansa-yellow-light": "yellow-green leaning yellow",
    "benzimidazolone-orange": "orange leaning red",
    "anthraquinone-red": "red-violet leaning red",
    "indanthrone-blue": "blue",
    "phthalo-blue-rs": "blue",
    "transparent-yellow-oxide": "yellow-orange",
    "cadmium-yellow-deep": "yellow-orange",
    "diarylide-yellow": "yellow-orange",
    "unbleached-titanium": "yellow leaning orange",
    "ivory-black": "blue",
    "mars-black": "blue",
  };

  it.each(PIGMENT_MODELS.filter((model) => model.typicalTint))(
    "reads the tint of $name as painters call it",
    (model) => {
      const [, , hue] = lchFromLab(model.typicalTint?.lab ?? labD65(0, 0, 0));
      expect(hueWords(hue)).toBe(TINTS[model.id]);
    },
  );

  it("gives every angle one place, the centres no lean, and leans towards the nearer neighbour", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 359.999, noNaN: true }), (hue) => {
        expect(HUE_PLACES).toContain(readHue(hue).place);
      }),
    );
    for (const place of HUE_PLACES) expect(hueWords(place.centreDegrees)).toBe(place.name);
    expect(readHue(23).place.name).toBe("red");
    expect(hueWords(244)).toBe("blue leaning green");
  });

  it("refuses a hue that is not a number", () => {
    expect(() => readHue(Number.NaN)).toThrow(RangeError);
  });
});

describe("value scale", () => {
  it("runs both ways and comes back exactly", () => {
    const tenIsBlack = { atBlack: 10, atWhite: 0 };
    expect(valueText(75, TEN_IS_WHITE)).toBe("7½");
    expect(valueText(75, tenIsBlack)).toBe("2½");
    fc.assert(
      fc.property(fc.double({ min: 0, max: 100, noNaN: true }), (lightness) => {
        for (const scale of [TEN_IS_WHITE, tenIsBlack, { atBlack: 1, atWhite: 9 }]) {
          expect(lightnessFromValue(valueFromLightness(lightness, scale), scale)).toBeCloseTo(lightness, 9);
        }
      }),
    );
  });

  it.each([
    [0, "0"],
    [0.1, "0"],
    [0.25, "¼"],
    [4.7, "4¾"],
    [4.9, "5"],
    [10, "10"],
    [-0.5, "−½"],
  ])("writes %s as %s", (value, text) => {
    expect(quarterText(value)).toBe(text);
  });
});

describe("describeColor", () => {
  it("says hue and lean, value, chroma", () => {
    expect(describeColor(labD65(47, -8, -15), style).sentence).toBe(
      "blue leaning green, value 4¾, dull (17)",
    );
  });

  it("names greys, near blacks and near whites, with a lean only where there is one", () => {
    expect(describeColor(labD65(50, 0.5, 0.5), style).hue).toBe("grey");
    expect(describeColor(labD65(50, 0, -4), style).hue).toBe("grey leaning blue");
    expect(describeColor(labD65(20, 0, 0), style).hue).toBe("near black");
    expect(describeColor(labD65(97, -0.6, 2), style).hue).toBe("near white leaning yellow-green");
  });

  it("has a word for every chroma in every vocabulary, and never calls a colour the same at both ends", () => {
    for (const vocabulary of CHROMA_VOCABULARIES) {
      const words = [0, 8, 15, 30, 50, 90].map((chroma) => chromaWord(chroma, vocabulary));
      expect(new Set(words).size).toBe(6);
      expect(words.every((word) => word.length > 0)).toBe(true);
    }
  });

  it("refuses a missing colour", () => {
    expect(() => describeColor(labD65(50, Number.NaN, 0), style)).toThrow(RangeError);
  });
});

describe("the three-way difference", () => {
  const colour = fc
    .tuple(
      fc.double({ min: 10, max: 90, noNaN: true }),
      fc.double({ min: 15, max: 70, noNaN: true }),
      fc.double({ min: 0, max: 359, noNaN: true }),
    )
    .map(([l, c, h]) => labFromLch(lchUnder<"D65">(l, c, h)));
  const miss = fc.record({
    deltaLightness: fc.double({ min: -9, max: 9, noNaN: true }),
    deltaChroma: fc.double({ min: -12, max: 12, noNaN: true }),
    deltaHue: fc.double({ min: -10, max: 10, noNaN: true }),
  });

  it("names every axis beyond tolerance with the right sign, and no other", () => {
    fc.assert(
      fc.property(colour, miss, (reference, difference) => {
        const { lightness, chroma, hueDegrees } = applyDifference(reference, difference);
        const sample = labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees));
        const found = threeWayDifference(reference, sample);
        expect(found.deltaLightness).toBeCloseTo(difference.deltaLightness, 6);
        expect(found.deltaChroma).toBeCloseTo(difference.deltaChroma, 6);
        expect(found.deltaHue).toBeCloseTo(difference.deltaHue, 6);
        const words = differenceWords(reference, sample, WORKING_TOLERANCE, TEN_IS_WHITE);
        expectAxis(
          words.value,
          found.deltaLightness,
          WORKING_TOLERANCE.lightness,
          "dark",
          "light",
          "value is right",
        );
        expectAxis(
          words.chroma,
          found.deltaChroma,
          WORKING_TOLERANCE.chroma,
          "dull",
          "bright",
          "brightness is right",
        );
        const turn = Math.abs(hueDifferenceDegrees(hueDegreesOf(reference[1], reference[2]), hueDegrees));
        if (turn < 45 || chroma < NEUTRAL_CHROMA)
          expectAxis(
            words.hue,
            found.deltaHue,
            WORKING_TOLERANCE.hue,
            found.hueDown,
            found.hueUp,
            "hue is right",
          );
      }),
      { numRuns: 500 },
    );
  });

  function expectAxis(
    text: string,
    amount: number,
    tolerance: number,
    low: string,
    high: string,
    holds: string,
  ): void {
    if (Math.abs(Math.abs(amount) - tolerance) < 1e-6) return;
    if (Math.abs(amount) <= tolerance) expect(text).toBe(holds);
    else expect(text).toMatch(new RegExp(`too ${amount > 0 ? high : low}$`));
  }

  it("speaks in quarter steps of the painter's scale", () => {
    const words = differenceWords(labD65(50, 20, 0), labD65(44, 20, 0), WORKING_TOLERANCE, TEN_IS_WHITE);
    expect(words).toMatchObject({
      value: "half a step too dark",
      chroma: "brightness is right",
      isMatch: false,
    });
  });

  it("names the cast of a grey", () => {
    const words = differenceWords(labD65(50, 0, 0), labD65(50, 0, -9), WORKING_TOLERANCE, TEN_IS_WHITE);
    expect(words.hue).toBe("a little too blue");
  });

  it("names a neighbour of the aim's hue while a colour is near it, and beyond that the colour's own hue", () => {
    const at = (degrees: number): LabD65 => {
      const radians = (degrees * Math.PI) / 180;
      return labD65(50, 50 * Math.cos(radians), 50 * Math.sin(radians));
    };
    const hueOf = (aim: number, sample: number): string =>
      differenceWords(at(aim), at(sample), WORKING_TOLERANCE, TEN_IS_WHITE).hue;
    expect(hueOf(113, 83)).toBe("far too yellow");
    // Between them lie yellow and orange: the one answer was called too yellow, and the next too far back towards red.
    expect(hueOf(113, 39)).toBe("far too red");
    expect(hueOf(113, 50)).toBe("far too orange");
    expect(hueOf(21, 331)).toBe("far too violet");
    expect(hueOf(26, 230)).toBe("far too blue");
    expect(hueOf(350, 10)).toBe("clearly too red");
  });

  it("compares two colours without judging either", () => {
    const compare = (a: LabD65, b: LabD65) => comparisonWords(a, b, WORKING_TOLERANCE, TEN_IS_WHITE);
    expect(compare(labD65(50, 20, 0), labD65(56, 31, 0))).toEqual([
      "half a step lighter",
      "clearly brighter",
    ]);
    expect(compare(labD65(50, 0, 0), labD65(50, 0, -9))).toEqual(["a little brighter", "a little more blue"]);
    fc.assert(
      fc.property(colour, colour, (a, b) => {
        const { value, chroma, hue } = differenceWords(a, b, WORKING_TOLERANCE, TEN_IS_WHITE);
        const off = [value, chroma, hue].filter((text) => text.includes(" too "));
        expect(compare(a, b)).toHaveLength(off.length);
        expect(compare(a, a)).toEqual([]);
      }),
    );
  });

  it("calls a colour a match with itself", () => {
    const lab = labOfMix({ "raw-umber": 1, "titanium-white": 4 });
    expect(differenceWords(lab, lab, WORKING_TOLERANCE, TEN_IS_WHITE).isMatch).toBe(true);
  });
});

describe("temperature", () => {
  it("is only ever relative, and turns round with the question", () => {
    const axis = fc.double({ min: -60, max: 60, noNaN: true });
    fc.assert(
      fc.property(axis, axis, axis, axis, (a1, b1, a2, b2) => {
        const first = labD65(50, a1, b1);
        const second = labD65(50, a2, b2);
        const opposite = { warmer: "cooler", cooler: "warmer", "as warm": "as warm" } as const;
        expect(comparedTemperature(first, second)).toBe(opposite[comparedTemperature(second, first)]);
      }),
      { numRuns: 300 },
    );
    expect(comparedTemperature(labD65(50, 20, 30), labD65(50, -10, -20))).toBe("warmer");
  });
});
