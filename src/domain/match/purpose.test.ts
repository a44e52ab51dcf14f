import { describe, expect, it } from "vitest";
import { REFERENCE_FACTORS } from "../../core/color/ciede2000";
import { NOTE_PURPOSES } from "../note/note";
import { DEFAULT_SCHOOL, type School } from "../school/school";
import { closenessOf, factorsOf, toleranceOf } from "./purpose";
import { axesOf, inOrderOfSchool } from "../school/school";
import { coachWords } from "../../words/schools";

const school = (changes: Partial<School>): School => ({ ...DEFAULT_SCHOOL, ...changes });

describe("a school", () => {
  it("asks all three questions, in an order and with words of its own", () => {
    const schools = (["value", "hue", "base"] as const).map((first) => school({ first }));
    for (const one of schools) expect([...axesOf(one)].sort()).toEqual(["chroma", "hue", "value"]);
    expect(axesOf(school({ first: "value" }))[0]).toBe("value");
    expect(axesOf(school({ first: "hue" }))[0]).toBe("hue");
    expect(new Set(schools.map(coachWords)).size).toBe(3);
  });

  it("puts first what it reaches for, keeps the order of the rest, and drops nothing", () => {
    const ways = (["neighbour", "dark", "complement", "own-grey", "family-shade"] as const).map((kind) => ({
      kind,
    }));
    const kindsOf = (dullWith: School["dullWith"]) =>
      inOrderOfSchool(ways, school({ dullWith })).map(({ kind }) => kind);
    expect(kindsOf("complement")).toEqual(["complement", "neighbour", "dark", "own-grey", "family-shade"]);
    expect(kindsOf("grey")[0]).toBe("own-grey");
    expect(kindsOf("earth").slice(0, 2)).toEqual(["dark", "family-shade"]);
  });
});

describe("a purpose", () => {
  it("judges recipes evenly for one family, and harder along an axis that is held tight against value", () => {
    expect(factorsOf(toleranceOf({ purpose: "family" }))).toEqual(REFERENCE_FACTORS);
    const own = { lightness: 1, chroma: 12, hue: 1.5 };
    const factors = factorsOf(toleranceOf({ purpose: "own", tolerance: own }));
    expect(factors.kL).toBe(REFERENCE_FACTORS.kL);
    expect(factors.kC).toBeGreaterThan(4);
    expect(factors.kH).toBeCloseTo(1, 9);
  });

  it("leaves a pile alone the sooner the looser it is", () => {
    const closeness = (purpose: "vanish" | "family" | "relation") => closenessOf(toleranceOf({ purpose }));
    expect(closeness("vanish")).toBeLessThan(closeness("family"));
    expect(closeness("family")).toBeLessThan(closeness("relation"));
    for (const purpose of NOTE_PURPOSES)
      expect(closenessOf(toleranceOf({ purpose }))).toBeGreaterThanOrEqual(0.5);
  });
});
