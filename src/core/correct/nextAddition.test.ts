import { describe, expect, it } from "vitest";
import {
  BOX_OF_EIGHT,
  closeLoop,
  CONDITIONS,
  eyeReader,
  instrumentReader,
  simulateBox,
} from "../../../tests/support/simulatedBench";
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { threeWayDifference } from "../describe/difference";
import type { MixPart } from "../learning/evidence";
import { volumeOf } from "../numbers";
import { createRng } from "../random/rng";
import { nextAddition, type PileQuery } from "./nextAddition";
import { leadingAxis } from "./safeDose";
import { figure, sized } from "../../../tests/support/study";

type Box = ReturnType<typeof simulateBox>;

function queryOf(box: Box, changes: Partial<PileQuery>): PileQuery {
  return {
    tubes: box.generic,
    allowed: box.generic.map((_, tube) => tube),
    parts: [{ tube: 0, volume: 8 }],
    evidence: [],
    target: labD65(50, 0, 0),
    toleranceDeltaE2000: 1,
    strengthError: 0.3,
    maxTubes: 3,
    ...changes,
  };
}

/** A pile that is a little wrong: a random mix, and the same with one amount changed as its target. */
function spoiledPile(box: Box, rng: ReturnType<typeof createRng>) {
  const parts = box.randomMix();
  const place = rng.below(parts.length);
  const wanted = parts.map((part, i) =>
    i === place ? { ...part, volume: part.volume * rng.between(1.2, 2.5) } : part,
  );
  return { parts, target: box.predictedLab(box.generic, wanted) };
}

/**
 * Nearest that any addition of one tube, or of two, brings a pile while it grows to twice its size at most:
 * every amount on a grid.
 */
function bruteForce(box: Box, parts: readonly MixPart[], target: LabD65): number {
  const size = parts.reduce((sum, part) => sum + part.volume, 0);
  const missWith = (added: readonly MixPart[]): number =>
    deltaE2000(target, box.predictedLab(box.generic, [...parts, ...added]));
  let best = Number.POSITIVE_INFINITY;
  const amounts = Array.from({ length: 13 }, (_, i) => size * 10 ** (-3 + i / 4));
  for (const first of box.generic.keys()) {
    for (const volume of amounts) {
      best = Math.min(best, missWith([{ tube: first, volume }]));
      for (let second = first + 1; second < box.generic.length; second++) {
        for (const other of amounts.filter((amount) => amount + volume <= size))
          best = Math.min(
            best,
            missWith([
              { tube: first, volume },
              { tube: second, volume: other },
            ]),
          );
      }
    }
  }
  return best;
}

