/** A box of two media: each has its own surface, and what the painter says of its shine helps. */
import { describe, expect, it } from "vitest";
import { randomMixOf } from "../../../tests/support/simulatedBench";
import { pigment } from "../../../tests/support/paint";
import { figure, seeded, sized } from "../../../tests/support/study";
import { SURFACE_OF_SHINE } from "../../data/surface";
import { WHITE_BENCH } from "../../data/testWhite";
import { simulateTube, USUAL_DEVIATION } from "../../devices/simulatedPaint";
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { mixtureReflectance } from "../mixing/mixture";
import type { SurfaceConstants } from "../mixing/saunderson";
import { createRng, type Rng } from "../random/rng";
import { labFromReflectance } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import type { MixPart } from "./evidence";
import { learnBox, type LearnedBox, type LearningTube, type PileEvidence } from "./learnBox";

const IDS = ["titanium-white", "arylide-yellow", "pyrrole-red", "ultramarine-blue", "raw-umber"] as const;
const GENERIC = IDS.map((id) => pigment(id).optics);
const MATT: SurfaceConstants = { k1: 0.036, k2: 0.46 };
const GLOSS: SurfaceConstants = { k1: 0.018, k2: 0.6 };
const NOISE = 0.4;

function labOf(tubes: readonly OpticalModel[], parts: readonly MixPart[], surface: SurfaceConstants): LabD65 {
  const volumes = parts.flatMap(({ tube, volume }) => {
    const optics = tubes[tube];
    return optics ? [{ optics, volume }] : [];
  });
  return labFromReflectance(mixtureReflectance(volumes, surface), WHITE_BENCH.view);
}

type Box = { readonly hidden: readonly OpticalModel[]; readonly surface: SurfaceConstants };

function pilesOf({ hidden, surface }: Box, count: number, from: number, rng: Rng): readonly PileEvidence[] {
  const next = randomMixOf(GENERIC, rng);
  return Array.from({ length: count }, () => {
    const parts = next();
    const [l, a, b] = labOf(hidden, parts, surface);
    const noise = (): number => NOISE * rng.normal();
    return {
      parts: parts.map((part) => ({ ...part, tube: part.tube + from })),
      lab: labD65(Math.max(0, l + noise()), a + noise(), b + noise()),
      uncertaintyDeltaE2000: 0.6,
    };
  });
}

const boxOf = (surface: SurfaceConstants, rng: Rng): Box => ({
  hidden: GENERIC.map((optics) => simulateTube(optics, USUAL_DEVIATION, rng)),
  surface,
});

const tubesOf = (part: Pick<LearningTube, "medium" | "surface">): readonly LearningTube[] =>
  GENERIC.map((generic) => ({ generic, believed: generic, readings: [], ...part }));

/** Mean ΔE00 of mixtures that were never read. */
function missOf(learned: LearnedBox, from: number, { hidden, surface }: Box, rng: Rng): number {
  const next = randomMixOf(GENERIC, rng);
  const optics = GENERIC.map((generic, i) => learned.tubes[from + i]?.optics ?? generic);
  const misses = Array.from({ length: 40 }, () => {
    const parts = next();
    // Each learned tube is seen under the surface that was learned with it.
    return deltaE2000(labOf(hidden, parts, surface), labOf(optics, parts, WHITE_BENCH.surface));
  });
  return misses.reduce((sum, miss) => sum + miss, 0) / misses.length;
}

describe("a box of two media", () => {
  it("is learned medium by medium, and better when their shine is said", () => {
    const trials = sized(6, 30);
    const sums = { together: 0, apart: 0, said: 0 };
    for (let i = 0; i < trials; i++) {
      const rng = createRng(seeded(510 + i));
      const [matt, gloss] = [boxOf(MATT, rng), boxOf(GLOSS, rng)];
      const piles = [...pilesOf(matt, 9, 0, rng), ...pilesOf(gloss, 9, GENERIC.length, rng)];
      const learn = (one: Pick<LearningTube, "medium" | "surface">, other: typeof one): LearnedBox =>
        learnBox([...tubesOf(one), ...tubesOf(other)], piles, WHITE_BENCH);
      const judge = (learned: LearnedBox): number => {
        const own = createRng(seeded(9510 + i));
        return (missOf(learned, 0, matt, own) + missOf(learned, GENERIC.length, gloss, own)) / 2;
      };
      sums.together += judge(learn({}, {}));
      sums.apart += judge(learn({ medium: "gouache" }, { medium: "oil" }));
      sums.said += judge(
        learn(
          { medium: "gouache", surface: SURFACE_OF_SHINE.matt },
          { medium: "oil", surface: SURFACE_OF_SHINE.gloss },
        ),
      );
    }
    figure("two media in one box: error learned apart over together", sums.apart / sums.together, {
      most: 0.97,
    });
    figure("two media in one box: error with their shine said, over unsaid", sums.said / sums.apart, {
      most: 1,
    });
  });

  it("keeps the order of tubes and piles, and is one box where a pile holds both", () => {
    const rng = createRng(3);
    const box = boxOf(GLOSS, rng);
    const first = pilesOf(box, 2, 0, rng);
    const second = pilesOf(box, 2, GENERIC.length, rng);
    const tubes = [...tubesOf({ medium: "gouache" }), ...tubesOf({ medium: "oil" })];
    const [a, b] = first;
    const [c, d] = second;
    if (!a || !b || !c || !d) throw new Error("no piles");
    const mixed = learnBox(tubes, [c, a, d, b], WHITE_BENCH);
    const alone = learnBox(
      tubes.slice(GENERIC.length),
      second.map((pile) => ({
        ...pile,
        parts: pile.parts.map((part) => ({ ...part, tube: part.tube - GENERIC.length })),
      })),
      WHITE_BENCH,
    );
    expect(mixed.tubes).toHaveLength(tubes.length);
    expect(mixed.piles[0]?.missAfter).toBeCloseTo(alone.piles[0]?.missAfter ?? Number.NaN, 9);
    expect(mixed.piles[2]?.missAfter).toBeCloseTo(alone.piles[1]?.missAfter ?? Number.NaN, 9);
    const both: PileEvidence = { ...a, parts: [...a.parts, ...c.parts] };
    expect(learnBox(tubes, [both], WHITE_BENCH).piles).toHaveLength(1);
    expect(() => learnBox(tubes, [{ ...a, parts: [{ tube: 99, volume: 1 }] }], WHITE_BENCH)).toThrow(
      RangeError,
    );
  });
});
