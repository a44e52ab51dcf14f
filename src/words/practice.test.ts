import { describe, expect, it } from "vitest";
import { pigment } from "../../tests/support/paint";
import { labD65 } from "../core/color/types";
import { colorModelOf } from "../core/mixing/colorModelOf";
import { VIEWING } from "../data/standardViewing";
import { PAINT_SURFACE } from "../data/surface";
import { drawSession } from "../domain/practice/drawSession";
import { DRILLS, type Question } from "../domain/practice/practice";
import { scoreOf } from "../domain/practice/score";
import { DEFAULT_SETTINGS } from "../domain/settings/settings";
import {
  DRILL_WORDS,
  missesWords,
  optionsOf,
  promptOf,
  reasonOf,
  sameWayWords,
  skillWords,
  wayWords,
} from "./practice";

const IDS = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "prussian-blue",
  "quinacridone-rose",
  "ultramarine-blue",
  "viridian",
] as const;
const TUBES = IDS.map((id) => ({ label: pigment(id).name }));
const QUESTIONS = [1, 2, 3, 4, 5, 6].flatMap((seed) =>
  drawSession(
    colorModelOf(
      IDS.map((id) => pigment(id).optics),
      VIEWING.D65,
      PAINT_SURFACE,
    ),
    {
      seed,
      weights: {},
      hues: {},
      usual: { value: 1, chroma: 1, hue: 1, mixing: 1 },
      seconds: 600,
      apart: { lighter: 6, value: 4, chroma: 4, hue: 4 },
      screen: { least: 0, most: 100 },
      start: "weakest",
      isValueFirst: false,
    },
  ),
);

describe("the words of a question", () => {
  it("ask, offer at most four things, and give a reason", () => {
    expect(new Set(QUESTIONS.map(({ drill }) => drill)).size).toBeGreaterThan(10);
    for (const question of QUESTIONS) {
      for (const [step] of question.key.entries()) {
        if (question.drill === "path" || (question.drill === "order" && step > 3)) continue;
        expect(promptOf(question, step), question.drill).toMatch(/[.?]$/);
        const options = optionsOf(question, step, question.key.slice(0, step), TUBES, DEFAULT_SETTINGS);
        if (!options) continue;
        expect(options.length).toBeLessThanOrEqual(4);
        expect(new Set(options).size, options.join()).toBe(options.length);
        expect(options.every((option) => option.length > 0)).toBe(true);
        expect(options[question.key[step] ?? -1], question.drill).toBeDefined();
      }
      expect(reasonOf(question, TUBES, DEFAULT_SETTINGS, "weakest"), question.drill).toMatch(/\.$/);
    }
  });

  it("tell a miss on the painter's own scale, and how often it goes that way", () => {
    const question: Question = {
      drill: "predict",
      axis: "mixing",
      patches: [],
      choices: [{ lab: labD65(50, 20, 20) }, { lab: labD65(60, 20, 20) }],
      key: [0],
    };
    const told = (place: number): string =>
      missesWords(scoreOf(question, { at: 1, given: [place] }), DEFAULT_SETTINGS);
    expect(told(0)).toBe("Right.");
    expect(told(1)).toBe("Your answer is one step too light.");
    expect(sameWayWords({ missed: 5, of: 12 })).toBe("you missed this way in 5 of your last 12.");
    expect(sameWayWords({ missed: 1, of: 12 })).toBe("");
    expect(sameWayWords({ missed: 3, of: 3 })).toBe("");
    expect(wayWords("value", -3)).toBe("too dark");
    expect(skillWords("value red dark dull")).toBe("value of dark dull reds");
    expect(skillWords("mixing grey middle dull")).toBe("mixing greys");
  });

  it("has a name for every drill", () => {
    expect(new Set(DRILLS.map((drill) => DRILL_WORDS[drill])).size).toBe(DRILLS.length);
  });
});
