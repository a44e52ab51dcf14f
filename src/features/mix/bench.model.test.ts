import { describe, expect, it } from "vitest";
import { labD65 } from "../../core/color/types";
import { threeWayDifference } from "../../core/describe/difference";
import type { Pile, Reading } from "../../persistence/schema";
import { storedFromLab } from "../../persistence/storedColor";
import { benchSteps, currentReading, LOOKS_THE_SAME, labOfDraft } from "./bench.model";

const suggested = [
  { tubeId: "white", parts: 7.5 },
  { tubeId: "umber", parts: 1 },
  { tubeId: "blue", parts: 0.5 },
];

const pile = (additions: Pile["additions"]): Pile => ({
  id: "pile",
  noteId: "note",
  additions,
  state: "open",
  createdAt: 0,
});

const reading = (id: string, takenAt: number): Reading => ({
  id,
  noteId: "note",
  pileId: "pile",
  color: storedFromLab(labD65(50, 0, 0), "by-eye", 2),
  film: "wet",
  takenAt,
});

describe("benchSteps", () => {
  it("asks for the whole recipe before anything lies there", () => {
    expect(benchSteps(suggested, []).map((step) => step.isDone)).toEqual([false, false, false]);
  });

  it("shows what was really put down, and asks only for the rest", () => {
    const steps = benchSteps(suggested, [
      { tubeId: "white", parts: 8, suggestedParts: 7.5, addedAt: 1 },
      { tubeId: "umber", parts: 0.25, addedAt: 2 },
    ]);
    expect(steps).toEqual([
      { tubeId: "white", parts: 8, isDone: true },
      { tubeId: "umber", parts: 0.25, isDone: true },
      { tubeId: "umber", parts: 1, isDone: false },
      { tubeId: "blue", parts: 0.5, isDone: false },
    ]);
  });
});

describe("currentReading", () => {
  const additions = [{ tubeId: "white", parts: 1, addedAt: 10 }];

  it("is the newest after the last addition", () => {
    expect(currentReading(pile(additions), [reading("a", 11), reading("b", 12)])?.id).toBe("b");
  });

  it("does not speak of a pile that has changed since, or of another one", () => {
    expect(currentReading(pile(additions), [reading("a", 9)])).toBeUndefined();
    expect(currentReading(pile(additions), [{ ...reading("a", 11), pileId: "other" }])).toBeUndefined();
    expect(currentReading(undefined, [reading("a", 11)])).toBeUndefined();
  });
});

describe("labOfDraft", () => {
  it("is the target when it looks the same, and otherwise differs by what was said", () => {
    const target = labD65(45, -13, -9);
    labOfDraft(target, LOOKS_THE_SAME).forEach((value, axis) => {
      expect(value).toBeCloseTo(target[axis] ?? Number.NaN, 9);
    });
    const draft = { deltaLightness: -3, deltaChroma: 2, deltaHue: 1.5 };
    expect(threeWayDifference(target, labOfDraft(target, draft))).toMatchObject({
      deltaLightness: expect.closeTo(-3, 6) as number,
      deltaChroma: expect.closeTo(2, 6) as number,
      deltaHue: expect.closeTo(1.5, 6) as number,
    });
  });
});
