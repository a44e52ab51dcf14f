import { describe, expect, it } from "vitest";
import { figure, seeded, sized } from "../../../tests/support/study";
import { eyeReader } from "../../../tests/support/simulatedBench";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { WHITE_BENCH } from "../../data/testWhite";
import { simulateSurface, simulateTube, USUAL_DEVIATION } from "../../devices/simulatedPaint";
import { deltaE2000 } from "../color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { type LabD65, labD65 } from "../color/types";
import type { TubeReading } from "../learning/calibrateTube";
import { createRng } from "../random/rng";
import { tintLab, tintLadder, type TestWhite } from "./character";
import { unknownTube } from "./unknownTube";

const PARTS = [0, 9] as const;
const chromaOf = (lab: LabD65): number => lchFromLab(lab)[1];

function clearest(optics: TestWhite["white"], bench: TestWhite): LabD65 {
  return tintLadder(optics, bench)
    .map(({ lab }) => lab)
    .reduce((best, lab) => (chromaOf(lab) > chromaOf(best) ? lab : best));
}

const COLOURED = PIGMENT_MODELS.filter((model) => chromaOf(clearest(model.optics, WHITE_BENCH)) > 15);

describe("a tube without a label", () => {
  it("read by eye, alone and in white: its hue, with a doubt that holds", () => {
    const rng = createRng(seeded(77));
    const eye = eyeReader(rng);
    let [near, inDoubt, kin] = [0, 0, 0];
    const count = sized(20, 200);
    for (let i = 0; i < count; i++) {
      const model = COLOURED[rng.below(COLOURED.length)];
      if (!model) throw new Error("no paint");
      const hidden = simulateTube(model.optics, USUAL_DEVIATION, rng);
      const bench = { ...WHITE_BENCH, surface: simulateSurface(rng) };
      const readings = PARTS.map((whiteParts): TubeReading => {
        const truth = tintLab(hidden, whiteParts, bench);
        // Held beside the generic that looks most like it.
        const beside = PIGMENT_MODELS.map(({ optics }) => tintLab(optics, whiteParts, WHITE_BENCH)).reduce(
          (best, lab) => (deltaE2000(truth, lab) < deltaE2000(truth, best) ? lab : best),
        );
        return {
          whiteParts,
          lab: eye.read(truth, beside),
          uncertaintyDeltaE2000: eye.uncertaintyDeltaE2000,
        };
      });
      const answer = unknownTube(PIGMENT_MODELS, readings, WHITE_BENCH);
      const off = Math.abs(
        hueDifferenceDegrees(answer.hueDegrees ?? Number.NaN, lchFromLab(clearest(hidden, bench))[2]),
      );
      if (off <= 15) near++;
      if (off <= answer.hueDoubtDegrees) inDoubt++;
      if (answer.like.slice(0, 5).some(({ model: { id } }) => id === model.id)) kin++;
    }
    figure("tubes without a label, read by eye: hue within 15°", near / count, { least: 0.9 });
    figure("tubes without a label: hue inside the stated doubt", inDoubt / count, {
      least: sized(0.75, 0.85),
      most: sized(1, 0.97),
    });
    figure("tubes without a label: its pigment among the five that are named", kin / count, { least: 0.7 });
  });

  it("a generic paint is itself, as clear as paints of its hue come", () => {
    for (const model of COLOURED) {
      const readings = PARTS.map((whiteParts) => ({
        whiteParts,
        lab: tintLab(model.optics, whiteParts, WHITE_BENCH),
        uncertaintyDeltaE2000: 0.3,
      }));
      const { hueDegrees, chroma, clearness, like } = unknownTube(PIGMENT_MODELS, readings, WHITE_BENCH);
      const [, clear, hue] = lchFromLab(clearest(model.optics, WHITE_BENCH));
      expect(Math.abs(hueDifferenceDegrees(hueDegrees ?? Number.NaN, hue)), model.id).toBeLessThan(8);
      expect(Math.abs(chroma / clear - 1), model.id).toBeLessThan(0.25);
      expect(clearness).toBeGreaterThan(0);
      expect(clearness).toBeLessThanOrEqual(1);
      expect(like[0]?.model.id).toBe(model.id);
    }
  });

  it("a masstone alone leaves more doubt than with a tint, and a black has no hue", () => {
    const blue = PIGMENT_MODELS.find(({ id }) => id === "prussian-blue");
    const black = PIGMENT_MODELS.find(({ id }) => id === "mars-black");
    if (!blue || !black) throw new Error("no paint");
    const read = (optics: typeof blue.optics, whiteParts: number): TubeReading => ({
      whiteParts,
      lab: tintLab(optics, whiteParts, WHITE_BENCH),
      uncertaintyDeltaE2000: 1.4,
    });
    const alone = unknownTube(PIGMENT_MODELS, [read(blue.optics, 0)], WHITE_BENCH);
    const both = unknownTube(PIGMENT_MODELS, [read(blue.optics, 0), read(blue.optics, 9)], WHITE_BENCH);
    expect(alone.hueDoubtDegrees).toBeGreaterThan(2 * both.hueDoubtDegrees);
    const neutral = unknownTube(PIGMENT_MODELS, [read(black.optics, 0), read(black.optics, 9)], WHITE_BENCH);
    expect(neutral.hueDegrees).toBeUndefined();
  });

  it("refuses nothing read and what is no colour", () => {
    expect(() => unknownTube(PIGMENT_MODELS, [], WHITE_BENCH)).toThrow(RangeError);
    const none = { whiteParts: 0, lab: labD65(Number.NaN, 0, 0), uncertaintyDeltaE2000: 1 };
    expect(() => unknownTube(PIGMENT_MODELS, [none], WHITE_BENCH)).toThrow(RangeError);
  });
});
