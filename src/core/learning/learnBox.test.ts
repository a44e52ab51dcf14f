import { describe, expect, it } from "vitest";
import { BOX_OF_EIGHT, instrumentReader, simulateBox } from "../../../tests/support/simulatedBench";
import { WHITE_BENCH } from "../../data/testWhite";
import { deltaE2000 } from "../color/ciede2000";
import { labD65 } from "../color/types";
import { createRng } from "../random/rng";
import { learnBox, type LearningTube, type PileEvidence } from "./learnBox";

const NOISE = 0.25;

function bench(seed: number) {
  const rng = createRng(seed);
  const box = simulateBox(BOX_OF_EIGHT, rng);
  const reader = instrumentReader(NOISE, rng);
  const tubes = box.generic.map((generic): LearningTube => ({ generic, believed: generic, readings: [] }));
  const pile = (): PileEvidence => {
    const parts = box.randomMix();
    const truth = box.trueLab(parts);
    return { parts, lab: reader.read(truth, truth), uncertaintyDeltaE2000: reader.uncertaintyDeltaE2000 };
  };
  const missOf = (learned: ReturnType<typeof learnBox>): number => {
    const optics = learned.tubes.map((tube) => tube.optics);
    const mixes = Array.from({ length: 40 }, () => box.randomMix());
    const misses = mixes.map((mix) => deltaE2000(box.trueLab(mix), box.predictedLab(optics, mix)));
    return misses.reduce((sum, miss) => sum + miss, 0) / misses.length;
  };
  return { box, tubes, pile, missOf };
}

describe("learnBox", () => {
  it("predicts mixtures that it has not seen better than the generic models do", () => {
    const { tubes, pile, missOf } = bench(71);
    const before = missOf(learnBox(tubes, [], WHITE_BENCH));
    const learned = learnBox(tubes, Array.from({ length: 15 }, pile), WHITE_BENCH);
    expect(missOf(learned)).toBeLessThan(before / 2);
    for (const { missBefore, missAfter } of learned.piles) expect(missAfter).toBeLessThan(missBefore + 0.5);
    for (const tube of learned.tubes) expect(tube.spreadAfter).toBeLessThan(tube.spreadGeneric + 1e-9);
  });

  it("doubts a pile whose record cannot be true, and is not led astray by it", () => {
    const { tubes, pile, missOf } = bench(72);
    const piles = Array.from({ length: 14 }, pile);
    const good = missOf(learnBox(tubes, piles, WHITE_BENCH));
    const wrong: PileEvidence = { ...pile(), lab: labD65(60, 60, -60) };
    const learned = learnBox(tubes, [...piles, wrong], WHITE_BENCH);
    expect(learned.piles.at(-1)?.isDoubted).toBe(true);
    expect(learned.piles.filter((entry) => entry.isDoubted)).toHaveLength(1);
    expect(missOf(learned)).toBeLessThan(good + 0.6);
  });

  it("goes on counting what was read in a tube's test", () => {
    const { tubes, pile, box } = bench(73);
    const ochre = BOX_OF_EIGHT.indexOf("yellow-ochre");
    const masstone = [{ tube: ochre, volume: 1 }];
    const lab = box.trueLab(masstone);
    const tested = tubes.map((tube, i) =>
      i === ochre ? { ...tube, readings: [{ whiteParts: 0, lab, uncertaintyDeltaE2000: 0.3 }] } : tube,
    );
    const piles = Array.from({ length: 4 }, pile);
    const missOf = (learned: ReturnType<typeof learnBox>): number =>
      deltaE2000(
        lab,
        box.predictedLab(
          learned.tubes.map((tube) => tube.optics),
          masstone,
        ),
      );
    const untested = missOf(learnBox(tubes, piles, WHITE_BENCH));
    expect(missOf(learnBox(tested, piles, WHITE_BENCH))).toBeLessThan(untested / 2);
  });

  it("leaves tubes that no pile holds as they were and refuses what is no evidence", () => {
    const { tubes } = bench(74);
    const learned = learnBox(
      tubes,
      [{ parts: [{ tube: 1, volume: 1 }], lab: labD65(80, 0, 80), uncertaintyDeltaE2000: 1 }],
      WHITE_BENCH,
    );
    expect(learned.tubes[3]?.optics).toEqual(tubes[3]?.generic);
    expect(() =>
      learnBox(tubes, [{ parts: [], lab: labD65(50, 0, 0), uncertaintyDeltaE2000: 1 }], WHITE_BENCH),
    ).toThrow(RangeError);
  });
});
