import { describe, expect, it } from "vitest";
import { labFromLch } from "../core/color/cieLab";
import { lchUnder } from "../core/color/types";
import { DEFAULT_SETTINGS } from "../domain/settings/settings";
import type { GridCell } from "../domain/strings/gridPlan";
import { memberMissWords } from "./strings";

/** Brown: from it, yellow lies one way and red the other. */
const FAMILY = 65;

function said(miss: GridCell["miss"], hueDegrees: number): string {
  const cell = { predicted: labFromLch(lchUnder<"D65">(45, 12, hueDegrees)), miss } as GridCell;
  return memberMissWords(cell, FAMILY, DEFAULT_SETTINGS);
}

describe("what a member of a string misses", () => {
  it("is nothing, or each axis with its way", () => {
    expect(said({ lightness: 0.2, chroma: 0.5, hueDegrees: 1 }, FAMILY)).toBe("as planned");
    expect(said({ lightness: 15, chroma: -4, hueDegrees: 12 }, 77)).toBe(
      "1½ steps lighter, 12° towards yellow, chroma 4 less",
    );
    expect(said({ lightness: -2.5, chroma: 0, hueDegrees: 0 }, FAMILY)).toBe("a quarter step darker");
  });

  it("of a grey says towards which hue it went", () => {
    expect(said({ lightness: 0, chroma: 10, hueDegrees: undefined }, 155)).toBe(
      "chroma 10 more, towards green",
    );
    expect(said({ lightness: 0, chroma: 15, hueDegrees: undefined }, 280)).toBe(
      "chroma 15 more, towards blue-violet",
    );
    expect(said({ lightness: 0, chroma: -8, hueDegrees: undefined }, 280)).toBe("chroma 8 less");
  });
});
