import { describe, expect, it } from "vitest";
import { scatterOf } from "../../core/amounts/handScatter";
import type { Addition } from "../pile/pile";
import { doseErrorOf, ownHandOf } from "./ownHand";

const dose = (suggestedParts: number, parts: number, isWeighed: boolean): Addition => ({
  tubeId: "white",
  turn: 1,
  addedAt: 1,
  suggestedParts,
  parts,
  ...(isWeighed && { isWeighed }),
});
const pile = (miss: number, isWeighed = true) => ({
  additions: [dose(2, 2 * miss, isWeighed), dose(0.5, 0.5 / miss, isWeighed)],
});

describe("a painter's own hand", () => {
  it("is not known before enough was weighed, and only what was weighed counts", () => {
    expect(ownHandOf([])).toBeUndefined();
    expect(ownHandOf([pile(1.1), pile(0.9), pile(1.05)])).toBeUndefined();
    expect(ownHandOf(Array.from({ length: 20 }, () => pile(1.4, false)))).toBeUndefined();
  });

  it("scatters more the further its doses fall from what was meant", () => {
    const [steady, unsteady] = [1.03, 1.2].map((miss) =>
      ownHandOf(Array.from({ length: 12 }, (_, i) => pile(i % 2 === 0 ? miss : 1 / miss))),
    );
    if (!steady || !unsteady) throw new Error("a hand is not known");
    expect(steady.weighedDoses).toBe(24);
    expect(scatterOf(unsteady.scatter, 1)).toBeGreaterThan(2 * scatterOf(steady.scatter, 1));
    expect(scatterOf(unsteady.scatter, 1)).toBeLessThan(0.25);
  });

  it("leaves what a scale showed as it is", () => {
    const scatter = { relative: 0.1, absolute: 0.02 };
    expect(doseErrorOf(dose(1, 1, true), scatter)).toBeLessThan(0.02);
    expect(doseErrorOf(dose(1, 1, false), scatter)).toBeCloseTo(Math.hypot(0.1, 0.02), 9);
    expect(doseErrorOf(dose(0.05, 0.05, false), scatter)).toBeGreaterThan(0.4);
  });
});
