import { describe, expect, it } from "vitest";
import { labFromLch } from "../color/cieLab";
import { type LabD65, labD65, lchUnder } from "../color/types";
import { createRng } from "../random/rng";
import { differenceWords, threeWayDifference, WORKING_TOLERANCE, missWords } from "./difference";
import { readWords } from "./readWords";
import { TEN_IS_WHITE } from "./valueScale";

const OCHRE = labFromLch(lchUnder<"D65">(60, 40, 75));

function difference(text: string, target: LabD65 = OCHRE) {
  const { lab } = readWords(text, target, TEN_IS_WHITE);
  if (!lab) throw new Error(`"${text}" was not understood`);
  return threeWayDifference(target, lab);
}

describe("readWords", () => {
  it.each([
    ["a bit too red and a little dark", { lightness: -5, chroma: 0, hue: -7 }],
    ["Too light.", { lightness: 7.5, chroma: 0, hue: 0 }],
    ["half a step too dark", { lightness: -5, chroma: 0, hue: 0 }],
    ["two steps darker, a touch dull", { lightness: -20, chroma: -3.5, hue: 0 }],
    ["3 1/4 steps too dark", { lightness: -32.5, chroma: 0, hue: 0 }],
    ["2½ steps too light", { lightness: 25, chroma: 0, hue: 0 }],
    ["0,5 steps too light", { lightness: 5, chroma: 0, hue: 0 }],
    ["a tiny bit too light", { lightness: 2.5, chroma: 0, hue: 0 }],
    ["a good deal too dark", { lightness: -20, chroma: 0, hue: 0 }],
    ["waaay too dark, abit dull", { lightness: -20, chroma: -7, hue: 0 }],
    ["it's too light by half a step", { lightness: 5, chroma: 0, hue: 0 }],
    ["dull by a touch, and too dark by a lot", { lightness: -20, chroma: -3.5, hue: 0 }],
    ["chroma a little too high, value slightly low", { lightness: -2.5, chroma: 7, hue: 0 }],
    ["far too vivid", { lightness: 0, chroma: 25, hue: 0 }],
    ["slightly greener", { lightness: 0, chroma: 0, hue: 3.5 }],
    ["clearly greyer and a hair paler", { lightness: 2.5, chroma: -14, hue: 0 }],
  ])("understands: %s", (text, expected) => {
    const { deltaLightness, deltaChroma, deltaHue } = difference(text);
    expect(deltaLightness).toBeCloseTo(expected.lightness, 6);
    expect(deltaChroma).toBeCloseTo(expected.chroma, 6);
    expect(deltaHue).toBeCloseTo(expected.hue, 6);
  });

  // Signs of value, chroma and hue (towards yellow and green is +) of what is said of a pile beside an ochre.
  it.each([
    ["too dark", "-00"],
    ["much too dark", "-00"],
    ["quarter of a step too dark", "-00"],
    ["a tad too dark", "-00"],
    ["a bit too light", "+00"],
    ["a shade too light", "+00"],
    ["too pale", "+00"],
    ["deeper than the target", "-00"],
    ["too dull", "0-0"],
    ["too grey", "0-0"],
    ["muddy", "0-0"],
    ["a little muted", "0-0"],
    ["way too dull", "0-0"],
    ["too dirty", "0-0"],
    ["too vivid", "0+0"],
    ["too saturated", "0+0"],
    ["too clean", "0+0"],
    ["too red", "00-"],
    ["redder", "00-"],
    ["slightly orange", "00-"],
    ["too yellow", "00+"],
    ["a bit yellower", "00+"],
    ["very slightly green", "00+"],
    ["greener than mine", "00+"],
    ["too blue", "0--"],
    ["too violet", "0--"],
    ["not dark enough", "+00"],
    ["not red enough", "00+"],
    ["it is less dark", "+00"],
    ["looks less red", "00+"],
    ["lacks yellow", "00-"],
    ["needs more yellow", "00-"],
    ["needs to be lighter and redder", "-0+"],
    ["should be less red", "00-"],
    ["too red and too dark", "-0-"],
    ["too dark, too dull", "--0"],
    ["light but dull", "+-0"],
    ["needs to be lighter, but it is too red", "-0-"],
    ["almost the same but a bit dark", "-00"],
    ["it looks the same", "000"],
    ["no difference", "000"],
  ])("reads rightly: %s", (text, signs) => {
    const { deltaLightness, deltaChroma, deltaHue } = difference(text);
    const signOf = (value: number): string => (Math.abs(value) < 0.5 ? "0" : value > 0 ? "+" : "-");
    expect([deltaLightness, deltaChroma, deltaHue].map(signOf).join("")).toBe(signs);
  });

  it.each(
    "too bright; brighter; too strong; weaker; too rich; intense; too warm; cooler; too cold; chalky; washed out; heavy; too high; low".split(
      "; ",
    ),
  )("asks back: %s", (text) => {
    const asked = readWords(text, OCHRE, TEN_IS_WHITE);
    expect(asked.lab).toBeUndefined();
    expect(asked.questions).toHaveLength(1);
  });

  it("does not turn a denial into a fault: it asks", () => {
    expect(readWords("not dark", OCHRE, TEN_IS_WHITE)).toMatchObject({
      lab: undefined,
      questions: [{ word: "not dark", meanings: ["value is right", "lacks dark"] }],
    });
  });

  it("reads back what Gaman itself says, to within the size of its words", () => {
    const rng = createRng(6);
    for (let trial = 0; trial < 200; trial++) {
      const sample = labFromLch(
        lchUnder<"D65">(
          60 + 25 * rng.normal() * 0.5,
          Math.max(12, 40 + 12 * rng.normal()),
          75 + 14 * rng.normal(),
        ),
      );
      const words = differenceWords(OCHRE, sample, WORKING_TOLERANCE, TEN_IS_WHITE);
      if (words.isMatch) continue;
      const said = missWords(words);
      // "Bright" is said where the question has been settled: brightness is chroma in these sentences.
      const reading = readWords(said.join(", ").replaceAll("bright", "vivid"), OCHRE, TEN_IS_WHITE);
      if (!reading.lab) throw new Error(said.join());
      const real = threeWayDifference(OCHRE, sample);
      const read = threeWayDifference(OCHRE, reading.lab);
      for (const axis of ["deltaLightness", "deltaChroma", "deltaHue"] as const) {
        const allowed = 3 + 0.6 * Math.abs(real[axis]);
        expect(Math.abs(read[axis] - real[axis]), `${said.join()} ${axis}`).toBeLessThan(allowed);
      }
    }
  });

  it("reads back which way another hue lies", () => {
    const at = (degrees: number): LabD65 => labFromLch(lchUnder<"D65">(55, 40, (degrees + 360) % 360));
    for (let aim = 0; aim < 360; aim += 7)
      for (const turn of [-150, -110, -75, -50, 50, 75, 110, 150]) {
        const [said = "nothing"] = missWords(
          differenceWords(at(aim), at(aim + turn), WORKING_TOLERANCE, TEN_IS_WHITE),
        );
        const { lab } = readWords(said, at(aim), TEN_IS_WHITE);
        if (!lab) throw new Error(`${said} is not understood`);
        expect(Math.sign(threeWayDifference(at(aim), lab).deltaHue), `${aim}° ${turn}° ${said}`).toBe(
          Math.sign(turn),
        );
      }
  });

  it("asks where a word has two meanings, and understands the answer", () => {
    const asked = readWords("too bright", OCHRE, TEN_IS_WHITE);
    expect(asked.lab).toBeUndefined();
    expect(asked.questions).toEqual([{ word: "bright", meanings: ["vivid", "light"] }]);
    for (const { word, meanings } of ["too warm", "a bit strong", "cooler", "weak", "rich"].flatMap(
      (text) => readWords(text, OCHRE, TEN_IS_WHITE).questions,
    )) {
      for (const meaning of meanings)
        expect(readWords(`too ${meaning}`, OCHRE, TEN_IS_WHITE).lab, word).toBeDefined();
    }
  });

  it("takes a hue in a grey as a step of colour in that direction", () => {
    const grey = labD65(50, 0.5, -0.5);
    const seen = readWords("a little too green", grey, TEN_IS_WHITE).lab;
    expect(seen?.[1]).toBeLessThan(-4);
    expect(seen?.[0]).toBe(50);
  });

  it("says what it does not know, and understands nothing from nothing", () => {
    expect(readWords("blurble too dark", OCHRE, TEN_IS_WHITE)).toMatchObject({
      lab: undefined,
      unknown: ["blurble"],
    });
    expect(readWords("", OCHRE, TEN_IS_WHITE).lab).toBeUndefined();
    expect(readWords("so", OCHRE, TEN_IS_WHITE).lab).toBeUndefined();
  });

  it("is wider the more it has to correct", () => {
    const touch = readWords("slightly too dark", OCHRE, TEN_IS_WHITE).uncertaintyDeltaE2000;
    const far = readWords("far too dark", OCHRE, TEN_IS_WHITE).uncertaintyDeltaE2000;
    expect(touch).toBeGreaterThanOrEqual(1.4);
    expect(far).toBeGreaterThan(2 * touch);
  });
});
