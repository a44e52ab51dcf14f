/** Questions as they are drawn, what an answer to each is worth, and what all answers come to. */
import { describe, expect, it } from "vitest";
import { labOfMix } from "../../../tests/support/paint";
import { NINE, paletteOfTubes } from "../../../tests/support/practiceLearners";
import { sized } from "../../../tests/support/study";
import { deltaE2000 } from "../../core/color/ciede2000";
import { hueDifferenceDegrees, labFromLch, lchFromLab } from "../../core/color/cieLab";
import { type LabD65, labD65, lchUnder } from "../../core/color/types";
import { STEP_OF_AXIS } from "../../core/practice/drills";
import { isFairOnScreen } from "../../core/practice/practiceTargets";
import { createRng } from "../../core/random/rng";
import { type Answered, answeredOf, signsOf } from "./answered";
import { benchTarget, drawSession, SECONDS_OF_DRILL, type SessionRequest } from "./drawSession";
import { saidByTaps, stepsOfNaming, tapsFor } from "./naming";
import type { Answer, PlacedDose, PracticeSession, Question } from "./practice";
import { habitsOf, isHueUntold, isLevelKnown, isSure, nextApart, progressOf, sameWay } from "./progress";
import { AXES, scoreOf, WRONG_STEPS } from "./score";
import { screenLimits, screenQuestions } from "./screenCheck";
import { regionOf, skillKey } from "./skills";
import { signsOfPair, weaknessOf } from "./weakness";

const PALETTE = paletteOfTubes(NINE);
const ASKED: SessionRequest = {
  seed: 1,
  weights: {},
  hues: {},
  usual: { value: 0.8, chroma: 0.8, hue: 0.8, mixing: 0.8 },
  seconds: 600,
  apart: { lighter: 6, value: 4, chroma: 4, hue: 4 },
  screen: { least: 0, most: 100 },
  start: "weakest",
  isValueFirst: false,
};
const session = (seed: number, part: Partial<SessionRequest> = {}): readonly Question[] =>
  drawSession(PALETTE, { ...ASKED, seed, ...part });
const answer = (given: readonly number[], at = 1): Answer => ({ at, given });
const mixed = (doses: readonly PlacedDose[]): LabD65 =>
  labOfMix(
    Object.fromEntries(
      NINE.flatMap((id, place) => {
        const parts = doses.reduce((sum, dose) => sum + (dose.tube === place ? dose.parts : 0), 0);
        return parts > 0 ? [[id, parts]] : [];
      }),
    ),
  );
const asked = (
  questions: readonly Question[],
  given: (question: Question) => readonly number[],
  at = 0,
): PracticeSession => ({
  id: `s${at}`,
  startedAt: at,
  level: "own",
  seed: 1,
  tubes: [],
  questions,
  answers: questions.map((question, i) => ({ at: at + i, given: given(question) })),
});

