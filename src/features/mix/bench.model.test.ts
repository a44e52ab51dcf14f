import { describe, expect, it } from "vitest";
import { labD65 } from "../../core/color/types";
import { threeWayDifference } from "../../core/describe/difference";
import type { Pile, Reading } from "../../persistence/schema";
import { storedFromLab } from "../../persistence/storedColor";
import {
  benchSteps,
  currentReading,
  LOOKS_THE_SAME,
  labOfDraft,
  pileEvidence,
  trialsOf,
} from "./bench.model";

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

describe("the pile's story", () => {
  const row = (tubeId: string, parts: number, addedAt: number) => ({ tubeId, parts, addedAt });
  const story = pile([row("white", 4, 1), row("umber", 1, 1), row("blue", 0.5, 10), row("blue", 0.25, 20)]);
  const readings = [reading("first", 5), reading("again", 6), reading("second", 12)];

  it("is told in turns: what was added, what lay there, and the last reading before more was added", () => {
    const trials = trialsOf(story, readings);
    expect(trials.map(({ number }) => number)).toEqual([1, 2, 3]);
    expect(trials.map((trial) => trial.reading?.id)).toEqual(["again", "second", undefined]);
    expect(trials.map(({ added }) => added.map(({ tubeId }) => tubeId).join())).toEqual([
      "white,umber",
      "blue",
      "blue",
    ]);
    expect(trials.at(-1)?.inPile).toEqual([
      { tubeId: "white", parts: 4 },
      { tubeId: "umber", parts: 1 },
      { tubeId: "blue", parts: 0.75 },
    ]);
  });

  it("keeps a turn together that was laid down without a look", () => {
    expect(trialsOf(story, []).map(({ added }) => added.length)).toEqual([3]);
  });

  it("is evidence of what lay there when it was read, wet readings only", () => {
    const places = ["white", "umber", "blue"];
    const evidence = pileEvidence(story, [...readings, { ...reading("dry", 30), film: "dry" }], (id) =>
      places.indexOf(id),
    );
    expect(evidence).toHaveLength(3);
    expect(evidence[0]?.parts).toEqual([
      { tube: 0, volume: 4 },
      { tube: 1, volume: 1 },
    ]);
    expect(evidence[2]?.parts.at(-1)).toEqual({ tube: 2, volume: 0.5 });
    expect(pileEvidence(story, [{ ...reading("other", 5), pileId: "elsewhere" }], () => 0)).toEqual([]);
  });
});