describe("the next addition", () => {
  it("leaves a pile alone that is within tolerance", () => {
    const box = simulateBox(BOX_OF_EIGHT, createRng(1));
    const parts = [
      { tube: 0, volume: 8 },
      { tube: 3, volume: 0.5 },
    ];
    const target = box.predictedLab(box.generic, parts);
    expect(nextAddition(queryOf(box, { parts, target }), CONDITIONS)).toMatchObject({ advice: "leave-it" });
  });

  it("only ever adds, brings the pile closer, and says truly where it will be", () => {
    const rng = createRng(2);
    let advised = 0;
    for (let trial = 0; trial < sized(30, 120); trial++) {
      const box = simulateBox(BOX_OF_EIGHT, rng);
      const { parts, target } = spoiledPile(box, rng);
      const answer = nextAddition(queryOf(box, { parts, target }), CONDITIONS);
      if (!("additions" in answer)) continue;
      advised++;
      expect(answer.additions.length).toBeGreaterThan(0);
      expect(answer.additions[0]?.deltaE2000).toBeLessThan(answer.deltaE2000);
      for (const addition of answer.additions) {
        expect(addition.parts.every((part) => part.volume > 0)).toBe(true);
        expect(addition.parts.length).toBeLessThanOrEqual(3);
        const after = box.predictedLab(box.generic, [...parts, ...addition.parts]);
        expect(deltaE2000(after, addition.predicted)).toBeLessThan(1e-6);
        expect(deltaE2000(target, after)).toBeCloseTo(addition.deltaE2000, 6);
        const change = threeWayDifference(answer.pile, addition.predicted);
        expect(addition.change.deltaLightness).toBeCloseTo(change.deltaLightness, 6);
        expect(addition.growth).toBeGreaterThan(1);
      }
    }
    expect(advised).toBeGreaterThan(sized(15, 60));
  });

  it("reaches the target with the full dose when strengths are certain", () => {
    const rng = createRng(3);
    for (let trial = 0; trial < 25; trial++) {
      const box = simulateBox(BOX_OF_EIGHT, rng);
      const { parts, target } = spoiledPile(box, rng);
      const answer = nextAddition(queryOf(box, { parts, target, strengthError: 0 }), CONDITIONS);
      if ("additions" in answer) expect(answer.additions[0]?.deltaE2000).toBeLessThan(0.8);
    }
  });

  it("crosses the target on its leading axis in under 5 % of cases when strengths are wrong by up to 30 %", () => {
    const rng = createRng(4);
    let count = 0;
    let crossings = 0;
    while (count < sized(60, 1000)) {
      const box = simulateBox(BOX_OF_EIGHT, rng);
      const { parts, target } = spoiledPile(box, rng);
      const answer = nextAddition(queryOf(box, { parts, target }), CONDITIONS);
      if (answer.advice !== "add") continue;
      const [addition] = answer.additions;
      if (!addition) continue;
      count++;
      const real = addition.parts.map((part) => ({ ...part, volume: part.volume * rng.between(0.7, 1.3) }));
      const before = threeWayDifference(target, answer.pile);
      const after = threeWayDifference(target, box.predictedLab(box.generic, [...parts, ...real]));
      const axis = leadingAxis(before);
      if (Math.sign(after[axis]) === -Math.sign(before[axis])) crossings++;
    }
    figure("additions that cross the leading axis, strengths off by up to 30 %", crossings / count, {
      most: 0.05,
    });
  });

  it("offers at least three ways, by different tubes, and by different means where there are some", () => {
    const rng = createRng(5);
    let asked = 0;
    let manyMeans = 0;
    for (let trial = 0; trial < sized(40, 150); trial++) {
      const box = simulateBox(BOX_OF_EIGHT, rng);
      const { parts, target } = spoiledPile(box, rng);
      const answer = nextAddition(queryOf(box, { parts, target }), CONDITIONS);
      if (answer.advice !== "add") continue;
      asked++;
      const ways = answer.additions.map((addition) => addition.parts.map((part) => part.tube).join());
      expect(new Set(ways).size).toBe(ways.length);
      expect(ways.length).toBeGreaterThanOrEqual(3);
      expect(ways.length).toBeLessThanOrEqual(4);
      if (new Set(answer.additions.map((addition) => addition.kind)).size >= 3) manyMeans++;
    }
    expect(asked).toBeGreaterThan(sized(15, 60));
    expect(manyMeans / asked).toBeGreaterThan(0.6);
  });

  it("reaches 200 spoiled piles within the tolerance, or says to start again, as brute force does", () => {
    const rng = createRng(36);
    const box = simulateBox(BOX_OF_EIGHT.slice(0, 5), rng);
    let reached = 0;
    for (let trial = 0; trial < 200; trial++) {
      const { parts, target } = spoiledPile(box, rng);
      const answer = nextAddition(queryOf(box, { parts, target, strengthError: 0 }), CONDITIONS);
      if (!("additions" in answer)) continue;
      const closest = Math.min(...answer.additions.map((addition) => addition.deltaE2000));
      if (closest <= 1) reached++;
      else expect(bruteForce(box, parts, target), JSON.stringify({ parts, target })).toBeGreaterThan(0.9);
    }
    expect(reached).toBeGreaterThan(100);
  });

  it.each(["prussian-blue", "phthalo-blue-gs", "phthalo-green-bs", "dioxazine-violet"])(
    "recommends starting again after five times too much %s",
    (strong) => {
      const box = simulateBox(
        ["titanium-white", "arylide-yellow", strong, "pyrrole-red", "raw-umber"],
        createRng(6),
      );
      for (const share of [0.005, 0.01, 0.02, 0.05]) {
        const wanted = [
          { tube: 0, volume: 10 },
          { tube: 1, volume: 0.5 },
          { tube: 2, volume: 10 * share },
        ];
        const target = box.predictedLab(box.generic, wanted);
        const parts = wanted.map((part) => (part.tube === 2 ? { ...part, volume: 5 * part.volume } : part));
        const answer = nextAddition(queryOf(box, { parts, target }), CONDITIONS);
        expect(answer.advice, `${share}`).toBe("start-again");
        if (!("costs" in answer)) continue;
        expect(answer.costs.correct.volume).toBeGreaterThan(answer.costs.startAgain.volume);
        expect(answer.costs.scrapeBack.volume).toBeLessThan(answer.costs.correct.volume);
      }
    },
  );

  it("has a pile scraped back where that saves a third of a new one, and then goes on with what is left", () => {
    const rng = createRng(61);
    let scraped = 0;
    for (let trial = 0; trial < 60; trial++) {
      const box = simulateBox(BOX_OF_EIGHT, rng);
      const right = box.randomMix();
      const place = rng.below(right.length);
      // Too much of one tube: all the others have to follow.
      const parts = right.map((part, i) =>
        i === place ? { ...part, volume: part.volume * rng.between(1.5, 6) } : part,
      );
      const query = queryOf(box, { parts, target: box.predictedLab(box.generic, right) });
      const before = nextAddition(query, CONDITIONS);
      if (!("costs" in before)) continue;
      const { correct, startAgain, scrapeBack } = before.costs;
      const isDear = correct.volume > startAgain.volume;
      const isWorthIt = isDear && scrapeBack.volume <= (2 / 3) * startAgain.volume;
      expect(before.advice === "scrape-back").toBe(isWorthIt);
      if (!isWorthIt) continue;
      scraped++;
      expect(scrapeBack.keptShare).toBeGreaterThanOrEqual(1 / 3);
      expect(scrapeBack.keptShare).toBeLessThan(0.5);
      const left = parts.map((part) => ({ ...part, volume: part.volume * scrapeBack.keptShare }));
      const meantVolume = volumeOf(parts);
      const after = nextAddition({ ...query, parts: left, meantVolume }, CONDITIONS);
      if (!("costs" in after)) throw new Error("what is left has the colour that it had");
      expect(after.advice).toBe("add");
      expect(after.costs.correct.volume).toBeCloseTo(scrapeBack.volume, 6);
      expect(volumeOf(left) + after.costs.correct.volume).toBeCloseTo(meantVolume, 6);
    }
    expect(scraped).toBeGreaterThan(8);
  });

  it("believes the reading of a pile, not only its record", () => {
    const rng = createRng(7);
    const box = simulateBox(BOX_OF_EIGHT, rng);
    const parts = [
      { tube: 0, volume: 8 },
      { tube: 3, volume: 0.4 },
      { tube: 4, volume: 0.6 },
    ];
    const seen = box.trueLab(parts);
    const target = box.predictedLab(box.generic, parts);
    const answer = nextAddition(
      queryOf(box, {
        parts,
        target,
        toleranceDeltaE2000: 0.01,
        evidence: [{ parts, lab: seen, uncertaintyDeltaE2000: 0.3 }],
      }),
      CONDITIONS,
    );
    expect(deltaE2000(answer.pile, seen)).toBeLessThan(deltaE2000(target, seen) / 3);
  });

  it("closes the loop by instrument: within ΔE00 1.5 in at most three additions, without doubling the pile twice", () => {
    const rng = createRng(31);
    const results = Array.from({ length: sized(8, 120) }, () => {
      const box = simulateBox(BOX_OF_EIGHT, rng);
      const target = box.trueLab(box.randomMix());
      return closeLoop(box, target, instrumentReader(0.25, rng), {
        mostAdditions: 3,
        toleranceDeltaE2000: 0.8,
        dosingError: 0.03,
        rng,
      });
    });
    const within = results.filter((result) => (result.misses.at(-1) ?? 99) <= 1.5).length;
    figure("loop by instrument: share within ΔE00 1.5 in three additions", within / results.length, {
      least: sized(0.75, 0.9),
    });
    const lean = results.filter((result) => result.growth <= 2.3).length / results.length;
    figure("loop by instrument: share that grows no more than 2.3 times", lean, { least: sized(0.75, 0.9) });
  });

  it("closes the loop by eye: within ΔE00 3 in at most four additions", () => {
    const rng = createRng(32);
    const results = Array.from({ length: sized(8, 120) }, () => {
      const box = simulateBox(BOX_OF_EIGHT, rng);
      const target = box.trueLab(box.randomMix());
      return closeLoop(box, target, eyeReader(rng), {
        mostAdditions: 4,
        toleranceDeltaE2000: 1.5,
        dosingError: 0.03,
        rng,
      });
    });
    const within = results.filter((result) => (result.misses.at(-1) ?? 99) <= 3).length;
    figure("loop by eye: share within ΔE00 3 in four additions", within / results.length, {
      least: sized(0.7, 0.8),
    });
  });

  it("refuses a pile of nothing, unknown tubes and too many at once", () => {
    const box = simulateBox(BOX_OF_EIGHT, createRng(8));
    for (const changes of [
      { parts: [] },
      { parts: [{ tube: 0, volume: 0 }] },
      { parts: [{ tube: 99, volume: 1 }] },
      { allowed: [99] },
      { maxTubes: 4 },
      { target: labD65(Number.NaN, 0, 0) },
    ]) {
      expect(() => nextAddition(queryOf(box, changes), CONDITIONS)).toThrow(RangeError);
    }
  });
});
