import { describe, expect, it } from "vitest";
import {
  BOX_OF_EIGHT,
  CONDITIONS,
  eyeReader,
  instrumentReader,
  simulateBox,
} from "../../../tests/support/simulatedBench";
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { createRng } from "../random/rng";
import type { Evidence, MixPart } from "./evidence";
import { learnTubes } from "./learnTubes";
import { pigment } from "../../../tests/support/paint";
import { figure, sized } from "../../../tests/support/study";

function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;
}

const NOISE = 0.25;

/** Misses of random mixtures in several simulated boxes, before and after learning from some evidence. */
function missesAfter(
  seed: number,
  boxes: number,
  evidenceOf: (box: ReturnType<typeof simulateBox>, read: ReturnType<typeof instrumentReader>) => Evidence[],
) {
  const rng = createRng(seed);
  const read = instrumentReader(NOISE, rng);
  const before: number[] = [];
  const after: number[] = [];
  const scores: number[] = [];
  let inside = 0;
  for (let i = 0; i < boxes; i++) {
    const box = simulateBox(BOX_OF_EIGHT, rng);
    const learned = learnTubes(box.generic, evidenceOf(box, read), CONDITIONS);
    for (let trial = 0; trial < 25; trial++) {
      const mix = box.randomMix();
      const truth = box.trueLab(mix);
      before.push(deltaE2000(truth, box.predictedLab(box.generic, mix)));
      const miss = deltaE2000(truth, box.predictedLab(learned.tubes, mix));
      after.push(miss);
      scores.push(miss / learned.spreadOf(mix));
      if (miss <= learned.bandOf(mix)) inside++;
    }
  }
  return { before: median(before), after: median(after), scores, insideShare: inside / scores.length };
}

const tint = (
  box: ReturnType<typeof simulateBox>,
  read: ReturnType<typeof instrumentReader>,
  tube: number,
  white: number,
): Evidence => {
  const parts =
    white > 0
      ? [
          { tube, volume: 1 },
          { tube: 0, volume: white },
        ]
      : [{ tube, volume: 1 }];
  const truth = box.trueLab(parts);
  return { parts, lab: read.read(truth, truth), uncertaintyDeltaE2000: read.uncertaintyDeltaE2000 };
};
const TUBES = BOX_OF_EIGHT.map((_, tube) => tube);

