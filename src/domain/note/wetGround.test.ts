import { describe, expect, it } from "vitest";
import { deltaE2000 } from "../../core/color/ciede2000";
import { type LabD65, labD65 } from "../../core/color/types";
import { paintForWet } from "../../core/layers/intoWet";
import { reflectancePaint } from "../../core/layers/reflectancePaint";
import { mixtureReflectance } from "../../core/mixing/mixture";
import { createRng } from "../../core/random/rng";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { PAPER } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { reflectanceOf } from "../ground/seenGround";
import { storedFromLab } from "../reading/storedColor";
import type { Note } from "./note";
import { aimIntoWet } from "./wetGround";

const NOWHERE = { labOf: () => undefined };
const wet = (lab: LabD65, pickedUpShare: number): Pick<Note, "ground"> => ({
  ground: { kind: "toned", name: "Wet", color: storedFromLab(lab, "typed", 1), isWet: true, pickedUpShare },
});

describe("a note that goes into wet paint", () => {
  it("is aimed at the paint that gives it, together with what is taken up", () => {
    const rng = createRng(5);
    let reached = 0;
    for (let i = 0; i < 100; i++) {
      const target = labD65(35 + 45 * rng.next(), 30 * rng.next() - 15, 30 * rng.next() - 15);
      const below = labD65(25 + 60 * rng.next(), 20 * rng.next() - 10, 20 * rng.next() - 10);
      const share = 0.05 + 0.3 * rng.next();
      const [wanted, lower] = [reflectanceOf(target), reflectanceOf(below)];
      const aim = aimIntoWet(target, wet(below, share), NOWHERE);
      if (!wanted || !lower || !aim) throw new Error("no such surface");
      const { paint } = paintForWet(wanted, lower, share, PAINT_SURFACE);
      const laid = mixtureReflectance(
        [
          { optics: reflectancePaint(paint, PAINT_SURFACE), volume: 1 - share },
          { optics: reflectancePaint(lower, PAINT_SURFACE), volume: share },
        ],
        PAINT_SURFACE,
      );
      if (aim.isSoiled) continue;
      reached++;
      expect(deltaE2000(labFromReflectance(laid, VIEWING.D65), target)).toBeLessThan(0.01);
    }
    expect(reached).toBeGreaterThan(40);
  });

  it("is aimed lighter over darker paint, and says where it will be soiled", () => {
    const grey = labD65(60, 0, 0);
    const aim = aimIntoWet(grey, wet(labD65(40, 0, 0), 0.1), NOWHERE);
    expect(aim?.aim[0]).toBeGreaterThan(60);
    expect(aim?.isSoiled).toBe(false);
    expect(aimIntoWet(labD65(90, 0, 0), wet(labD65(20, 0, 0), 0.4), NOWHERE)?.isSoiled).toBe(true);
  });

  it("is as it was on dry paint, and where nothing is taken up or known", () => {
    const target = labD65(60, 10, 10);
    expect(aimIntoWet(target, {}, NOWHERE)).toBeUndefined();
    expect(aimIntoWet(target, wet(labD65(40, 0, 0), 0), NOWHERE)).toBeUndefined();
    const gone = {
      ground: { kind: "note" as const, name: "Gone", ofId: "gone", isWet: true, pickedUpShare: 0.2 },
    };
    expect(aimIntoWet(target, gone, NOWHERE)).toBeUndefined();
    expect(paintForWet(PAPER, PAPER, 0, PAINT_SURFACE).paint).toBe(PAPER);
    expect(() => paintForWet(PAPER, PAPER, 1, PAINT_SURFACE)).toThrow(RangeError);
  });
});
