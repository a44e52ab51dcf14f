/** Each question's key against plain arithmetic and plain mixtures, which share nothing with how it was drawn. */
import { describe, expect, it } from "vitest";
import { labOfMix } from "../../../tests/support/paint";
import { NINE, paletteOfTubes } from "../../../tests/support/practiceLearners";
import { seeded, sized } from "../../../tests/support/study";
import { deltaE2000 } from "../color/ciede2000";
import { lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { createRng } from "../random/rng";
import {
  lighterOf,
  type Mixture,
  oddOne,
  predict,
  valueOrder,
  warmerOf,
  whatIsWrong,
  whatToAdd,
} from "./drills";
import { isFairOnScreen, practiceTargets } from "./practiceTargets";
import { opposites, parents, pathBetween, SECONDARY_HUES, whichFirst } from "./tubeDrills";

const PALETTE = paletteOfTubes(NINE.slice(0, 6));
const RICH = paletteOfTubes(NINE);
const POOL = practiceTargets(PALETTE, 40, 11);
const QUESTIONS = sized(40, 200);

const each = <Q>(
  ask: (rng: ReturnType<typeof createRng>) => Q | undefined,
  check: (question: Q) => void,
  /** Fewer beside the unit tests where a check takes long; all of them in the study. */
  beside = QUESTIONS,
): void => {
  let asked = 0;
  const count = Math.min(QUESTIONS, sized(beside, QUESTIONS));
  for (let i = 0; i < count; i++) {
    const question = ask(createRng(seeded(300 + i)));
    if (!question) continue;
    asked++;
    check(question);
    expect(ask(createRng(seeded(300 + i)))).toEqual(question);
  }
  expect(asked).toBe(count);
};

const plain = ({ tubes, volumes }: Mixture): LabD65 => {
  const parts: Record<string, number> = {};
  // A tube that is added may lie in the pile already.
  for (const [i, tube] of tubes.entries())
    parts[NINE[tube] ?? ""] = (parts[NINE[tube] ?? ""] ?? 0) + (volumes[i] ?? 0);
  return labOfMix(parts);
};

describe("the key of a question", () => {
  it("puts five values in order, though their hues differ", () => {
    each(
      (rng) => valueOrder(POOL, rng),
      ({ patches, key }) => {
        expect(patches).toHaveLength(5);
        const values = key.map((place) => patches[place]?.[0] ?? Number.NaN);
        for (const [i, value] of values.entries())
          if (i > 0) expect(value - (values[i - 1] ?? 0)).toBeGreaterThanOrEqual(6);
      },
    );
  });

  it.each([3, 6, 12])("names the lighter of two that lie %i L* apart", (apart) => {
    each(
      (rng) => lighterOf(POOL, apart, rng),
      ({ patches: [one, other], key }) => {
        expect(Math.abs(one[0] - other[0])).toBeCloseTo(apart, 9);
        expect(key).toBe(one[0] > other[0] ? 0 : 1);
        expect(isFairOnScreen(one) && isFairOnScreen(other)).toBe(true);
      },
    );
  });

  it("names the warmer of two: nearer to orange", () => {
    each(
      (rng) => warmerOf(POOL, rng),
      ({ patches, key }) => {
        const towardsOrange = patches.map((lab) => {
          const [, chroma, hue] = lchFromLab(lab);
          return chroma * Math.cos(((hue - 55) * Math.PI) / 180);
        });
        const [a = 0, b = 0] = towardsOrange;
        expect(key).toBe(a > b ? 0 : 1);
        expect(Math.abs(a - b)).toBeGreaterThan(7);
      },
    );
  });

  it("names the axis that is furthest off, and which way", () => {
    each(
      (rng) => whatIsWrong(POOL, rng),
      ({ target, pile, key }) => {
        const [l, c, h] = lchFromLab(target);
        const [pl, pc, ph] = lchFromLab(pile);
        let turn = ph - h;
        if (turn > 180) turn -= 360;
        if (turn < -180) turn += 360;
        const off = {
          value: pl - l,
          chroma: pc - c,
          hue: 2 * Math.sqrt(c * pc) * Math.sin((turn * Math.PI) / 360),
        };
        const steps = { value: off.value / 5, chroma: off.chroma / 8, hue: off.hue / 8 };
        const most = Object.entries(steps).sort((one, other) => Math.abs(other[1]) - Math.abs(one[1]))[0];
        expect(most?.[0]).toBe(key.axis);
        expect(key.by).toBeCloseTo(off[key.axis], 6);
      },
    );
  });

  it("is what a plain mixture gives, and no other choice is near it", () => {
    each(
      (rng) => predict(PALETTE, rng),
      ({ mixture, choices, key }) => {
        const mixed = plain(mixture);
        const misses = choices.map((lab) => deltaE2000(lab, mixed));
        expect(choices).toHaveLength(4);
        expect(misses.indexOf(Math.min(...misses))).toBe(key);
        expect(misses[key]).toBeLessThan(1e-6);
        expect(misses.filter((miss) => miss > 2)).toHaveLength(3);
      },
    );
  });

  it("is the addition after which a plain mixture lies nearest", () => {
    each(
      (rng) => whatToAdd(PALETTE, rng),
      ({ target, pile, choices, key }) => {
        const whole = pile.volumes.reduce((sum, volume) => sum + volume, 0);
        const misses = choices.map(({ tube, volume }) =>
          deltaE2000(
            plain({ tubes: [...pile.tubes, tube], volumes: [...pile.volumes, volume * whole] }),
            target,
          ),
        );
        expect(choices).toHaveLength(4);
        expect(misses.indexOf(Math.min(...misses))).toBe(key);
        expect(misses.filter((miss) => miss > 2)).toHaveLength(3);
      },
    );
  });

  it.each(["value", "chroma", "hue"] as const)("finds the one of four that differs in %s alone", (axis) => {
    each(
      (rng) => oddOne(POOL, axis, 4, rng),
      ({ patches, key }) => {
        const [odd, base] = [patches[key], patches[(key + 1) % 4]];
        if (!odd || !base) throw new Error("no patch");
        expect(patches.filter((lab) => lab === base)).toHaveLength(3);
        expect(deltaE2000(odd, base)).toBeCloseTo(4, 6);
        const [l, c, h] = lchFromLab(base);
        const [ol, oc, oh] = lchFromLab(odd);
        if (axis !== "value") expect(ol).toBeCloseTo(l, 6);
        if (axis !== "chroma") expect(oc).toBeCloseTo(c, 6);
        if (axis !== "hue" && c > 1) expect(oh).toBeCloseTo(h, 4);
      },
    );
  });

  /** Mixtures of two tubes by plain arithmetic, on a grid of its own. */
  const between = (one: number, other: number): LabD65[] =>
    Array.from({ length: 400 }, (_, i) => {
      const way = (i + 0.5) / 400;
      return plain({
        tubes: [one, other],
        volumes: [(1 - way) / RICH.strengthOf(one), way / RICH.strengthOf(other)],
      });
    });

  it.each(["orange", "green", "violet"] as const)("names the pair that gives the brightest %s", (hue) => {
    each(
      (rng) => parents(RICH, hue, rng),
      ({ choices, key }) => {
        const [low, high] = SECONDARY_HUES[hue];
        const most = choices.map(({ mixture: { tubes } }) =>
          Math.max(
            0,
            ...between(tubes[0] ?? 0, tubes[1] ?? 0).flatMap((lab) => {
              const [, chroma, angle] = lchFromLab(lab);
              return angle >= low && angle <= high ? [chroma] : [];
            }),
          ),
        );
        expect(most.indexOf(Math.max(...most))).toBe(key);
        expect(Math.max(...most)).toBeGreaterThan(14);
      },
      12,
    );
  });

  it("names the tube that takes most chroma from another", () => {
    each(
      (rng) => opposites(RICH, rng),
      ({ tube, choices, key }) => {
        const least = choices.map((choice) =>
          Math.min(...between(tube, choice.tube).map((lab) => lchFromLab(lab)[1])),
        );
        expect(least.indexOf(Math.min(...least))).toBe(key);
      },
      12,
    );
  });

  it("names what goes first: as each school begins", () => {
    each(
      (rng) => whichFirst(RICH, "weakest", rng),
      ({ mixture, key }) => {
        const whole = mixture.volumes.reduce((sum, volume) => sum + volume, 0);
        const shift = mixture.volumes.map((_, place) =>
          deltaE2000(
            plain(mixture),
            plain({
              ...mixture,
              volumes: mixture.volumes.map((v, i) => (i === place ? v + 0.01 * whole : v)),
            }),
          ),
        );
        expect(shift.indexOf(Math.min(...shift))).toBe(key);
      },
    );
    each(
      (rng) => whichFirst(RICH, "majority", rng),
      ({ mixture: { volumes }, key }) => {
        expect(volumes.indexOf(Math.max(...volumes))).toBe(key);
      },
    );
    each(
      (rng) => whichFirst(RICH, "lightest", rng),
      ({ mixture: { tubes }, key }) => {
        const lightness = tubes.map((tube) => plain({ tubes: [tube], volumes: [1] })[0]);
        expect(lightness.indexOf(Math.max(...lightness))).toBe(key);
      },
    );
  });

  it("is where the path of a pair passes", () => {
    each(
      (rng) => pathBetween(RICH, rng),
      ({ mixture, ends, middle, way }) => {
        expect(deltaE2000(plain(mixture), middle)).toBeLessThan(1e-6);
        expect(way).toHaveLength(7);
        expect(way[3] && deltaE2000(way[3], middle)).toBeLessThan(1e-6);
        const [one = 0, other = 0] = mixture.volumes;
        for (const [i, lab] of way.entries()) {
          const share = (i + 1) / 8;
          const between = plain({ ...mixture, volumes: [(1 - share) * one, share * other] });
          expect(deltaE2000(between, lab)).toBeLessThan(1e-6);
        }
        for (const [i, end] of ends.entries())
          expect(deltaE2000(plain({ tubes: [mixture.tubes[i] ?? 0], volumes: [1] }), end)).toBeLessThan(1e-6);
      },
    );
  });

  it("is not asked where the colours do not allow it", () => {
    expect(valueOrder(POOL.slice(0, 3), createRng(1))).toBeUndefined();
    expect(warmerOf([], createRng(1))).toBeUndefined();
    const single = paletteOfTubes(NINE.slice(0, 1));
    expect(predict(single, createRng(1))).toBeUndefined();
    expect(whatToAdd(single, createRng(1))).toBeUndefined();
  });
});
