import { describe, expect, it } from "vitest";
import { CAUTION_CLASSES, highestClass } from "../core/safety/hazardClasses";
import { cautionsFor, GENERAL_CAUTIONS } from "./cautions";

const MEDIA = ["oil", "acrylic", "watercolour", "gouache", "other"];

describe("cautions", () => {
  it("put the most hazardous tube of a recipe first", () => {
    expect(highestClass(["low", "manganese", "cadmium", "cobalt"])).toBe("cadmium");
    expect(highestClass([])).toBe("low");
    const [first, ...rest] = cautionsFor(["low", "manganese", "cadmium", "cobalt"], ["acrylic"]);
    expect(first?.title).toBe("Cadmium");
    expect(rest.map((caution) => caution.title)).toEqual(["Cobalt", "Manganese", "Rinse water"]);
  });

  it("speak of spray or dust for every metal, and of rags for oil, once", () => {
    for (const metal of ["cadmium", "cobalt", "lead", "manganese", "nickel", "cobalt-nickel"] as const) {
      expect(cautionsFor([metal], [])[0]?.text).toMatch(/spray/);
    }
    const oil = cautionsFor(["low"], ["oil", "oil"]);
    expect(oil.filter((caution) => caution.title === "Oily rags")).toHaveLength(1);
    expect(oil[1]?.text).toMatch(/heat up by themselves/);
  });

  it("never call anything safe, and defer to the maker's sheet and local rules", () => {
    const all = [...CAUTION_CLASSES.flatMap((name) => cautionsFor([name], MEDIA)), ...GENERAL_CAUTIONS];
    for (const { title, text } of all) expect(`${title} ${text}`).not.toMatch(/\bsafe\b|harmless|non-toxic/i);
    expect(GENERAL_CAUTIONS.at(-1)?.text).toMatch(/safety sheet and local rules/);
  });
});