describe("a session", () => {
  const SESSIONS = sized(12, 200);

  it("asks what is right by its own key, in colours that the screen shows, the same for a seed", () => {
    const drills = new Set<string>();
    for (let seed = 0; seed < SESSIONS; seed++) {
      const questions = session(seed);
      expect(session(seed)).toEqual(questions);
      expect(questions.length).toBeGreaterThan(12);
      for (const question of questions) {
        drills.add(question.drill);
        const told = scoreOf(question, answer(question.key));
        expect(told.isRight, question.drill).toBe(true);
        for (const miss of told.misses) expect(miss.steps, question.drill).toBeLessThan(1);
        // A tube's own colour may lie outside; what is judged does not.
        const seen =
          question.drill === "path"
            ? question.choices.slice(0, 1).flatMap(({ lab }) => (lab ? [lab] : []))
            : question.patches;
        for (const lab of seen) expect(isFairOnScreen(lab), question.drill).toBe(true);
      }
    }
    for (const drill of [
      "name",
      "order",
      "lighter",
      "odd",
      "warmer",
      "wrong",
      "add",
      "predict",
      "path",
      "parents",
      "first",
    ])
      expect(drills, drill).toContain(drill);
  });

  it("tells doses that give the colours it shows", () => {
    for (let seed = 0; seed < SESSIONS; seed++)
      for (const { drill, patches, mixture = [], choices, key } of session(seed)) {
        const right = choices[key[0] ?? -1];
        if (drill === "predict" && right?.lab)
          expect(deltaE2000(mixed(mixture), right.lab)).toBeLessThan(1e-6);
        if (drill === "path" && choices[0]?.lab)
          expect(deltaE2000(mixed(mixture), choices[0].lab)).toBeLessThan(1e-6);
        if ((drill === "parents" || drill === "opposites") && right?.lab && right.doses)
          expect(deltaE2000(mixed(right.doses), right.lab)).toBeLessThan(1e-6);
        if (drill === "add") {
          const [target, pile] = patches;
          expect(pile && deltaE2000(mixed(mixture), pile)).toBeLessThan(1e-6);
          for (const { doses = [], lab } of choices)
            expect(lab && deltaE2000(mixed([...mixture, ...doses]), lab)).toBeLessThan(1e-6);
          expect(target && right?.lab && deltaE2000(target, right.lab)).toBeLessThan(1e-6);
        }
        if (drill === "first")
          expect(patches[0] && deltaE2000(mixed(mixture), patches[0])).toBeLessThan(1e-6);
      }
  });

  it("asks for the weakest first, keeps to its minutes, and leaves out what it is told to", () => {
    const pool = session(3).flatMap(({ patches }) => patches);
    const weak = skillKey("value", pool[0] ?? labD65(50, 0, 0));
    const questions = session(3, { weights: { [weak]: 9 } });
    expect(questions[0]?.axis).toBe("value");
    const seconds = questions.reduce((sum, { drill }) => sum + SECONDS_OF_DRILL[drill], 0);
    expect(seconds).toBeLessThanOrEqual(600);
    expect(seconds).toBeGreaterThan(570);
    const values = session(4, { isValueFirst: true });
    expect(values.every(({ axis }) => axis === "value" || axis === "mixing")).toBe(true);
    expect(values.some(({ drill }) => drill === "warmer" || drill === "name")).toBe(false);
    const narrow = session(5, { screen: { least: 24, most: 83 } });
    for (const { drill, patches } of narrow)
      if (drill === "name" || drill === "place" || drill === "order")
        for (const [lightness] of patches) expect(lightness >= 24 && lightness <= 83).toBe(true);
    const one = paletteOfTubes(NINE.slice(0, 1));
    expect(drawSession(one, ASKED).every(({ axis }) => axis !== "mixing")).toBe(true);
  });

  it("never asks the same colour to be named twice before all others were", () => {
    const named = session(6, { seconds: 2000 }).filter(({ drill }) => drill === "name" || drill === "place");
    const colours = named.flatMap(({ patches }) => patches.slice(0, 1));
    expect(colours.length).toBeGreaterThan(10);
    // All that is named in one session lies apart.
    for (const [i, one] of colours.slice(0, 30).entries())
      for (const other of colours.slice(i + 1, 30)) expect(deltaE2000(one, other)).toBeGreaterThan(5);
  });

  it("gives a colour for the bench, or a grey", () => {
    const grey = benchTarget(PALETTE, 4, true);
    expect(grey && Math.hypot(grey[1], grey[2])).toBe(0);
    const colour = benchTarget(PALETTE, 4, false);
    expect(colour && isFairOnScreen(colour)).toBe(true);
    expect(benchTarget(PALETTE, 4, false)).toEqual(colour);
  });
});

describe("naming by taps", () => {
  it("parts the whole of colour space: what is tapped best lies near", () => {
    const rng = createRng(5);
    for (let i = 0; i < 400; i++) {
      const lab = labFromLch(lchUnder<"D65">(100 * rng.next(), 84 * rng.next(), 360 * rng.next()));
      const question = { drill: "name" as const, patches: [lab] };
      const taps = tapsFor(question, lab);
      expect(taps).toHaveLength(stepsOfNaming(question).length);
      expect(taps.every((tap) => tap >= 0 && tap < 4)).toBe(true);
      const [l, c, h] = lchFromLab(saidByTaps(question, taps));
      const [tl, tc, th] = lchFromLab(lab);
      expect(Math.abs(l - tl)).toBeLessThanOrEqual(3.13);
      expect(Math.abs(c - tc)).toBeLessThanOrEqual(5.51);
      expect(Math.abs(hueDifferenceDegrees(h, th))).toBeLessThan(18);
    }
  });

  it("asks no hue of a grey, and only value on the scale", () => {
    expect(stepsOfNaming({ drill: "name", patches: [labD65(50, 2, 2)] })).not.toContain("hue family");
    expect(stepsOfNaming({ drill: "place", patches: [labD65(50, 40, 2)] })).toEqual(["value part", "value"]);
  });
});

