import { describe, expect, it } from "vitest";
import { tubeById } from "../../../tests/support/chartTrials";
import { labOfMix } from "../../../tests/support/paint";
import { hueDifferenceDegrees, lchFromLab } from "../../core/color/cieLab";
import { unknownTube } from "../../core/tube/unknownTube";
import { deltaE2000 } from "../../core/color/ciede2000";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { WHITE_BENCH } from "../../data/testWhite";
import { GENERIC_UNCERTAINTY } from "../reading/uncertainty";
import { sameMixture } from "./sameMixture";
import type { Tube } from "./tube";

const tube = (id: string): Tube => {
  const known = tubeById.get(id);
  if (!known) throw new Error(`no ${id}`);
  return known;
};

describe("a mixture that looks the same", () => {
  const dullBlue = [
    { tube: tube("ultramarine-blue"), parts: 4 },
    { tube: tube("raw-umber"), parts: 2 },
    { tube: tube("titanium-white"), parts: 9 },
  ];

  it("is the plain mixture, with the doubt of its tubes and of the eye", () => {
    const same = sameMixture(dullBlue);
    const mixed = labOfMix({ "ultramarine-blue": 4, "raw-umber": 2, "titanium-white": 9 });
    expect(same && deltaE2000(same.lab, mixed)).toBeLessThan(1e-6);
    expect(same?.uncertaintyDeltaE2000).toBeCloseTo(Math.hypot(GENERIC_UNCERTAINTY, 1), 9);
    const learned = dullBlue.map((part) => ({
      ...part,
      tube: {
        ...part.tube,
        optics: {
          ...part.tube.optics,
          calibrations: [
            {
              at: 1,
              absorption: Array.from({ length: 36 }, () => 1),
              scattering: Array.from({ length: 36 }, () => 1),
              readings: [],
              piles: [],
              spreadBefore: 4,
              spreadAfter: 0.5,
            },
          ],
        },
      },
    }));
    expect(sameMixture(learned)?.uncertaintyDeltaE2000).toBeCloseTo(Math.hypot(0.5, 1), 9);
  });

  it("tells the hue of the tube that it imitates", () => {
    const same = sameMixture(dullBlue);
    if (!same) throw new Error("no mixture");
    const answer = unknownTube(PIGMENT_MODELS, [{ ...same, whiteParts: 9 }], WHITE_BENCH);
    const off = hueDifferenceDegrees(answer.hueDegrees ?? Number.NaN, lchFromLab(same.lab)[2]);
    expect(Math.abs(off)).toBeLessThan(15);
  });

  it("is nothing without paint", () => {
    expect(sameMixture([])).toBeUndefined();
    expect(sameMixture([{ tube: tube("raw-umber"), parts: 0 }])).toBeUndefined();
  });
});
