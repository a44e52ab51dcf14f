import { describe, expect, it } from "vitest";
import { figure, sized } from "../../../tests/support/study";
import { type LabD65, labD65 } from "../../core/color/types";
import { threeWayDifference } from "../../core/describe/difference";
import { createRng } from "../../core/random/rng";
import type { Match } from "../match/match";
import { labFromStored, storedFromLab } from "../reading/storedColor";
import type { Note } from "./note";
import { relationShift, shifted } from "./relation";

const note = (id: string, lab: LabD65): Note => ({
  id,
  paintingId: "painting",
  number: 1,
  name: id,
  target: storedFromLab(lab, "picture", 1),
  purpose: "relation",
  state: "open",
  createdAt: 1,
});
const match = (of: Note, result: LabD65, keptAt = 1): Match => ({
  id: `match-${of.id}-${keptAt}`,
  paintingId: "painting",
  noteId: of.id,
  pileId: "pile",
  readingId: "reading",
  target: of.target,
  result: storedFromLab(result, "measured", 0.3),
  deltaE2000: 0,
  verdict: "provisional",
  keptAt,
  remark: "",
});

describe("a note that shall look right beside its neighbours", () => {
  it("keeps its own colour while nothing is mixed beside it, and follows the newest match", () => {
    const [own, other] = [note("own", labD65(50, 0, 0)), note("other", labD65(60, 10, 10))];
    expect(relationShift(own, [own, other], [])).toEqual([0, 0, 0]);
    const matches = [match(other, labD65(40, 0, 0), 1), match(other, labD65(58, 12, 10), 2)];
    expect(relationShift(own, [own, other], matches)).toEqual([-2, 2, 0]);
  });

  it("keeps the subject's step in scenes that a changed neighbour has shifted as a whole", () => {
    const rng = createRng(15);
    let worst = 0;
    for (let scene = 0; scene < sized(20, 100); scene++) {
      const shift = [4 * rng.normal(), 4 * rng.normal(), 4 * rng.normal()] as const;
      const moved = (lab: LabD65) => labD65(lab[0] + shift[0], lab[1] + shift[1], lab[2] + shift[2]);
      const notes = Array.from({ length: 3 }, (_, i) =>
        note(`n${i}`, labD65(rng.between(35, 75), rng.between(-20, 20), rng.between(-20, 20))),
      );
      const [own, ...beside] = notes;
      if (!own) throw new Error("no note");
      const matches = beside.map((other) => match(other, moved(labFromStored(other.target))));
      const aim = shifted(labFromStored(own.target), relationShift(own, notes, matches));
      for (const other of beside) {
        const asSeen = threeWayDifference(labFromStored(other.target), labFromStored(own.target));
        const asPainted = threeWayDifference(moved(labFromStored(other.target)), aim);
        worst = Math.max(worst, Math.abs(asSeen.deltaLightness - asPainted.deltaLightness));
      }
      const whole = threeWayDifference(moved(labFromStored(own.target)), aim);
      for (const axis of ["deltaLightness", "deltaChroma", "deltaHue"] as const)
        worst = Math.max(worst, Math.abs(whole[axis]));
    }
    figure("relation: furthest that an axis of the aim is off the shifted scene", worst, { most: 0.5 });
  });
});
