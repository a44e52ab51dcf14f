/** The next addition as a hand lays it: no overshoot, no pile made worse, and what is shown is what it gives. */
import { describe, expect, it } from "vitest";
import {
  BOX_OF_EIGHT,
  closeLoop,
  CONDITIONS,
  eyeReader,
  instrumentReader,
  simulateBox,
} from "../../../tests/support/simulatedBench";
import { figure, sized } from "../../../tests/support/study";
import { DEFAULT_SIZES } from "../amounts/amounts";
import { type DosingChoice, dosingOf } from "../amounts/dosing";
import { aimDistance } from "../color/aimDistance";
import { deltaE2000 } from "../color/ciede2000";
import { labD65 } from "../color/types";
import { threeWayDifference } from "../describe/difference";
import { createRng } from "../random/rng";
import { plainParts } from "./additionPart";
import { isWithin, nextAddition, type PileQuery } from "./nextAddition";
import { priceOfGrowth } from "./pileMixer";
import { leadingAxis } from "./safeDose";

const PALETTES = [
  ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber"],
  ["titanium-white", "yellow-ochre", "pyrrole-red", "ivory-black", "ultramarine-blue"],
  ["titanium-white", "cadmium-yellow-light", "alizarin-crimson", "phthalo-green-bs", "burnt-sienna"],
  BOX_OF_EIGHT,
] as const;
const KNIFE: DosingChoice = { unit: "parts", sizes: DEFAULT_SIZES };
const MEASURES: readonly DosingChoice[] = [KNIFE, { unit: "drops", mostDrops: 30 }, { unit: "percent" }];
const DRAWS = 40;

/** A pile of so many parts that is a little wrong, and what it should have been. */
function spoiledPile(ids: readonly string[], size: number, rng: ReturnType<typeof createRng>) {
  const box = simulateBox(ids, rng);
  const mix = box.randomMix();
  const whole = mix.reduce((sum, { volume }) => sum + volume, 0);
  const parts = mix.map(({ tube, volume }) => ({ tube, volume: (volume * size) / whole }));
  const place = rng.below(parts.length);
  const wanted = parts.map((part, i) =>
    i === place ? { ...part, volume: part.volume * rng.between(1.2, 2.5) } : part,
  );
  return { box, parts, target: box.predictedLab(box.generic, wanted) };
}

