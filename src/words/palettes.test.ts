import { describe, expect, it } from "vitest";
import { pigment } from "../../tests/support/paint";
import { labD65 } from "../core/color/types";
import { mixturePath } from "../core/palette/mixturePath";
import { WHITE_BENCH } from "../data/testWhite";
import { DEFAULT_SETTINGS } from "../domain/settings/settings";
import {
  leanWords,
  partsText,
  pathSentences,
  reachWords,
  shareText,
  standingOf,
  turnWords,
} from "./palettes";

describe("palette words", () => {
  it("says whether a note is within, at the edge, or outside and in which way", () => {
    expect([0.4, 1, 1.2, 3, 3.1].map(standingOf)).toEqual([
      "within",
      "within",
      "at the edge",
      "at the edge",
      "outside",
    ]);
    const note = labD65(60, 50, 60);
    expect(reachWords(note, note, DEFAULT_SETTINGS)).toBe("within");
    expect(reachWords(note, labD65(60, 30, 36), DEFAULT_SETTINGS)).toMatch(/^outside, ΔE \d+\.\d: .*dull/);
    expect(reachWords(note, labD65(48, 50, 60), DEFAULT_SETTINGS)).toMatch(/too dark/);
  });

  it("names the lean of a grey only when it can be seen", () => {
    expect(leanWords(labD65(50, 0.2, 0.1))).toBe("no lean to be seen");
    expect(leanWords(labD65(50, 0, -3))).toBe("leans blue (3.0)");
  });

  it("gives shares as parts of the least, and percents with the digits that matter", () => {
    expect(
      partsText([
        { name: "blue", share: 0.05 },
        { name: "ochre", share: 0 },
        { name: "white", share: 0.95 },
      ]),
    ).toBe("1 blue : 19 white");
    expect([0, 0.0042, 0.034, 0.5, 0.996, 1].map(shareText)).toEqual([
      "0 %",
      "0.42 %",
      "3.4 %",
      "50 %",
      "99.6 %",
      "100 %",
    ]);
  });

  it("tells the way of two paints, and nothing of dullness when an end is the dullest", () => {
    const optics = (id: string) => pigment(id).optics;
    const earth = mixturePath(optics("cadmium-orange"), optics("ultramarine-blue"), WHITE_BENCH);
    const words = pathSentences(earth, ["Orange", "Blue"], DEFAULT_SETTINGS).join(" ");
    expect(words).toMatch(/of Blue it turns brown\./);
    expect(words).toMatch(/Dullest at [\d.]+ % of Blue/);
    const plain = mixturePath(optics("arylide-yellow"), optics("yellow-ochre"), WHITE_BENCH);
    expect(pathSentences(plain, ["Yellow", "Ochre"], DEFAULT_SETTINGS).at(-1)).toContain(
      "No mixture on the way",
    );
  });

  it("says how a hue turns only where one is seen", () => {
    expect(turnWords(labD65(50, 1, 0), 40)).toBe("the hue is hardly seen");
    expect(turnWords(labD65(50, 40, 0), 2)).toBe("the hue stays");
    expect(turnWords(labD65(50, -40, 20), -12.4)).toMatch(/^the hue turns 12°, to .*green/);
  });
});
