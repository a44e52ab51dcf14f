import { describe, expect, it } from "vitest";
import { andWords } from "./lists";

describe("a list in a sentence", () => {
  it("has commas before its last two", () => {
    expect(andWords([])).toBe("");
    expect(andWords(["raw umber"])).toBe("raw umber");
    expect(andWords(["raw umber", "viridian"])).toBe("raw umber and viridian");
    expect(andWords(["raw umber", "viridian", "a touch of white"])).toBe(
      "raw umber, viridian and a touch of white",
    );
  });
});
