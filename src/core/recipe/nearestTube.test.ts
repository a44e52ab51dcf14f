import { describe, expect, it } from "vitest";
import { labOfMix, pigment, randomMixes, SIX_TUBES } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { aimDistance } from "../color/aimDistance";
import { deltaE2000 } from "../color/ciede2000";
import { lchFromLab } from "../color/cieLab";
import { labD65, type LabD65 } from "../color/types";
import { threeWayDifference } from "../describe/difference";
import { GRID_10NM } from "../spectrum/types";
import { nearestTube } from "./nearestTube";

const PAPER = { grid: GRID_10NM, values: Array.from({ length: GRID_10NM.count }, () => 0.86) };
const optics = SIX_TUBES.map((id) => pigment(id).optics);
const nearest = (target: LabD65, paper?: typeof PAPER) =>
  nearestTube({ target, tubes: optics, white: 0, paper }, VIEWING.D65, PAINT_SURFACE);

const TARGETS = randomMixes(SIX_TUBES, 3, 40, 5).map((mix) => labOfMix(mix));

describe("the nearest tube", () => {
  it("is as near as a fine scan over masstones, tints and thin films comes", () => {
    for (const target of TARGETS.slice(0, 12)) {
      const found = nearest(target, PAPER);
      let best = Number.POSITIVE_INFINITY;
      for (const id of SIX_TUBES) {
        best = Math.min(best, aimDistance(target, labOfMix({ [id]: 1 })));
        for (let step = 0; step <= 200; step++) {
          const white = 0.01 * 20_000 ** (step / 200);
          if (id !== "titanium-white")
            best = Math.min(best, aimDistance(target, labOfMix({ [id]: 1, "titanium-white": white })));
          const thickness = 0.005 * 800 ** (step / 200);
          const film = labOfMix({ [id]: 1 }, { thickness, ground: PAPER });
          best = Math.min(best, aimDistance(target, film));
        }
      }
      if (!found) throw new Error("no tube");
      expect(aimDistance(target, found.predicted)).toBeLessThanOrEqual(best + 0.02);
      expect(found.deltaE2000).toBeCloseTo(deltaE2000(target, found.predicted), 9);
    }
  });

  it("is the tube itself for its masstone, and its tint for a tint", () => {
    expect(nearest(labOfMix({ "pyrrole-red": 1 }))).toMatchObject({ tube: 2, state: { as: "straight" } });
    const tint = nearest(labOfMix({ "prussian-blue": 1, "titanium-white": 20 }));
    expect(tint).toMatchObject({ tube: 3, state: { as: "tinted" } });
    const parts = tint?.state.as === "tinted" ? tint.state.whiteParts : 0;
    expect(parts).toBeGreaterThan(19);
    expect(parts).toBeLessThan(21);
  });

  it("is nudged nearer in hue, hardly duller, or not at all", () => {
    let nudged = 0;
    for (const target of TARGETS) {
      const found = nearest(target);
      if (!found?.nudge) continue;
      nudged++;
      const { nudge, predicted } = found;
      const missOf = (lab: LabD65): number => Math.abs(threeWayDifference(target, lab).deltaHue);
      expect(missOf(nudge.predicted)).toBeLessThan(missOf(predicted));
      expect(lchFromLab(nudge.predicted)[1]).toBeGreaterThan(lchFromLab(predicted)[1] - 3 - 1e-9);
      expect(nudge.deltaE2000).toBeLessThan(found.deltaE2000);
      expect(nudge.deltaE2000).toBeCloseTo(deltaE2000(target, nudge.predicted), 9);
    }
    expect(nudged).toBeGreaterThan(20);
  });

  it("is none without tubes", () => {
    const query = { target: labD65(50, 0, 0), tubes: [], white: undefined, paper: undefined };
    expect(nearestTube(query, VIEWING.D65, PAINT_SURFACE)).toBeUndefined();
  });
});