describe("an addition that the hand lays", () => {
  it("seldom crosses, never spoils, and gives the colour that is shown", () => {
    const rng = createRng(21);
    let crossings = 0;
    let worse = 0;
    let draws = 0;
    const misses: number[] = [];
    for (let trial = 0; trial < sized(16, 400); trial++) {
      const size = 1.5 * (20 / 1.5) ** rng.next();
      const { box, parts, target } = spoiledPile(
        PALETTES[trial % PALETTES.length] ?? BOX_OF_EIGHT,
        size,
        rng,
      );
      const choice = MEASURES[trial % MEASURES.length] ?? KNIFE;
      const dosing = dosingOf(choice);
      // Drops are twenty to the part, percents a hundred to the pile.
      const unit = choice.unit === "drops" ? 20 : choice.unit === "percent" ? 100 / size : 1;
      const laid = parts.map((part) => ({ ...part, volume: part.volume * unit }));
      const answer = nextAddition(
        {
          tubes: box.generic,
          allowed: box.generic.map((_, tube) => tube),
          parts: laid,
          evidence: [],
          target,
          toleranceDeltaE2000: 1,
          strengthError: 0.3,
          maxTubes: 3,
          dosing: choice,
        },
        CONDITIONS,
      );
      if (answer.advice !== "add") continue;
      const [addition] = answer.additions;
      if (!addition?.isSafe) continue;
      for (const { tube, volume } of addition.parts)
        expect(dosing.round(volume, tube)).toBeCloseTo(volume, 9);
      const plain = plainParts(addition.parts);
      const shown = box.predictedLab(box.generic, [...laid, ...plain]);
      expect(Math.abs(deltaE2000(target, shown) - addition.deltaE2000)).toBeLessThan(0.05);
      misses.push(addition.deltaE2000);
      const before = threeWayDifference(target, answer.pile);
      const axis = leadingAxis(before);
      for (let draw = 0; draw < DRAWS; draw++) {
        const strengths = box.generic.map(() => rng.between(0.7, 1.3));
        const real = plain.map(({ tube, volume }) => ({ tube, volume: volume * (strengths[tube] ?? 1) }));
        const after = box.predictedLab(box.generic, [...laid, ...real]);
        draws++;
        if (Math.sign(threeWayDifference(target, after)[axis]) === -Math.sign(before[axis])) crossings++;
        if (deltaE2000(target, after) > answer.deltaE2000) worse++;
      }
    }
    misses.sort((a, b) => a - b);
    figure("laid additions: share of strength draws that cross the leading axis", crossings / draws, {
      most: 0.05,
    });
    figure("laid additions: share of strength draws that end further off", worse / draws, { most: 0.01 });
    figure("laid additions: median ΔE00 left", misses[Math.floor(misses.length / 2)] ?? Number.NaN, {
      most: 1.5,
    });
  });

  it("of a pile that is nearly right is worth its paint, or it is said that none brings it nearer", () => {
    const rng = createRng(24);
    let advised = 0;
    for (let trial = 0; trial < 40; trial++) {
      const box = simulateBox(PALETTES[trial % PALETTES.length] ?? BOX_OF_EIGHT, rng);
      const parts = box.randomMix().map(({ tube, volume }) => ({ tube, volume: 4 * volume }));
      const place = rng.below(parts.length);
      const wanted = parts.map((part, i) =>
        i === place ? { ...part, volume: part.volume * rng.between(1.03, 1.2) } : part,
      );
      const target = box.predictedLab(box.generic, wanted);
      const query: PileQuery = {
        tubes: box.generic,
        allowed: box.generic.map((_, tube) => tube),
        parts,
        evidence: [],
        target,
        toleranceDeltaE2000: 0.3,
        strengthError: 0.3,
        maxTubes: 3,
        // A coarse hand: often the dose that would do is too small for it.
        dosing: { unit: "parts", sizes: { touchParts: 1 / 4, speckParts: 1 / 8 } },
      };
      const answer = nextAddition(query, CONDITIONS);
      if (!("additions" in answer)) continue;
      advised++;
      const [first] = answer.additions;
      if (answer.advice === "add") {
        const paid = priceOfGrowth(query, first?.growth ?? Number.NaN);
        const gained =
          aimDistance(target, answer.pile) - aimDistance(target, first?.predicted ?? answer.pile);
        expect(gained).toBeGreaterThan(paid);
      } else {
        const { correct, startAgain } = answer.costs;
        const isDear = Number.isFinite(correct.volume) && correct.volume > startAgain.volume;
        expect(answer.why).toBe(isDear ? "more-paint" : "no-nearer");
      }
    }
    expect(advised).toBeGreaterThan(20);
  });

  it("is thinned first where the smallest amount of a tube does too much", () => {
    const box = simulateBox(PALETTES[0], createRng(3));
    const parts = [{ tube: 0, volume: 1.5 }];
    const target = box.predictedLab(box.generic, [...parts, { tube: 3, volume: 0.004 }]);
    const answer = nextAddition(
      {
        tubes: box.generic,
        allowed: [0, 1, 2, 3, 4],
        parts,
        evidence: [],
        target,
        toleranceDeltaE2000: 0.5,
        strengthError: 0.3,
        maxTubes: 3,
        dosing: KNIFE,
      },
      CONDITIONS,
    );
    if (!("additions" in answer)) throw new Error("nothing to add");
    const [first] = answer.additions;
    const thinned = first?.parts.find((part) => part.thinned);
    expect(thinned).toMatchObject({ tube: 3, thinned: { carrier: 0, carrierParts: 9 } });
    expect(first?.isSafe).toBe(true);
    expect(thinned?.volume).toBeGreaterThanOrEqual(DEFAULT_SIZES.speckParts);
    const after = box.predictedLab(box.generic, [...parts, ...plainParts(first?.parts ?? [])]);
    expect(deltaE2000(after, first?.predicted ?? target)).toBeLessThan(1e-6);
  });
});

