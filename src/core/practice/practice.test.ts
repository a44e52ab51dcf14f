/** Colours to practise on, and the smallest difference that an eye tells. */
import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { figure, seeded, sized } from "../../../tests/support/study";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import { linearSrgbFromLab } from "../color/srgb";
import { colorModelOf } from "../mixing/colorModelOf";
import { NearestMixture } from "../palette/nearestMixture";
import { createRng } from "../random/rng";
import { APART, practiceTargets } from "./practiceTargets";
import { SLOPE, ThresholdTrial } from "./threshold";

const PALETTES = [
  ["titanium-white", "ivory-black", "burnt-sienna"],
  ["titanium-white", "arylide-yellow", "pyrrole-red", "ultramarine-blue"],
  ["titanium-white", "yellow-ochre", "raw-umber", "prussian-blue"],
  ["titanium-white", "arylide-yellow", "pyrrole-red", "quinacridone-rose", "phthalo-blue-gs", "raw-umber"],
] as const;

function paletteOf(ids: readonly string[]) {
  const optics = ids.map((id) => pigment(id).optics);
  return {
    model: colorModelOf(optics, VIEWING.D65, PAINT_SURFACE),
    nearest: new NearestMixture(optics, VIEWING.D65, PAINT_SURFACE),
  };
}

describe("colours to practise on", () => {
  it("can be mixed, lie apart, are shown as they are, and come again for the same seed", () => {
    const palettes = PALETTES.map(paletteOf);
    const trials = sized(8, 200);
    let right = 0;
    for (let i = 0; i < trials; i++) {
      const palette = palettes[i % palettes.length];
      if (!palette) continue;
      const seed = seeded(1000 + i);
      const targets = practiceTargets(palette.model, 30, seed);
      const isApart = targets.every((lab, a) =>
        targets.every((other, b) => a >= b || deltaE2000(lab, other) > APART),
      );
      const isInRange = targets.every((lab) =>
        linearSrgbFromLab(lab).every((channel) => channel > 0 && channel < 1),
      );
      const isReached = targets
        .filter((_, at) => at % 6 === i % 6)
        .every((lab) => palette.nearest.to(lab).deltaE2000 <= 1);
      const again = practiceTargets(palette.model, 30, seed);
      if (
        targets.length === 30 &&
        isApart &&
        isInRange &&
        isReached &&
        JSON.stringify(again) === JSON.stringify(targets)
      )
        right++;
    }
    figure("practice: series of 30 fair colours, share of palettes and seeds", right / trials, { least: 1 });
  });

  it("are fewer where a palette has no more that lie apart", () => {
    const greys = paletteOf(["titanium-white", "ivory-black"]);
    const targets = practiceTargets(greys.model, 30, 4);
    expect(targets.length).toBeGreaterThan(5);
    expect(targets.length).toBeLessThan(20);
  });
});

describe("the smallest difference that an eye tells", () => {
  it.each([
    [4, 40],
    [2, 80],
  ])("is found among %i choices after %i answers", (choices, answers) => {
    const observers = sized(40, 400);
    let near = 0;
    let inside = 0;
    for (let i = 0; i < observers; i++) {
      const rng = createRng(seeded(50 + i));
      const threshold = Math.exp(rng.between(Math.log(0.8), Math.log(8)));
      const guess = 1 / choices;
      const right = (difference: number): number =>
        guess + (1 - guess - 0.02) * (1 - Math.exp(-((difference / threshold) ** SLOPE)));
      // Where the observer's own curve passes three of four.
      let [low, high] = [0.01, 100];
      for (let step = 0; step < 60; step++) {
        const middle = Math.sqrt(low * high);
        if (right(middle) < 0.75) low = middle;
        else high = middle;
      }
      const trial = new ThresholdTrial(choices);
      for (let answer = 0; answer < answers; answer++) {
        const difference = trial.next();
        trial.take({ difference, isRight: rng.next() < right(difference) });
      }
      const { deltaE2000: found, least, most, count } = trial.estimate();
      expect(count).toBe(answers);
      if (Math.abs(found / low - 1) <= 0.25) near++;
      if (low >= least && low <= most) inside++;
    }
    figure(
      `practice: thresholds within a quarter, ${choices} choices, ${answers} answers`,
      near / observers,
      { least: 0.8 },
    );
    figure(`practice: thresholds inside their nine of ten, ${choices} choices`, inside / observers, {
      least: 0.8,
      most: 1,
    });
  });

  it("goes on where it was broken off, and refuses a single choice", () => {
    const answers = [
      { difference: 3, isRight: true },
      { difference: 1.5, isRight: false },
      { difference: 2, isRight: true },
    ];
    const whole = new ThresholdTrial(4, answers);
    const resumed = new ThresholdTrial(4, answers.slice(0, 2));
    for (const answer of answers.slice(2)) resumed.take(answer);
    expect(resumed.estimate()).toEqual(whole.estimate());
    expect(() => new ThresholdTrial(1)).toThrow(RangeError);
  });
});