describe("what an answer is worth", () => {
  const name = (lab: LabD65): Question => ({
    drill: "name",
    axis: "value",
    patches: [lab],
    choices: [],
    key: [],
  });

  it("is signed, axis by axis", () => {
    const truth = labD65(50, 20, 20);
    const said = labFromLch(lchUnder<"D65">(30, lchFromLab(truth)[1] + 18, 110));
    const { misses, isRight, isNaming } = scoreOf(name(truth), answer(tapsFor(name(truth), said)));
    expect([isRight, isNaming]).toEqual([false, true]);
    const by = Object.fromEntries(misses.map(({ axis, size }) => [axis, size]));
    expect(by.value).toBeLessThan(-12);
    expect(by.chroma).toBeGreaterThan(8);
    expect(by.hue).toBeGreaterThan(15);
  });

  it("of an order is what each patch was taken for", () => {
    const patches = [20, 40, 60, 80].map((lightness) => labD65(lightness, 0, 0));
    const question: Question = { drill: "order", axis: "value", patches, choices: [], key: [0, 1, 2, 3] };
    const { misses, isRight } = scoreOf(question, answer([0, 2, 1, 3]));
    expect(isRight).toBe(false);
    expect(misses.map(({ size }) => size)).toEqual([0, -20, 20, 0]);
  });

  it("of what is wrong tells the axis from the amount", () => {
    const target = labD65(50, 30, 10);
    const question: Question = {
      drill: "wrong",
      axis: "value",
      patches: [target, labD65(58, 30, 10)],
      choices: [],
      key: [AXES.indexOf("value"), WRONG_STEPS.indexOf(2)],
      by: 8,
    };
    expect(scoreOf(question, answer([0, 3])).isRight).toBe(true);
    const less = scoreOf(question, answer([0, 2]));
    expect(less.isRight).toBe(false);
    expect(less.misses[0]?.size).toBeCloseTo(STEP_OF_AXIS.value - 8, 9);
    expect(scoreOf(question, answer([1, 2])).misses[0]?.steps).toBeGreaterThanOrEqual(1.5);
  });

  it("of the bench is how near it came, and how alike two are", () => {
    const question: Question = {
      drill: "grey",
      axis: "mixing",
      patches: [labD65(50, 0, 0)],
      choices: [],
      key: [],
    };
    const bench = {
      result: labD65(50, 0, 0),
      again: labD65(57, 0, 0),
      additions: 1,
      parts: 3,
      withInstrument: false,
    };
    expect(scoreOf(question, { at: 1, given: [], bench }).isRight).toBe(false);
    expect(
      scoreOf(question, { at: 1, given: [], bench: { ...bench, again: labD65(51, 0, 0) } }).isRight,
    ).toBe(true);
    expect(scoreOf(question, { at: 1, given: [] }).misses).toEqual([]);
  });
});

const DAY = 24 * 3600 * 1000;

