import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { labD65 } from "../core/color/types";
import type { Question } from "../domain/practice/practice";
import { GamanDatabase } from "./database";
import {
  addFoundSeries,
  addPractice,
  changeFoundSeries,
  changePractice,
  keepAnswer,
  PracticeGoneError,
  readFoundSeries,
  readPractices,
  removeFoundSeries,
} from "./practices";

const question = (key: number): Question => ({
  drill: "odd",
  axis: "hue",
  patches: [labD65(50, 20, 0), labD65(50, 20, 5), labD65(50, 20, 0), labD65(50, 20, 0)],
  choices: [],
  key: [key],
  by: 3,
});
let db: GamanDatabase;
let count = 0;

beforeEach(() => {
  db = new GamanDatabase(`practices-${count++}`);
});

afterEach(async () => {
  await db.delete();
});

describe("a practice session", () => {
  const begun = { level: "primaries", seed: 3, tubes: [], questions: [question(1), question(2)] } as const;

  it("keeps each answer at once, so that a broken one goes on where it was", async () => {
    const { id } = await addPractice(db, { ...begun, startedAt: 10 });
    await keepAnswer(db, id, 0, { at: 11, given: [1] });
    expect((await readPractices(db))[0]?.answers).toEqual([{ at: 11, given: [1] }]);
    // Two windows answer the same question: the first answer counts.
    await keepAnswer(db, id, 0, { at: 12, given: [3] });
    await keepAnswer(db, id, 1, { at: 13, given: [0] });
    await changePractice(db, id, () => ({ endedAt: 14 }));
    expect((await readPractices(db))[0]).toMatchObject({
      answers: [{ given: [1] }, { given: [0] }],
      endedAt: 14,
    });
    expect((await readPractices(db))[0]?.questions).toEqual(begun.questions);
  });

  it("is parsed again only when it changed", async () => {
    const first = await addPractice(db, { ...begun, startedAt: 10 });
    const second = await addPractice(db, { ...begun, startedAt: 20 });
    const before = await readPractices(db);
    await keepAnswer(db, second.id, 0, { at: 21, given: [2] });
    const after = await readPractices(db);
    expect(after[0]).toBe(before[0]);
    expect(after[1]).not.toBe(before[1]);
    expect(after[1]?.answers).toEqual([{ at: 21, given: [2] }]);
    await changePractice(db, first.id, () => ({ endedAt: 30 }));
    expect((await readPractices(db))[0]?.endedAt).toBe(30);
  });

  it("comes in the order of time, and refuses what is no question", async () => {
    await addPractice(db, { ...begun, startedAt: 20 });
    await addPractice(db, { ...begun, startedAt: 10 });
    expect((await readPractices(db)).map(({ startedAt }) => startedAt)).toEqual([10, 20]);
    const broken = { ...question(1), patches: [labD65(120, 0, 0)] };
    await expect(addPractice(db, { ...begun, questions: [broken], startedAt: 1 })).rejects.toThrow();
    await expect(keepAnswer(db, "gone", 0, { at: 1, given: [0] })).rejects.toThrow(PracticeGoneError);
    expect(await readPractices(db)).toHaveLength(2);
  });
});

describe("a series of found colours", () => {
  it("grows, and goes", async () => {
    const { id } = await addFoundSeries(db, { name: "Kitchen", wanted: 30 }, 5);
    await changeFoundSeries(db, id, ({ colours }) => ({
      colours: [...colours, { id: "a", name: "Kettle", said: labD65(30, 2, 3) }],
    }));
    expect(await readFoundSeries(db)).toMatchObject([
      { name: "Kitchen", wanted: 30, colours: [{ name: "Kettle", said: [30, 2, 3] }] },
    ]);
    await removeFoundSeries(db, id);
    expect(await readFoundSeries(db)).toEqual([]);
    await expect(changeFoundSeries(db, id, () => ({}))).rejects.toThrow(PracticeGoneError);
  });
});
