import { describe, expect, it } from "vitest";
import { bisected, cheapestBetween } from "./narrow";

describe("the place at which something stops being so", () => {
  it("is found as closely as the halvings allow, from its far side", () => {
    for (const edge of [0.001, 1 / 3, 2, 9.999]) {
      const found = bisected((place) => place < edge, 0, 10, 30);
      expect(found).toBeGreaterThanOrEqual(edge);
      expect(found - edge).toBeLessThanOrEqual(10 / 2 ** 30);
    }
  });

  it("runs downwards too", () => {
    expect(bisected((place) => place > 3, 8, 0, 40)).toBeCloseTo(3, 9);
  });
});

describe("the cheapest between two places", () => {
  it("is the bottom of one valley, wherever it lies", () => {
    for (const bottom of [0, 0.1, 0.5, 0.77, 1]) {
      const found = cheapestBetween(
        (place) => place,
        (place) => Math.abs(place - bottom),
        [0, 1],
        40,
        0.3,
      );
      expect(Math.abs(found - bottom)).toBeLessThan(1e-7);
    }
  });

  it("asks once for each step, and once more", () => {
    let asked = 0;
    cheapestBetween(
      (place) => {
        asked++;
        return place;
      },
      (place) => place * place,
      [-1, 2],
      12,
      2,
    );
    expect(asked).toBe(13);
  });

  it("keeps what was known where nothing that is tried is better, and what cannot be had is never it", () => {
    expect(
      cheapestBetween(
        (place) => place,
        () => 1,
        [0, 1],
        10,
        7,
      ),
    ).toBe(7);
    const half = (place: number): number | undefined => (place < 0.5 ? undefined : place);
    expect(
      cheapestBetween(half, (found) => found ?? Number.POSITIVE_INFINITY, [0, 1], 40, undefined),
    ).toBeCloseTo(0.5, 6);
  });
});
