import { describe, expect, it } from "vitest";
import { CAUTION_CLASSES, highestClass } from "../core/safety/hazardClasses";
import { cautionsFor, GENERAL_CAUTIONS, NON_TOXIC } from "./cautions";

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

  it("speak of single pigments and of what goes with a medium exactly where they apply", () => {
    const titles = (codes: readonly string[], media: readonly string[] = []): readonly string[] =>
      cautionsFor(["low"], media, codes).map(({ title }) => title);
    expect(titles(["PR106"])[0]).toBe("Mercury");
    expect(titles(["PB27"])).toContain("Prussian blue");
    expect(titles(["PB29", "PR108"])).toEqual(["Any paint"]);
    for (const [title, medium] of [
      ["Masking fluid", "watercolour"],
      ["Old house paint", "other"],
      ["Oily rags", "oil"],
    ] as const)
      expect(MEDIA.filter((one) => titles([], [one]).includes(title))).toEqual([medium]);
    expect(GENERAL_CAUTIONS.map(({ title }) => title)).toEqual(
      expect.arrayContaining(["Dry pigment", "Children"]),
    );
  });

  it("never call anything safe, and defer to the maker's sheet and local rules", () => {
    const all = [...CAUTION_CLASSES.flatMap((name) => cautionsFor([name], MEDIA)), ...GENERAL_CAUTIONS];
    for (const { title, text } of all) {
      // The words of a label are quoted once, to say what they do not promise.
      const words = title === NON_TOXIC ? text : `${title} ${text}`;
      expect(words).not.toMatch(/\bsafe\b|harmless|non-toxic/i);
    }
    expect(GENERAL_CAUTIONS.find(({ title }) => title === NON_TOXIC)?.text).toMatch(
      /says nothing of its dust/,
    );
    expect(GENERAL_CAUTIONS.at(-1)?.text).toMatch(/safety sheet and local rules/);
  });
});
