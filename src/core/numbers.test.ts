import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ascending } from "./numbers";

describe("ascending", () => {
  it("tells the places of numbers, the least first, of equal ones the first", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 2000 }), { maxLength: 900 }), (whole) => {
        const values = whole.map((value) => value / 16);
        const wanted = [...values.keys()].sort((one, other) => (values[one] ?? 0) - (values[other] ?? 0));
        expect(Array.from(ascending(values.length, (place) => values[place] ?? Number.NaN))).toEqual(wanted);
      }),
    );
  });
});
