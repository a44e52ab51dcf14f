/** What painters say of a pile beside an ochre: each with its reading or its question, never with the opposite sign. */
import { describe, expect, it } from "vitest";
import { labFromLch } from "../color/cieLab";
import { type LabD65, lchUnder } from "../color/types";
import { threeWayDifference } from "./difference";
import { readWords } from "./readWords";
import { TEN_IS_WHITE } from "./valueScale";

const OCHRE = labFromLch(lchUnder<"D65">(60, 40, 75));
/** What the bench predicted: in no axis where the words put it. */
const PREDICTED = labFromLch(lchUnder<"D65">(63, 46, 70));

/**
 * Value, chroma and hue (+ towards yellow and green): + or - for too much or too little, 0 for right, . for nothing
 * said of it. "?" asks back; "!" stops at a word.
 */
const PHRASES: readonly (readonly [string, string])[] = [
  // Plain.
  ["too dark", "-.."],
  ["too light", "+.."],
  ["darker", "-.."],
  ["a lot too dark", "-.."],
  ["lots darker", "-.."],
  ["a hair too light", "+.."],
  ["it is a tad darker than the target", "-.."],
  ["the pile is too dark", "-.."],
  ["much too red and a step too dark", "-.-"],
  ["way too dull", ".-."],
  ["a bit muddy", ".-."],
  ["too vivid, too yellow", ".++"],
  ["slightly pinkish", "..-"],
  ["too pink", "..-"],
  ["greenish", "..+"],
  ["a little teal", ".-+"],
  ["turquoise", ".-+"],
  ["too blue", ".--"],
  ["it leans green", "..+"],
  ["leans to the red side", "..-"],
  ["drab and dark", "--."],
  ["garish", ".+."],
  ["dark and dirty", "--."],
  ["mine is lighter", "+.."],
  ["my mix looks greener", "..+"],
  ["it has a red tinge", "..-"],
  ["light, and orange too", "+.-"],
  ["very slightly dark", "-.."],
  ["not only dark, also dull", "?"],
  // As one speaks.
  ["it's too dark", "-.."],
  ["it's gone a bit green", "..+"],
  ["could use more yellow", "..-"],
  ["lighten it a bit", "-.."],
  ["darken it", "+.."],
  ["redden it a little, too light", "+.+"],
  ["perfect except it is too dark", "-00"],
  ["L too high, c too low", "+-."],
  ["looks lifeless", ".-."],
  ["too earthy", ".-."],
  ["too pastel", "?"],
  ["washed-out", "?"],
  ["It’s a bit yellow", "..+"],
  ["that's slightly dull, i'd say", ".-."],
  ["mine's too green", "..+"],
  ["the target's lighter", "-.."],
  ["the pile isn't dark enough", "+.."],
  ["doesn't look red enough", "..+"],
  ["pretty close but a hair light", "+.."],
  ["very close slightly dark", "-.."],
  ["ever so slightly dull", ".-."],
  ["overly red", "..-"],
  ["leaning green", "..+"],
  ["a greenish tint", "..+"],
  ["looks lighter in this light", "+.."],
  ["it dried darker", "-.."],
  ["all good", "000"],
  // An axis that is high or low, and what there is too much or too little of.
  ["chroma too high", ".+."],
  ["chroma is a little low", ".-."],
  ["value a bit low, hue fine", "-.0"],
  ["value too high", "+.."],
  ["hue too high", "?"],
  ["too high", "?"],
  ["too much chroma", ".+."],
  ["lacks chroma", ".-."],
  ["not enough colour", ".-."],
  ["needs more colour", ".-."],
  ["needs less chroma", ".+."],
  ["less chroma", "?"],
  ["chroma is right, a touch dark", "-0."],
  ["slightly more red than the target", "..-"],
  ["less yellow than the note", "..-"],
  ["more red", "?"],
  ["too white", "?"],
  ["needs white", "?"],
  // The amount after its fault.
  ["too light by half a step", "+.."],
  ["dark by about a quarter step", "-.."],
  ["bluer by a hair", ".--"],
  ["too dark by a lot, and duller by a touch", "--."],
  // Sizes.
  ["1/2 step too dark", "-.."],
  ["half a step dark", "-.."],
  ["a half step lighter", "+.."],
  ["two steps lighter", "+.."],
  ["by one and a half values darker", "-.."],
  ["one and a half steps too light", "+.."],
  ["a step and a half too dark", "-.."],
  ["three quarters darker", "-.."],
  ["3/4 of a step too light", "+.."],
  ["1 ½ steps dark", "-.."],
  ["0.5 steps darker", "-.."],
  ["a quarter step too light", "+.."],
  ["about two values too dark", "-.."],
  ["a whole step too dark", "-.."],
  ["half a step too dull", ".-."],
  ["a step too red", "..-"],
  ["500 steps too dark", "!"],
  ["40 dark", "!"],
  // Sameness, whole and by axis.
  ["perfect", "000"],
  ["spot on", "000"],
  ["good", "000"],
  ["just right", "000"],
  ["looks the same", "000"],
  ["it matches", "000"],
  ["no difference", "000"],
  ["good enough", "000"],
  ["dead on", "000"],
  ["identical", "000"],
  ["good but a bit dark", "-00"],
  ["almost the same but a bit red", "00-"],
  ["the value is right", "0.."],
  ["hue is fine", "..0"],
  ["value is right but too dull", "0-."],
  ["the hue is right, a bit dark", "-.0"],
  // Denials.
  ["isn't dark", "?"],
  ["is not too dark", "?"],
  ["no longer too red", "?"],
  ["not red", "?"],
  ["it isn't dull", "?"],
  ["neither too dark nor too red", "?"],
  ["not the same", "!0"],
  ["doesn't match", "!0"],
  ["it isn't right", "!0"],
  ["not quite the same, too dark", "-.."],
  ["doesn't match, a bit too red", "..-"],
  ["not dark enough", "+.."],
  ["isn't red enough", "..+"],
  ["not nearly yellow enough", "..-"],
  ["not as dark", "+.."],
  ["not as red as the target", "..+"],
  ["not as vivid", ".-."],
  ["too little green", "..-"],
  ["not enough yellow", "..-"],
  ["lacks red", "..+"],
  ["lacking in yellow", "..-"],
  ["is short of red", "..+"],
  ["it never gets dark", "!"],
  // Turns: what it needs, and what the target is.
  ["needs more red", "..+"],
  ["needs darkening", "+.."],
  ["needs lightening", "-.."],
  ["needs reddening", "..+"],
  ["needs dulling", ".+."],
  ["needs warming", "?"],
  ["needs cooling", "?"],
  ["should be darker", "+.."],
  ["should be less red", "..-"],
  ["could be a bit lighter", "-.."],
  ["it must be greener", "..-"],
  ["wants more yellow", "..-"],
  ["add a bit of red", "..+"],
  ["add yellow", "..-"],
  ["make it darker", "+.."],
  ["make it less dull", ".-."],
  ["less yellow, more red", "?"],
  ["more red", "?"],
  ["less dark", "?"],
  ["looks less dark", "+.."],
  ["it is more red", "..-"],
  ["the target is lighter", "-.."],
  ["target is redder", "..+"],
  ["the sample looks duller", ".+."],
  ["the target is less red", "..-"],
  ["the original is darker than mine", "+.."],
  ["darker than the target", "-.."],
  ["the pile is redder than the target", "..-"],
  ["the target needs nothing, mine is dark", "!"],
  ["needs to be lighter, it is too red", "-.-"],
  // Two meanings.
  ["too bright", "?"],
  ["brown", "?"],
  ["too brown", "?"],
  ["chalky", "?"],
  ["too warm", "?"],
  ["a bit cold", "?"],
  ["washed out", "?"],
  ["rich", "?"],
  ["golden", "?"],
  ["too strong and dark", "?"],
  // As painters mix them.
  ["a smidge too dark and a tad dull", "--."],
  ["mine leans too yellow", "..+"],
  ["rather too grey", ".-."],
  ["it came out half a value too light", "+.."],
  ["still a bit dark", "-.."],
  ["nearly there, slightly too green", "..+"],
  ["the mix is clearly too red and half a step too light", "+.-"],
  ["considerably darker", "-.."],
  ["paint looks blackish", "-.."],
  ["too orange, value is ok", "0.-"],
  ["the pile needs lightening", "-.."],
  ["the pile could be less yellow", "..+"],
  ["the note is yellower than mine", "..-"],
  ["it does not look dark", "?"],
  ["not muddy", "?"],
  ["was not red", "?"],
  ["it isn't as light as the target", "-.."],
  ["not quite dark enough", "+.."],
  ["too little yellow and a step too dark", "-.-"],
  ["two and a half steps too dark", "-.."],
  ["1.5 values lighter", "+.."],
  ["by three quarters of a value too dark", "-.."],
  ["a quarter of a step darker and a touch dull", "--."],
  ["0 steps dark", "!"],
  ["mauve", ".--"],
  ["lilac tinge", ".--"],
  // Not understood.
  ["blurble", "!"],
  ["too dark and blurble", "!"],
  ["dark if you squint hard", "!"],
  ["too", "!0"],
  ["", "!0"],
];

