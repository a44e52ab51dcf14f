/** What is said of simulated painters whose eyes are known, and what they are given to practise. */
import { describe, expect, it } from "vitest";
import {
  type Learner,
  NINE,
  paletteOfTubes,
  practised,
  seenBy,
} from "../../../tests/support/practiceLearners";
import { figure, seeded, sized } from "../../../tests/support/study";
import { practiceTargets } from "../../core/practice/practiceTargets";
import { createRng } from "../../core/random/rng";
import { answeredOf, signsOf } from "../../domain/practice/answered";
import { tapsFor } from "../../domain/practice/naming";
import { habitsOf } from "../../domain/practice/progress";
import { regionOf, skillKey } from "../../domain/practice/skills";
import { recallOf } from "./recall";

const PALETTE = paletteOfTubes(NINE);
/** At full size hundreds of sessions are drawn. */
const STUDY_MS = 600_000;

const STEADY: Learner = {
  bias: { value: 0, chroma: 0, hue: 0 },
  noise: { value: 5, chroma: 5, hue: 5 },
  missOf: () => 0.15,
};

describe("the habit of an eye", () => {
  it("lies inside its stated interval nine times of ten", () => {
    const trials = sized(40, 100);
    const inside = { value: 0, chroma: 0, hue: 0 };
    for (let i = 0; i < trials; i++) {
      const rng = createRng(seeded(4000 + i));
      const bias = {
        value: 12 * (rng.next() - 0.5),
        chroma: 8 * (rng.next() - 0.5),
        hue: 8 * (rng.next() - 0.5),
      };
      const learner = { ...STEADY, bias };
      const pool = practiceTargets(PALETTE, 30, seeded(4000 + i)).filter(
        // Beside the ends of an axis an eye cannot err both ways.
        ([lightness, a, b]) =>
          lightness > 25 && lightness < 80 && Math.hypot(a, b) > 14 && Math.hypot(a, b) < 55,
      );
      const questions = Array.from({ length: 60 }, () => {
        const lab = pool[rng.below(pool.length)];
        if (!lab) throw new Error("no colour");
        const asked = { drill: "name" as const, axis: "value" as const, patches: [lab], choices: [] };
        return { ...asked, key: tapsFor(asked, lab) };
      });
      const answered = answeredOf([
        {
          id: "s",
          startedAt: 0,
          level: "own",
          seed: 1,
          tubes: [],
          questions,
          answers: questions.map((question, at) => ({
            at,
            given: tapsFor(question, seenBy(learner, question.patches[0] ?? ([0, 0, 0] as never), rng)),
          })),
        },
      ]);
      for (const { axis, hue, value, bias: found } of habitsOf(answered))
        if (hue === undefined && value === undefined && found.least <= bias[axis] && bias[axis] <= found.most)
          inside[axis]++;
    }
    for (const axis of ["value", "chroma", "hue"] as const)
      figure(`practice: bias of ${axis} inside its 90 % interval`, inside[axis] / trials, {
        least: 0.83,
        most: 0.97,
      });
  });
});

describe("what is practised", () => {
  it(
    "is the weak skill more than others",
    () => {
      const trials = sized(8, 100);
      let led = 0;
      for (let i = 0; i < trials; i++) {
        const rng = createRng(seeded(7000 + i));
        const axis = (["value", "hue", "chroma", "mixing"] as const)[i % 4] ?? "value";
        const weak = (question: { readonly axis: string }): boolean => question.axis === axis;
        const learner: Learner = {
          ...STEADY,
          noise: {
            value: axis === "value" ? 10 : 3,
            chroma: axis === "chroma" ? 14 : 4,
            hue: axis === "hue" ? 14 : 4,
          },
          missOf: (question) => (weak(question) ? 0.6 : 0.1),
        };
        const { sessions } = practised(learner, PALETTE, 8, rng);
        // What the first day gave is chance: nothing was known.
        const later = sessions.slice(2).flatMap(({ questions }) => questions);
        const shareOf = (one: string): number => later.filter((question) => question.axis === one).length;
        const others = ["value", "hue", "chroma", "mixing"].filter((one) => one !== axis);
        if (others.every((one) => shareOf(axis) > shareOf(one))) led++;
      }
      // Of eight trials one may fail by chance.
      figure("practice: weak axis is practised most", led / trials, { least: sized(0.75, 0.9) });
    },
    STUDY_MS,
  );

  it(
    "is a hue that is hard, more than for an eye to which it is not",
    () => {
      const trials = sized(4, 40);
      let led = 0;
      for (let i = 0; i < trials; i++) {
        const weakHue = (["red", "yellow", "green", "blue"] as const)[i % 4] ?? "red";
        const even: Learner = { ...STEADY, noise: { value: 3, chroma: 4, hue: 4 }, missOf: () => 0.15 };
        const uneven: Learner = {
          ...even,
          weakHue,
          missOf: ({ axis, patches: [first] }) =>
            axis !== "mixing" && first && regionOf(first).hue === weakHue ? 0.6 : 0.15,
        };
        // Of what is seen from the third day on, the share of that hue: the same palette and seeds for both.
        const shareOf = (learner: Learner): number => {
          const { sessions } = practised(learner, PALETTE, 7, createRng(seeded(8000 + i)));
          const seen = sessions
            .slice(2)
            .flatMap(({ questions }) =>
              questions.flatMap(({ axis, patches }) => (axis === "mixing" ? [] : patches.slice(0, 1))),
            )
            .map((lab) => regionOf(lab).hue);
          return seen.filter((hue) => hue === weakHue).length / seen.length;
        };
        if (shareOf(uneven) > shareOf(even)) led++;
      }
      figure("practice: a hard hue is practised more than by an even eye", led / trials, {
        least: sized(0.8, 0.9),
      });
    },
    STUDY_MS,
  );

  it("comes again when it is about to be forgotten", () => {
    const about = practiceTargets(PALETTE, 30, 5)[0];
    if (!about) throw new Error("no colour");
    const day = 24 * 3600 * 1000;
    const skill = skillKey("value", about);
    const known = [1, 2, 6].map((at) => ({ axis: "value" as const, about, steps: 0, at: at * day }));
    const missed = known.map((sign) => ({ ...sign, steps: 2 }));
    const at = 20 * day;
    expect(recallOf([], at).of(skill)).toBe(0);
    expect(recallOf(known, at).of(skill)).toBeGreaterThan(recallOf(missed, at).of(skill));
    expect(recallOf(known, 7 * day).of(skill)).toBeGreaterThan(recallOf(known, 60 * day).of(skill));
    expect(recallOf(known, at).dueAt(skill)).toBeGreaterThan(recallOf(missed, at).dueAt(skill) ?? 0);
    expect(recallOf(known, at).dueAt("hue red dark dull")).toBeUndefined();
    expect(signsOf([])).toEqual([]);
  });
});
