import { describe, expect, it } from "vitest";
import { createRng } from "../random/rng";
import { meanInterval, studentQuantile } from "./meanInterval";

describe("the interval of a mean", () => {
  it("takes Student's quantiles as they are tabled", () => {
    const tabled = [
      [3, 2.353],
      [4, 2.132],
      [9, 1.833],
      [19, 1.729],
      [29, 1.699],
      [120, 1.658],
    ] as const;
    for (const [freedom, t] of tabled) expect(Math.abs(studentQuantile(freedom) / t - 1)).toBeLessThan(0.003);
  });

  it("holds the true mean nine times of ten", () => {
    const rng = createRng(9);
    let inside = 0;
    for (let i = 0; i < 2000; i++) {
      const sample = Array.from({ length: 4 + (i % 20) }, () => 3 + 2 * rng.normal());
      const interval = meanInterval(sample);
      if (interval && interval.least <= 3 && interval.most >= 3) inside++;
    }
    expect(inside / 2000).toBeGreaterThan(0.88);
    expect(inside / 2000).toBeLessThan(0.92);
  });

  it("says nothing of three", () => {
    expect(meanInterval([1, 2, 3])).toBeUndefined();
    expect(meanInterval([2, 2, 2, 2])).toEqual({ mean: 2, least: 2, most: 2, count: 4 });
  });
});
