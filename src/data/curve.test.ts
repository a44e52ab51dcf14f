import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { curveOf, stepsOf } from "./curve";
import { PIGMENT_MODELS } from "./pigments.generated";

const value = fc
  .tuple(fc.integer({ min: 1000, max: 9999 }), fc.integer({ min: -9, max: 2 }))
  .map(([digits, exponent]) => Number(`${digits}e${exponent}`));

describe("a curve written as steps", () => {
  it("comes back to its last digit", () => {
    fc.assert(
      fc.property(fc.array(value, { maxLength: 40 }), (curve) => {
        expect(curveOf(stepsOf(curve))).toEqual(curve);
      }),
    );
  });

  it("goes over decades in small steps", () => {
    expect(stepsOf([0.9998, 0.9999, 1, 1.001])).toEqual([53_998, 1, 0, 0]);
  });

  it.each([0, -1, 1e-7, 1e7, 1.2345, Number.NaN, Number.POSITIVE_INFINITY])("refuses %d", (one) => {
    expect(() => stepsOf([one])).toThrow(RangeError);
  });

  it("holds white's unit of scattering, and what the generator wrote of a white and a black", () => {
    const curves = (id: string) => PIGMENT_MODELS.find((model) => model.id === id)?.optics;
    expect(curves("titanium-white")?.scattering[17]).toBe(1);
    expect(curves("titanium-white")?.absorption).toMatchObject({
      0: 0.03992,
      1: 0.0306,
      2: 0.01753,
      3: 0.007855,
      4: 0.003649,
    });
    expect(curves("zinc-white")?.scattering).toMatchObject({ 33: 0.1574, 34: 0.1567, 35: 0.1561 });
    expect(PIGMENT_MODELS.every(({ optics }) => optics.absorption.length === optics.grid.count)).toBe(true);
  });
});