function read(text: string, target: LabD65 = OCHRE) {
  return readWords(text, target, TEN_IS_WHITE, { predicted: PREDICTED });
}

describe("the eye's words", () => {
  it.each(PHRASES)("%s: %s", (text, expected) => {
    const { lab, said, questions, unknown } = read(text);
    if (expected === "?") {
      expect(lab).toBeUndefined();
      expect(questions.length).toBeGreaterThan(0);
      return;
    }
    if (expected.startsWith("!")) {
      expect(lab).toBeUndefined();
      if (expected === "!") expect(unknown.length).toBeGreaterThan(0);
      return;
    }
    if (!lab) throw new Error(`not read: ${[...unknown, ...questions.map(({ word }) => word)].join()}`);
    const seen = threeWayDifference(OCHRE, lab);
    const predicted = threeWayDifference(OCHRE, PREDICTED);
    const axes = [
      ["value", "deltaLightness"],
      ["chroma", "deltaChroma"],
      ["hue", "deltaHue"],
    ] as const;
    axes.forEach(([axis, delta], i) => {
      const sign = expected[i];
      if (sign === ".") {
        expect(said).not.toContain(axis);
        // What was not said is what was predicted; only a hue across the wheel quiets besides.
        expect(Math.abs(seen[delta] - predicted[delta])).toBeLessThan(axis === "hue" ? 1 : 1e-6);
      } else if (sign === "0") {
        expect(said).toContain(axis);
        expect(seen[delta]).toBeCloseTo(0, 6);
      } else expect(Math.sign(seen[delta]) * (sign === "+" ? 1 : -1)).toBe(1);
    });
  });

  it("come to a hundred and fifty", () => {
    expect(PHRASES.length).toBeGreaterThanOrEqual(150);
  });

  it.each([
    ["1/2 step too dark", 0.5],
    ["half a step too dark", 0.5],
    ["two steps too dark", 2],
    ["by one and a half values too dark", 1.5],
    ["a step and a half too dark", 1.5],
    ["three quarters too dark", 0.75],
    ["three quarters of a step too dark", 0.75],
    ["1½ steps too dark", 1.5],
    ["a quarter of a step too dark", 0.25],
    ["a hair too dark", 0.25],
    ["a lot too dark", 2],
  ])("have their size: %s", (text, steps) => {
    const { lab } = read(text);
    if (!lab) throw new Error("not read");
    expect(threeWayDifference(OCHRE, lab).deltaLightness).toBeCloseTo(-10 * steps, 6);
  });

  it("can be answered: each meaning put in the place of its question is read, and not with one sign alone", () => {
    for (const [text, expected] of PHRASES.filter(([, code]) => code === "?")) {
      const [question] = read(text).questions;
      if (!question) throw new Error(`${text} asks nothing`);
      const answers = question.meanings.map((meaning) => read(meaning));
      for (const { lab, questions } of answers)
        expect(lab !== undefined || questions.length > 0, `${text} ${expected}`).toBe(true);
      const [one, other] = answers.map(({ lab }) => lab?.join());
      expect(one).not.toBe(other);
    }
  });

  it("are a painter's own where they were asked once", () => {
    const ownWords = { bright: "vivid" };
    const { lab, questions } = readWords("too bright", OCHRE, TEN_IS_WHITE, { ownWords });
    expect(questions).toEqual([]);
    expect(lab && threeWayDifference(OCHRE, lab).deltaChroma).toBeGreaterThan(5);
  });

  it("leave alone what was not said: a pile that is predicted vivid stays vivid", () => {
    const vivid = labFromLch(lchUnder<"D65">(60, 67, 75));
    const { lab } = readWords("much too red and a step too dark", OCHRE, TEN_IS_WHITE, { predicted: vivid });
    if (!lab) throw new Error("not read");
    expect(Math.hypot(lab[1], lab[2])).toBeCloseTo(67, 0);
  });
});