describe("a verdict", () => {
  const box = simulateBox(PALETTES[0], createRng(5));
  const parts = [
    { tube: 0, volume: 4 },
    { tube: 4, volume: 1 },
  ];
  const lab = box.predictedLab(box.generic, parts);
  const ask = (changes: Partial<Parameters<typeof nextAddition>[0]>) =>
    nextAddition(
      {
        tubes: box.generic,
        allowed: [0, 1, 2, 3, 4],
        parts,
        evidence: [{ parts, lab, uncertaintyDeltaE2000: 0.3 }],
        target: lab,
        toleranceDeltaE2000: 2,
        strengthError: 0.3,
        maxTubes: 3,
        ...changes,
      },
      CONDITIONS,
    );

  it("asks each axis for itself: a pile 5 L* too dark is not left alone for a loose chroma", () => {
    const axes = { lightness: 0.5, chroma: 30, hue: 30 };
    const darker = labD65(lab[0] + 5, lab[1], lab[2]);
    expect(ask({ target: darker, axes, toleranceDeltaE2000: 20 }).advice).not.toBe("leave-it");
    const duller = labD65(lab[0], lab[1] + 6, lab[2] + 6);
    expect(ask({ target: duller, axes, toleranceDeltaE2000: 0.5 }).advice).toBe("leave-it");
    expect(isWithin(axes, threeWayDifference(duller, lab))).toBe(true);
  });

  it("needs to be sure as well as close, where that is asked for", () => {
    const byEye = { evidence: [{ parts, lab, uncertaintyDeltaE2000: 2 }], sureWithin: 3 };
    expect(ask({ sureWithin: 3 }).advice).toBe("leave-it");
    const unsure = ask(byEye);
    expect(unsure.advice).toBe("look-again");
    if (unsure.advice === "look-again") expect(Math.SQRT2 * unsure.doubt).toBeGreaterThan(2);
  });
});

describe("the loop with laid amounts", () => {
  it("closes by instrument: within ΔE00 1.5 in three additions", () => {
    const rng = createRng(131);
    const results = Array.from({ length: sized(6, 150) }, () => {
      const box = simulateBox(BOX_OF_EIGHT, rng);
      return closeLoop(box, box.trueLab(box.randomMix()), instrumentReader(0.25, rng), {
        mostAdditions: 3,
        toleranceDeltaE2000: 0.8,
        dosingError: 0.03,
        rng,
        dosing: KNIFE,
      });
    });
    const within = results.filter(({ misses }) => (misses.at(-1) ?? 99) <= 1.5).length;
    figure("laid loop by instrument: share within ΔE00 1.5 in three additions", within / results.length, {
      least: sized(0.8, 0.95),
    });
  });

  it("closes by eye: within ΔE00 3 in four additions, and hardly ever stops while it is further off", () => {
    const rng = createRng(132);
    const results = Array.from({ length: sized(6, 150) }, () => {
      const box = simulateBox(BOX_OF_EIGHT, rng);
      return closeLoop(box, box.trueLab(box.randomMix()), eyeReader(rng), {
        mostAdditions: 4,
        toleranceDeltaE2000: 1.5,
        dosingError: 0.03,
        rng,
        dosing: KNIFE,
        verdict: { axes: { lightness: 2, chroma: 4, hue: 3 }, sureWithin: 3 },
      });
    });
    const within = results.filter(({ misses }) => (misses.at(-1) ?? 99) <= 3).length;
    figure("laid loop by eye: share within ΔE00 3 in four additions", within / results.length, {
      least: sized(0.7, 0.85),
    });
    const stopped = results.filter(({ isStopped }) => isStopped);
    const wrongly = stopped.filter(({ misses }) => (misses.at(-1) ?? 0) > 3).length;
    figure("laid loop by eye: share of stops while truly over ΔE00 3", wrongly / stopped.length, {
      most: sized(0.2, 0.05),
    });
    figure("laid loop by eye: share that comes to a stop", stopped.length / results.length, { least: 0.3 });
  });
});