describe("learning tubes", () => {
  it("from one tint each, and two masstones, predicts mixtures within ΔE00 1.5 in the median; generic models within 4", () => {
    const { before, after } = missesAfter(101, sized(2, 12), (box, read) => [
      ...TUBES.map((tube) => tint(box, read, tube, tube === 0 ? 0 : 8)),
      ...[3, 4].map((tube) => tint(box, read, tube, 0)),
    ]);
    figure("generic models: median ΔE00 of mixtures", before, { most: 4 });
    figure("one tint each: median ΔE00 of mixtures", after, { most: 1.5 });
  });

  it("from masstone and two tints each predicts within 0.9", () => {
    const { after } = missesAfter(102, sized(1, 8), (box, read) =>
      TUBES.flatMap((tube) =>
        tube === 0 ? [tint(box, read, 0, 0)] : [0, 3, 16].map((white) => tint(box, read, tube, white)),
      ),
    );
    figure("masstone and two tints each: median ΔE00 of mixtures", after, { most: 0.9 });
  });

  it("from fifteen recorded piles brings the error to a third, and says honestly how sure it is", () => {
    const { before, after, scores, insideShare } = missesAfter(103, sized(2, 12), (box, read) =>
      Array.from({ length: 15 }, () => {
        const parts = box.randomMix();
        const truth = box.trueLab(parts);
        return { parts, lab: read.read(truth, truth), uncertaintyDeltaE2000: read.uncertaintyDeltaE2000 };
      }),
    );
    figure("fifteen piles by instrument: share of the error that is left", after / before, { most: 1 / 3 });
    // Nine tenths of the truths lie inside the stated band, give or take what a hundred of them can tell.
    figure("fifteen piles: share of truths inside the 90 % band", insideShare, {
      least: sized(0.78, 0.82),
      most: 0.98,
    });
    // ... and the figure is not merely large.
    expect(median(scores)).toBeGreaterThan(0.4);
  });

  it("from fifteen piles read by eye still gains a good deal", () => {
    const rng = createRng(104);
    const eye = eyeReader(rng);
    const { before, after } = missesAfter(104, sized(2, 12), (box) =>
      Array.from({ length: 15 }, () => {
        const parts = box.randomMix();
        const truth = box.trueLab(parts);
        const target = box.predictedLab(box.generic, parts);
        return { parts, lab: eye.read(truth, target), uncertaintyDeltaE2000: eye.uncertaintyDeltaE2000 };
      }),
    );
    figure("fifteen piles by eye: share of the error that is left", after / before, { most: 0.7 });
  });

  it("is not poisoned by a wrong record", () => {
    const rng = createRng(105);
    const box = simulateBox(BOX_OF_EIGHT, rng);
    const read = instrumentReader(NOISE, rng);
    const good = Array.from({ length: 14 }, (): Evidence => {
      const parts = box.randomMix();
      const truth = box.trueLab(parts);
      return { parts, lab: read.read(truth, truth), uncertaintyDeltaE2000: 0.4 };
    });
    // Somebody wrote down the wrong tube: a pile of white and yellow recorded as blue and umber.
    const wrong: Evidence = {
      parts: [
        { tube: 3, volume: 1 },
        { tube: 4, volume: 1 },
      ],
      lab: labD65(88, -3, 40),
      uncertaintyDeltaE2000: 0.4,
    };
    const clean = learnTubes(box.generic, good, CONDITIONS);
    const mixed = learnTubes(box.generic, [...good, wrong], CONDITIONS);
    expect(mixed.weights.at(-1)).toBeLessThan(0.01);
    const misses = (learned: typeof clean): number =>
      median(
        Array.from({ length: 40 }, () => {
          const mix = box.randomMix();
          return deltaE2000(box.trueLab(mix), box.predictedLab(learned.tubes, mix));
        }),
      );
    expect(misses(mixed)).toBeLessThan(1.5 * misses(clean) + 0.3);
  });

  it("leaves tubes without evidence as they are but for what the box shares, and everything without any", () => {
    const box = simulateBox(BOX_OF_EIGHT, createRng(106));
    const parts = [
      { tube: 3, volume: 1 },
      { tube: 0, volume: 10 },
    ];
    const learned = learnTubes(
      box.generic,
      [{ parts, lab: box.trueLab(parts), uncertaintyDeltaE2000: 0.3 }],
      CONDITIONS,
    );
    const unread = box.generic[1];
    const ofUnread = learned.tubes[1];
    if (!unread || !ofUnread) throw new Error("the box has eight tubes");
    const stronger = (ofUnread.absorption[0] ?? Number.NaN) / (unread.absorption[0] ?? Number.NaN);
    expect(stronger).not.toBe(1);
    for (const [band, k] of Array.from(ofUnread.absorption).entries())
      expect(k / (unread.absorption[band] ?? Number.NaN)).toBeCloseTo(stronger, 9);
    expect({ ...ofUnread, absorption: unread.absorption }).toEqual({ ...unread, surface: learned.surface });
    expect(learned.missAfter[0]).toBeLessThan(learned.missBefore[0] ?? 0);
    const idle = learnTubes(box.generic, [], CONDITIONS);
    const { surface } = CONDITIONS;
    expect(idle.surface.k1).toBeCloseTo(surface.k1, 12);
    expect(idle.surface.k2).toBeCloseTo(surface.k2, 12);
    expect(idle.tubes).toEqual(box.generic.map((optics) => ({ ...optics, surface: idle.surface })));
    expect(idle.spreadOf(parts)).toBeGreaterThan(learned.spreadOf(parts));
  });

  it("knows a box that is weaker in everything by a few of its tubes: the others are taken for weak too", () => {
    const rng = createRng(109);
    const weak = BOX_OF_EIGHT.map((id, place) => {
      const { optics } = pigment(id);
      return place === 0 ? optics : { ...optics, absorption: Array.from(optics.absorption, (k) => 0.6 * k) };
    });
    const box = simulateBox(BOX_OF_EIGHT, rng);
    const trueLab = (parts: readonly MixPart[]): LabD65 => box.predictedLab(weak, parts);
    const read = [1, 2, 4].map((tube) => {
      const parts = [
        { tube, volume: 1 },
        { tube: 0, volume: 6 },
      ];
      return { parts, lab: trueLab(parts), uncertaintyDeltaE2000: 0.4 };
    });
    const learned = learnTubes(box.generic, read, CONDITIONS);
    for (const tube of [3, 5, 6, 7]) {
      const parts = [
        { tube, volume: 1 },
        { tube: 0, volume: 8 },
      ];
      const truth = trueLab(parts);
      const before = deltaE2000(truth, box.predictedLab(box.generic, parts));
      expect(deltaE2000(truth, learned.labOf(parts)), BOX_OF_EIGHT[tube]).toBeLessThan(0.7 * before);
      // Not only because the white is taken for stronger.
      const [own, usual] = [learned.tubes[tube], box.generic[tube]];
      expect((own?.absorption[10] ?? Number.NaN) / (usual?.absorption[10] ?? Number.NaN)).toBeLessThan(0.93);
    }
  });

  it("is the same for the same evidence in the same order, and refuses what is none", () => {
    const box = simulateBox(BOX_OF_EIGHT, createRng(107));
    const parts = [
      { tube: 3, volume: 1 },
      { tube: 0, volume: 10 },
    ];
    const entry = { parts, lab: box.trueLab(parts), uncertaintyDeltaE2000: 0.3 };
    expect(learnTubes(box.generic, [entry], CONDITIONS).tubes).toEqual(
      learnTubes(box.generic, [entry], CONDITIONS).tubes,
    );
    for (const broken of [
      { ...entry, parts: [] },
      { ...entry, parts: [{ tube: 9, volume: 1 }] },
      { ...entry, parts: [{ tube: 1, volume: Number.NaN }] },
      { ...entry, lab: labD65(Number.NaN, 0, 0) },
      { ...entry, uncertaintyDeltaE2000: 0 },
    ]) {
      expect(() => learnTubes(box.generic, [broken], CONDITIONS)).toThrow(RangeError);
    }
  });

  it("says honestly how sure it is of a mixture whose doses are wrong too", () => {
    const rng = createRng(91);
    const read = instrumentReader(NOISE, rng);
    let inside = 0;
    let insideWithoutDosing = 0;
    let count = 0;
    for (let i = 0; i < sized(3, 24); i++) {
      const box = simulateBox(BOX_OF_EIGHT, rng);
      const evidence = BOX_OF_EIGHT.flatMap((_, tube) =>
        (tube === 0 ? [0] : [0, 4]).map((white) => tint(box, read, tube, white)),
      );
      const learned = learnTubes(box.generic, evidence, CONDITIONS);
      for (let trial = 0; trial < 25; trial++) {
        const mix = box.randomMix();
        const dosed = mix.map((part) => ({ ...part, volume: part.volume * (1 + 0.1 * rng.normal()) }));
        const miss = deltaE2000(box.trueLab(dosed), box.predictedLab(learned.tubes, mix));
        if (miss <= learned.bandOf(mix, { dosingError: 0.1 })) inside++;
        if (miss <= learned.bandOf(mix)) insideWithoutDosing++;
        count++;
      }
    }
    figure("doses wrong by 10 %: share of truths inside the 90 % band", inside / count, {
      least: sized(0.8, 0.84),
      most: 0.97,
    });
    // The doses must be what fills the band, or it would say nothing of them.
    expect(insideWithoutDosing / count).toBeLessThan(inside / count - 0.05);
  });
});
