import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { BOX_OF_EIGHT, CONDITIONS } from "../../../tests/support/simulatedBench";
import { figure, sized } from "../../../tests/support/study";
import { VIEWING } from "../../data/standardViewing";
import { simulateSurface, simulateTube, USUAL_DEVIATION } from "../../devices/simulatedPaint";
import { labD65 } from "../color/types";
import { mixtureReflectance } from "../mixing/mixture";
import { createRng, type Rng } from "../random/rng";
import { labFromReflectance } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import type { Evidence } from "./evidence";
import { type LearnedTubes, learnTubes } from "./learnTubes";

const BOXES = sized(6, 40);
const READ_SD = 0.4;

/** Mean of ln K over the bands, as a tube's strength is meant here. */
function logStrength({ absorption }: OpticalModel): number {
  return Array.from(absorption).reduce((sum, k) => sum + Math.log(k), 0) / absorption.length;
}

function boxOf(rng: Rng, tints: number): { hidden: readonly OpticalModel[]; learned: LearnedTubes } {
  const generic = BOX_OF_EIGHT.map((id) => pigment(id).optics);
  const hidden = generic.map((optics) => simulateTube(optics, USUAL_DEVIATION, rng));
  const surface = simulateSurface(rng);
  const evidence = generic.slice(1).flatMap((_, i) =>
    [4, 12].slice(0, tints).map((white): Evidence => {
      const parts = [
        { tube: i + 1, volume: 1 },
        { tube: 0, volume: white },
      ];
      const mixed = parts.map(({ tube, volume }) => ({ optics: hidden[tube] as OpticalModel, volume }));
      const [l, a, b] = labFromReflectance(mixtureReflectance(mixed, surface), VIEWING.D65);
      const noisy = labD65(
        l + READ_SD * rng.normal(),
        a + READ_SD * rng.normal(),
        b + READ_SD * rng.normal(),
      );
      return { parts, lab: noisy, uncertaintyDeltaE2000: READ_SD };
    }),
  );
  return { hidden, learned: learnTubes(generic, evidence, CONDITIONS) };
}

describe("the doubt of a strength", () => {
  it.each([0, 1, 2])("is about as large as the error after %i tints", (tints) => {
    const rng = createRng(40 + tints);
    let square = 0;
    let count = 0;
    for (let box = 0; box < BOXES; box++) {
      const { hidden, learned } = boxOf(rng, tints);
      for (let tube = 1; tube < hidden.length; tube++) {
        const error =
          logStrength(hidden[tube] as OpticalModel) - logStrength(learned.tubes[tube] as OpticalModel);
        square += (error / learned.strengthDoubtOf(tube)) ** 2;
        count++;
      }
    }
    const ratio = Math.sqrt(square / count);
    figure(`error of strength by its doubt, ${tints} tints`, ratio, { least: 0.5, most: 1.5 });
  });

  it("falls with each tint", () => {
    const doubts = [0, 1, 2].map((tints) => boxOf(createRng(7), tints).learned.strengthDoubtOf(3));
    expect([...doubts].sort((a, b) => b - a)).toEqual(doubts);
    expect(doubts[2]).toBeLessThan(0.7 * (doubts[0] ?? 0));
  });
});
