import fc from "fast-check";
import { differenceCiede2000 } from "culori";
import { describe, expect, it } from "vitest";
import { readCsv } from "../../../scripts/generate/files";
import { deltaE2000, REFERENCE_FACTORS, writeResidualsOfDeltaE2000 } from "./ciede2000";
import { labD65 } from "./types";

const lab = fc
  .tuple(
    fc.double({ min: 0, max: 100, noNaN: true }),
    fc.double({ min: -100, max: 100, noNaN: true }),
    fc.double({ min: -100, max: 100, noNaN: true }),
  )
  .map(([l, a, b]) => labD65(l, a, b));

describe("deltaE2000", () => {
  const pairs = readCsv("ciede2000-pairs.csv");

  it("has all 34 published pairs to check", () => {
    expect(pairs).toHaveLength(34);
  });

  it.each(pairs)("agrees with the published pair $L1,$a1,$b1 and $L2,$a2,$b2", (pair) => {
    const first = labD65(Number(pair.L1), Number(pair.a1), Number(pair.b1));
    const second = labD65(Number(pair.L2), Number(pair.a2), Number(pair.b2));
    expect(Math.abs(deltaE2000(first, second) - Number(pair.delta_e_2000))).toBeLessThan(1e-4);
  });

  it("is symmetric, and zero only for a colour and itself", () => {
    fc.assert(
      fc.property(lab, lab, (first, second) => {
        expect(deltaE2000(first, second)).toBeCloseTo(deltaE2000(second, first), 9);
        expect(deltaE2000(first, first)).toBe(0);
      }),
    );
  });

  it("agrees with an independent implementation", () => {
    const oracle = differenceCiede2000();
    fc.assert(
      fc.property(lab, lab, (first, second) => {
        const expected = oracle(
          { mode: "lab65", l: first[0], a: first[1], b: first[2] },
          { mode: "lab65", l: second[0], a: second[1], b: second[2] },
        );
        // Hues exactly opposite may be rounded to either side of the jump.
        fc.pre(
          Math.abs(Math.abs(Math.atan2(first[2], first[1]) - Math.atan2(second[2], second[1])) - Math.PI) >
            1e-3,
        );
        expect(deltaE2000(first, second)).toBeCloseTo(expected, 6);
      }),
      { numRuns: 500 },
    );
  });

  it("equals the root of the sum of its residuals' squares", () => {
    const out = new Float64Array(3);
    fc.assert(
      fc.property(lab, lab, (first, second) => {
        writeResidualsOfDeltaE2000(
          out,
          0,
          first[0],
          first[1],
          first[2],
          second[0],
          second[1],
          second[2],
          REFERENCE_FACTORS,
        );
        expect(Math.hypot(...out)).toBeCloseTo(deltaE2000(first, second), 9);
      }),
    );
  });

  it("forgives more along an axis whose factor is larger", () => {
    const base = labD65(50, 20, 10);
    const lighter = labD65(56, 20, 10);
    expect(deltaE2000(base, lighter, { kL: 2, kC: 1, kH: 1 })).toBeCloseTo(deltaE2000(base, lighter) / 2, 9);
  });

  it("passes a missing number on as NaN", () => {
    expect(deltaE2000(labD65(Number.NaN, 0, 0), labD65(50, 0, 0))).toBeNaN();
  });
});
