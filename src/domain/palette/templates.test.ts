import { describe, expect, it } from "vitest";
import { hueDifferenceDegrees, lchFromLab } from "../../core/color/cieLab";
import { chromaPeak } from "../../core/tube/character";
import { WHITE_BENCH } from "../../data/testWhite";
import { tubeFromModel } from "../tube/newTube";
import type { Tube } from "../tube/tube";
import { GENERIC_PIGMENTS } from "../tube/optics";
import { fillTemplate, TEMPLATES } from "./templates";

const BOX: readonly Tube[] = GENERIC_PIGMENTS.map((model, position) => ({
  ...tubeFromModel(model),
  id: model.id,
  position,
  addedAt: 1,
}));
const template = (name: string) => {
  const found = TEMPLATES.find((candidate) => candidate.name === name);
  if (!found) throw new Error(`no template ${name}`);
  return found;
};
const familyOf = (id: string) => GENERIC_PIGMENTS.find((model) => model.id === id)?.family ?? "";

describe("fillTemplate", () => {
  it("fills every template from a full box, each tube once", () => {
    for (const one of TEMPLATES) {
      const { tubeIds, missing } = fillTemplate(one, BOX);
      expect(missing, one.name).toEqual([]);
      expect(new Set(tubeIds).size, one.name).toBe(one.slots.length);
    }
  });

  it("takes a white, a yellow, a red and a blue for three primaries", () => {
    const families = fillTemplate(template("Three primaries and white"), BOX).tubeIds.map(familyOf);
    expect(families).toEqual(["white", "yellow", "red", "blue"]);
  });

  it("takes earths for earths, and black in place of blue", () => {
    expect(fillTemplate(template("Earths"), BOX).tubeIds.slice(1, 4).map(familyOf)).toEqual([
      "yellow earth",
      "red earth",
      "brown earth",
    ]);
    expect(fillTemplate(template("Four with black"), BOX).tubeIds.map(familyOf)).toContain("black");
  });

  it("takes transparent tubes only for washes, and no white", () => {
    const ids = fillTemplate(template("Transparent three for washes"), BOX).tubeIds;
    for (const id of ids) {
      const tube = BOX.find((row) => row.id === id);
      expect(["transparent", "semi-transparent"]).toContain(tube?.opacity);
      expect(familyOf(id)).not.toBe("white");
    }
  });

  it("parts a warmer from a cooler tube in split primaries", () => {
    const hues = fillTemplate(template("Split primaries"), BOX)
      .tubeIds.slice(1)
      .map((id) => {
        const optics = GENERIC_PIGMENTS.find((model) => model.id === id)?.optics;
        return optics ? lchFromLab(chromaPeak(optics, WHITE_BENCH).lab)[2] : Number.NaN;
      });
    for (const pair of [0, 2, 4])
      expect(Math.abs(hueDifferenceDegrees(hues[pair] ?? 0, hues[pair + 1] ?? 0))).toBeGreaterThan(5);
  });

  it("says what a poor box lacks, and leaves archived tubes alone", () => {
    const poor = BOX.filter((tube) => ["titanium-white", "pyrrole-red"].includes(tube.id));
    const filled = fillTemplate(template("Three primaries and white"), poor);
    expect(filled.tubeIds).toEqual(["titanium-white", "pyrrole-red"]);
    expect(filled.missing).toEqual(["a tube about yellow", "a tube about blue"]);
    const archived = poor.map((tube) => ({ ...tube, archivedAt: 5 }));
    expect(fillTemplate(template("Three primaries and white"), archived).tubeIds).toEqual([]);
  });
});