describe("what practice comes to", () => {
  const naming = (count: number, at: number, off: number): PracticeSession => {
    const rng = createRng(at + count);
    const questions = Array.from({ length: count }, (): Question => {
      const patches = [labFromLch(lchUnder<"D65">(35 + 40 * rng.next(), 30, 360 * rng.next()))];
      return { drill: "name", axis: "value", patches, choices: [], key: [] };
    });
    return asked(
      questions,
      (question) => {
        const [l, a, b] = question.patches[0] ?? labD65(50, 0, 0);
        return tapsFor(question, labD65(l + off, a, b));
      },
      at,
    );
  };

  it("is the plain mean of the signed errors, by hue and value too", () => {
    const answered = answeredOf([naming(60, 0, -9)]);
    const habits = habitsOf(answered);
    const all = habits.find(({ axis, hue, value }) => axis === "value" && !hue && !value);
    const sizes = answered.flatMap(({ score }) =>
      score.misses.filter(({ axis }) => axis === "value").map(({ size }) => size),
    );
    expect(all?.bias.mean).toBeCloseTo(sizes.reduce((sum, size) => sum + size, 0) / sizes.length, 9);
    expect(all && isSure(all)).toBe(true);
    expect(all?.bias.mean).toBeLessThan(-7);
    const middle = habits.find(({ axis, value }) => axis === "value" && value === "middle");
    expect(middle?.bias.count).toBe(
      answered.filter(({ question }) => regionOf(question.patches[0] ?? labD65(0, 0, 0)).value === "middle")
        .length,
    );
    expect(sameWay(answered, "value", -1)).toEqual({ missed: 12, of: 12 });
    expect(sameWay(answered, "value", 1).missed).toBe(0);
  });

  it("counts days and weeks, and gets better when the eye does", () => {
    const progress = progressOf(
      answeredOf([naming(20, 0, -12), naming(20, 8 * DAY, -6), naming(20, 15 * DAY, 0)]),
    );
    expect([progress.days, progress.answers, progress.swatches]).toEqual([3, 60, 60]);
    const means = progress.weeks.value.map(({ week, miss }) => [week, miss.mean]);
    expect(means.map(([week]) => week)).toEqual([1, 2, 3]);
    expect(means[0]?.[1]).toBeGreaterThan(means[1]?.[1] ?? 0);
    expect(means[1]?.[1]).toBeGreaterThan(means[2]?.[1] ?? 0);
    expect(progress.weeks.mixing).toEqual([]);
    expect(progressOf([]).answers).toBe(0);
  });

  it("asks for smaller differences as they are told, and says the smallest", () => {
    const odd = (by: number): Question => ({
      drill: "odd",
      axis: "hue",
      patches: Array.from({ length: 4 }, () => labD65(50, 20, 0)),
      choices: [],
      key: [1],
      by,
    });
    const sharp = answeredOf([
      asked(
        Array.from({ length: 30 }, () => odd(2)),
        () => [1],
      ),
    ]);
    const blunt = answeredOf([
      asked(
        Array.from({ length: 30 }, () => odd(6)),
        () => [2],
      ),
    ]);
    expect(nextApart(sharp).hue).toBeLessThan(nextApart([]).hue);
    expect(nextApart(blunt).hue).toBeGreaterThan(nextApart([]).hue);
    expect(nextApart(sharp).value).toBe(nextApart([]).value);
    const [threshold] = progressOf(sharp).thresholds;
    expect(threshold?.axis).toBe("hue");
    expect(threshold?.threshold.deltaE2000).toBeLessThan(2.5);
  });

  it("sees when warm and cool are told by chance, and when a level is known", () => {
    const pair: Question = {
      drill: "warmer",
      axis: "hue",
      patches: [labD65(50, 20, 20), labD65(50, -20, -20)],
      choices: [],
      key: [0],
    };
    const told = (right: number, of: number): readonly Answered[] => {
      let i = 0;
      return answeredOf([
        asked(
          Array.from({ length: of }, () => pair),
          () => [i++ < right ? 0 : 1],
        ),
      ]);
    };
    expect(isHueUntold(told(8, 16))).toBe(true);
    expect(isHueUntold(told(14, 16))).toBe(false);
    expect(isHueUntold(told(2, 8))).toBe(false);
    expect(isLevelKnown(told(34, 40))).toBe(true);
    expect(isLevelKnown(told(24, 40))).toBe(false);
  });

  it("gives weight to what is missed, in practice and in the log, and less to what is remembered", () => {
    const about = labD65(30, 25, 5);
    const missed = signsOfPair(about, labD65(44, 25, 5), 1);
    const { weights, usual } = weaknessOf(missed, () => 0);
    expect(weights[skillKey("value", about)]).toBeGreaterThan(weights[skillKey("hue", about)] ?? 0);
    expect(usual.value).toBeGreaterThan(usual.hue);
    const sure = weaknessOf(missed, () => 1);
    expect(sure.weights[skillKey("value", about)]).toBeLessThan(weights[skillKey("value", about)] ?? 0);
    expect(signsOf(answeredOf([naming(2, 0, 3)]))).toHaveLength(6);
  });
});

describe("the check of the screen", () => {
  it("leaves out the end whose steps were not told, for a month", () => {
    const questions = screenQuestions(11);
    const right = asked(questions, ({ key }) => key);
    expect(screenLimits(answeredOf([right]), DAY)).toEqual({ least: 0, most: 100 });
    expect(screenLimits(answeredOf([right]), 40 * DAY)).toBeUndefined();
    expect(screenLimits([], DAY)).toBeUndefined();
    const dark = asked(questions, ({ key, by = 0 }) => (by > 0 ? [((key[0] ?? 0) + 1) % 4] : key));
    const { least, most } = screenLimits(answeredOf([dark]), DAY) ?? { least: 0, most: 0 };
    expect(least).toBeGreaterThan(18);
    expect(most).toBe(100);
    // Looked at again in a darker room, what was told then counts.
    expect(screenLimits(answeredOf([dark, asked(questions, ({ key }) => key, 10)]), DAY)).toEqual({
      least: 0,
      most: 100,
    });
  });

  it("does not lie in one place", () => {
    const places = new Set(
      Array.from({ length: 40 }, (_, seed) =>
        screenQuestions(seed * 7919)
          .map(({ key }) => key[0])
          .join(),
      ),
    );
    expect(places.size).toBeGreaterThan(8);
  });
});
