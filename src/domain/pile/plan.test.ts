import { describe, expect, it } from "vitest";
import { labD65 } from "../../core/color/types";
import { threeWayDifference } from "../../core/describe/difference";
import type { LayingStart } from "../../core/recipe/layingOrder";
import { volumeOf } from "./contents";
import type { Pile } from "./pile";
import type { Reading } from "../reading/reading";
import { storedFromLab } from "../reading/storedColor";
import { leftoverId } from "./puddle";
import { pilePlan } from "./plan";
import { currentReading } from "./evidence";
import { LOOKS_THE_SAME, labOfDraft } from "../reading/eyeDraft";
import { plannedRecipe } from "../recipe/paintRecipe";
import { trialsOf } from "./trials";

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
  turn: takenAt,
});

describe("pilePlan", () => {
  const followed = (tubeId: string, parts: number, addedAt: number, suggestedParts = parts) => ({
    tubeId,
    parts,
    addedAt,
    turn: addedAt,
    suggestedParts,
  });
  const openOf = (plan: ReturnType<typeof pilePlan>) =>
    plan.steps.filter(({ isDone }) => !isDone).map(({ tubeId, parts }) => [tubeId, parts]);

  it("asks for the whole recipe before anything lies there", () => {
    expect(pilePlan(suggested, [])).toMatchObject({ growth: 1 });
    expect(openOf(pilePlan(suggested, []))).toEqual([
      ["white", 7.5],
      ["umber", 1],
      ["blue", 0.5],
    ]);
  });

  it("shows what was put down besides the recipe without counting it", () => {
    const { steps, growth } = pilePlan(suggested, [
      followed("white", 7.5, 1),
      { tubeId: "umber", parts: 0.25, addedAt: 2, turn: 2 },
    ]);
    expect(growth).toBe(1);
    expect(steps).toEqual([
      { tubeId: "white", parts: 7.5, isDone: true, turn: 1 },
      { tubeId: "umber", parts: 0.25, isDone: true, turn: 2 },
      { tubeId: "umber", parts: 1, isDone: false },
      { tubeId: "blue", parts: 0.5, isDone: false },
    ]);
  });

  it("lets the rest grow with what was put down too much, so that the ratio still comes out", () => {
    const plan = pilePlan(suggested, [followed("white", 7.5, 1), followed("umber", 2, 2, 1)]);
    expect(plan.growth).toBe(2);
    expect(openOf(plan)).toEqual([
      ["white", 7.5],
      ["blue", 1],
    ]);
  });

  it("asks for the missing half of a dose, and lets a slip of a hand pass", () => {
    const plan = pilePlan(suggested, [followed("white", 7.6, 1, 7.5), followed("umber", 0.5, 2, 1)]);
    expect(plan.growth).toBe(1);
    expect(openOf(plan)).toEqual([
      ["umber", 0.5],
      ["blue", 0.5],
    ]);
  });

  it("counts what is left of an older pile as that pile", () => {
    const planned = [
      { tubeId: leftoverId("old"), parts: 2 },
      { tubeId: "blue", parts: 0.5 },
    ];
    const { steps } = pilePlan(planned, [
      { ...followed("white", 1.5, 1), fromPileId: "old" },
      { ...followed("umber", 0.5, 1), fromPileId: "old" },
    ]);
    expect(steps).toEqual([
      { tubeId: leftoverId("old"), parts: 2, isDone: true, turn: 1 },
      { tubeId: "blue", parts: 0.5, isDone: false },
    ]);
  });
});

describe("plannedRecipe", () => {
  const recipe = {
    key: "found",
    amounts: [
      { tubeId: "umber", parts: 1, share: 0.1 },
      { tubeId: "white", parts: 7.5, share: 0.75 },
      { tubeId: "blue", parts: 1.5, share: 0.15 },
    ],
    predicted: labD65(60, 0, 0),
    deltaE2000: 0.5,
    reasons: ["closest"] as const,
    dosing: [],
    roundingLoss: 0.2,
    thinned: undefined,
  };
  const lightness: Readonly<Record<string, number>> = { umber: 25, white: 96, blue: 30 };
  const planned = (start: LayingStart) => plannedRecipe(recipe, start, (tubeId) => lightness[tubeId] ?? 0);

  it("changes the order by school, and neither the colour nor the amounts", () => {
    const ids = (start: LayingStart) => planned(start).amounts.map(({ tubeId }) => tubeId);
    expect(ids("weakest")).toEqual(["umber", "white", "blue"]);
    expect(ids("lightest")).toEqual(["white", "blue", "umber"]);
    expect(ids("majority")).toEqual(["white", "blue", "umber"]);
    for (const start of ["weakest", "lightest", "majority"] as const) {
      expect(planned(start).predicted).toEqual(recipe.predicted);
      expect(volumeOf(planned(start).amounts)).toBe(10);
    }
  });
});

describe("currentReading", () => {
  const additions = [{ tubeId: "white", parts: 1, addedAt: 10, turn: 10 }];

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
  const row = (tubeId: string, parts: number, addedAt: number) => ({ tubeId, parts, addedAt, turn: addedAt });
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

  it("tells a scraping as a turn, after which less lies there of the same mixture", () => {
    const scraped = { ...story, scrapes: [{ turn: 15, at: 15, keptShare: 0.2 }] };
    const trials = trialsOf(scraped, [...readings, reading("after", 16)]);
    expect(trials.map(({ keptShare }) => keptShare)).toEqual([undefined, undefined, 0.2, undefined]);
    const [, , turn, last] = trials;
    expect(turn?.inPile.map(({ parts }) => parts)).toEqual([0.8, 0.2, 0.1]);
    expect(last?.inPile.at(-1)).toEqual({ tubeId: "blue", parts: 0.1 + 0.25 });
    expect(currentReading(scraped, [reading("old", 14)])).toBeUndefined();
  });
});
