import { describe, expect, it } from "vitest";
import { wasteText } from "../../../words/doses";
import { readWanted, type TypedWanted } from "./wantedMl";

const TYPED: TypedWanted = { way: "area", area: "100", film: "0.3", count: "1", margin: "15" };

describe("how much is needed, as it is typed", () => {
  it.each<[Partial<TypedWanted>, number, number]>([
    [{}, 3, 0.15],
    [{ area: "20 x 30 cm", film: "0,5 mm", margin: "0" }, 30, 0],
    [{ way: "piles", count: "2½", margin: "10 %" }, 20, 0.1],
    [{ way: "ml", count: "37 ml" }, 37, 0.15],
    // What its way does not show is not read.
    [{ way: "ml", count: "37", area: "a sheet", film: "" }, 37, 0.15],
    [{ way: "area", count: "some" }, 3, 0.15],
  ])("%o", (typed, ml, marginShare) => {
    const wanted = readWanted({ ...TYPED, ...typed });
    expect(wanted.ok && wanted.value.ml).toBeCloseTo(ml, 9);
    expect(wanted.ok && wanted.value.marginShare).toBeCloseTo(marginShare, 9);
  });

  it.each<[Partial<TypedWanted>, string, RegExp]>([
    [{ area: "a sheet" }, "area", /“a sheet” is no number\. Type an area in cm²/],
    [{ film: "0" }, "film", /0 is outside\. Type the thickness of the film in mm above 0/],
    [{ way: "piles", count: "" }, "count", /Type a number of piles/],
    [{ margin: "-5" }, "margin", /-5 is outside/],
    [{ way: "ml", count: "5 kg" }, "count", /“kg” is not the unit here/],
    [{ area: "10 m x 10 m", film: "1" }, "area", /comes to 100,000 ml\. Up to 10,000 ml/],
  ])("says what is wrong with %o", (typed, field, words) => {
    const wanted = readWanted({ ...TYPED, ...typed });
    expect(wanted.ok ? [] : wanted.failure).toEqual([
      { field, words: expect.stringMatching(words) as string },
    ]);
  });

  it.each(["0", "7", "12.5", "14.5", "33.33", "200"])("says %s %% for waste as it was typed", (margin) => {
    const wanted = readWanted({ ...TYPED, margin });
    expect(wanted.ok && wasteText(wanted.value.marginShare)).toBe(margin);
  });

  it("says all that is wrong at once", () => {
    const wanted = readWanted({ ...TYPED, area: "", film: "x", margin: "y" });
    expect(wanted.ok ? [] : wanted.failure.map(({ field }) => field)).toEqual(["area", "film", "margin"]);
  });
});
