import * as fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DEFAULT_SIZES, handLadder } from "./amounts";
import { evenLadder, type Ladder, ladderIn, nextOn, roundOn, stepOn } from "./ladder";

const HAND = handLadder(DEFAULT_SIZES);
const LADDERS: readonly Ladder[] = [
  HAND,
  handLadder({ touchParts: 0.07, speckParts: 0.02 }),
  // Four touches are more than half a part, from which on all hands step alike.
  handLadder({ touchParts: 0.2, speckParts: 0.05 }),
  evenLadder(0.05),
  ladderIn(HAND, 1.7),
];
const ladders = fc.constantFrom(...LADDERS);
const volumes = fc.double({ min: 1e-4, max: 12, noNaN: true });

describe("a ladder", () => {
  it("rounds to the nearest amount, never to none, and leaves what is on it", () => {
    fc.assert(
      fc.property(ladders, volumes, (ladder, volume) => {
        const rounded = roundOn(ladder, volume);
        expect(rounded).toBeGreaterThanOrEqual(ladder.smallest);
        expect(Math.abs(rounded - volume)).toBeLessThanOrEqual(
          Math.max(stepOn(ladder, volume) / 2, ladder.smallest) * (1 + 1e-9),
        );
        expect(roundOn(ladder, rounded)).toBeCloseTo(rounded, 9);
      }),
    );
  });

  it("goes up and down by a step, and ends below the smallest amount", () => {
    fc.assert(
      fc.property(ladders, volumes, (ladder, volume) => {
        const here = roundOn(ladder, volume);
        expect(nextOn(ladder, here, 1)).toBeGreaterThan(here);
        const less = nextOn(ladder, here, -1);
        if (here < ladder.smallest * 1.5) expect(less).toBeNaN();
        else expect(less).toBeLessThan(here);
      }),
    );
  });

  it("of a hand has its own specks and touches, then quarters, halves and whole parts", () => {
    const climbed: number[] = [];
    for (let at = HAND.smallest; at <= 10; at = nextOn(HAND, at, 1)) climbed.push(at);
    const [, ...rest] = climbed;
    const steps = new Set(rest.map((at, i) => at - (climbed[i] ?? Number.NaN)));
    expect(climbed.slice(0, 5)).toEqual([1 / 64, 2 / 64, 3 / 64, 4 / 64, 6 / 64]);
    expect([...steps]).toEqual([1 / 64, 1 / 32, 1 / 16, 0.25, 0.5, 1]);
  });

  it("is the same in another unit", () => {
    fc.assert(
      fc.property(volumes, fc.constantFrom(0.1, 3, 7.5), (volume, perUnit) => {
        expect(roundOn(ladderIn(HAND, perUnit), volume * perUnit) / perUnit).toBeCloseTo(
          roundOn(HAND, volume),
          // Half-way between two amounts the unit may decide.
          Math.abs((volume / stepOn(HAND, volume)) % 1) > 0.499999 ? 0 : 9,
        );
      }),
    );
  });
});
