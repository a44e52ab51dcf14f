import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { PileAround } from "../mixing/colorModel";
import { likelyPile } from "./likelyPile";

/** Whole steps; nothing below one. */
const stepsAround = (exact: number): readonly [number, number] => {
  const below = Math.floor(exact);
  return [below >= 1 ? below : Number.NaN, below + 1];
};

function around(
  count: number,
  largestRange: readonly [number, number],
  deltaEPerUnit: number,
  mostShare = 1,
): PileAround {
  const none = new Float64Array(3 * count);
  return {
    ...{ now: none, steps: none, ways: none, before: none, best: none, largestRange, deltaEPerUnit },
    mostShares: new Float64Array(count).fill(mostShare),
  };
}

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe("likelyPile", () => {
  it("is guessed to cost least of all piles that round each amount up or down", () => {
    fc.assert(
      fc.property(
        fc.array(number(0.3, 6), { minLength: 1, maxLength: 4 }),
        fc.array(number(-20, 20), { minLength: 15, maxLength: 15 }),
        fc.constantFrom(0, 0.05),
        fc.constantFrom<readonly [number, number]>([1, 100], [2, 5]),
        number(0.4, 1),
        (exact, numbers, deltaEPerUnit, range, mostShare) => {
          const outlook = Float64Array.from(numbers);
          const guessOf = (volumes: readonly number[]): number => {
            const axes = [0, 1, 2].map((axis) =>
              volumes.reduce(
                (sum, volume, j) =>
                  sum + Math.log(volume / (exact[j] ?? 0)) * (outlook[3 + 3 * j + axis] ?? 0),
                outlook[axis] ?? 0,
              ),
            );
            return Math.hypot(...axes) + deltaEPerUnit * volumes.reduce((sum, volume) => sum + volume, 0);
          };
          const all = exact
            .map((wanted) => stepsAround(wanted).filter((volume) => !Number.isNaN(volume)))
            .reduce<number[][]>(
              (some, next) => some.flatMap((volumes) => next.map((volume) => [...volumes, volume])),
              [[]],
            )
            .filter((volumes) => {
              const largest = Math.max(...volumes);
              const paint = volumes.reduce((sum, volume) => sum + volume, 0);
              return largest >= range[0] && largest <= range[1] && largest <= mostShare * paint;
            });
          const found = likelyPile(
            exact,
            exact.length,
            stepsAround,
            outlook,
            around(exact.length, range, deltaEPerUnit, mostShare),
          );
          if (all.length === 0) {
            expect(found).toBeUndefined();
            return;
          }
          expect(all.map((volumes) => volumes.join())).toContain(found?.join());
          expect(guessOf(found ?? [])).toBeCloseTo(Math.min(...all.map(guessOf)), 9);
        },
      ),
    );
  });

  it("counts water as no paint", () => {
    const outlook = Float64Array.from([0, 0, 0, 1, 0, 0, 0, 0, 0]);
    // A drop more of water costs nothing, a drop more of paint does.
    expect(likelyPile([1.5, 30], 1, stepsAround, outlook, around(2, [1, 100], 10))).toEqual([1, 30]);
  });
});
