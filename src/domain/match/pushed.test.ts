import { describe, expect, it } from "vitest";
import { type LabD65, labD65 } from "../../core/color/types";
import type { Note, NotePlace } from "../note/note";
import { storedFromLab } from "../reading/storedColor";
import type { Match } from "./match";
import { pushedBy } from "./pushed";

const color = (lab: LabD65) => storedFromLab(lab, "typed", 1);
const note = (number: number, lab: LabD65, place?: Partial<NotePlace>): Note => ({
  id: `n${number}`,
  paintingId: "p",
  number,
  name: `Note ${number}`,
  target: color(lab),
  ...(place && {
    place: {
      pictureId: "picture",
      xPx: 0,
      yPx: 0,
      radiusPx: 10,
      isCorrected: false,
      pixelCount: 100,
      spreadDeltaE2000: 1,
      light: color(lab),
      dark: color(lab),
      neighbours: [],
      nudges: [],
      ...place,
    },
  }),
  state: "checked",
  createdAt: 0,
});
const match = (number: number, lab: LabD65, keptAt = number): Match => ({
  id: `m${number}-${keptAt}`,
  paintingId: "p",
  noteId: `n${number}`,
  pileId: "pile",
  readingId: "reading",
  target: color(lab),
  result: color(lab),
  deltaE2000: 0,
  verdict: "provisional",
  keptAt,
  remark: "",
});
const DARK = labD65(20, 0, 0);
const LIGHT = labD65(80, 0, 0);
const QUARTER = 2.5;

const pushed = (notes: readonly Note[], matches: readonly Match[]): readonly number[] => {
  const [own] = matches;
  if (!own) throw new Error("no match");
  return pushedBy(own, matches, new Map(notes.map((one) => [one.id, one])), QUARTER).map(
    ({ note: other }) => other.number,
  );
};

describe("kept neighbours", () => {
  it("are named where the new one pushes them by more than was asked, the most pushed first", () => {
    const notes = [note(1, DARK), note(2, LIGHT), note(3, labD65(24, 0, 0)), note(4, labD65(55, 0, 0))];
    const matches = [match(1, DARK), match(2, LIGHT), match(3, labD65(24, 0, 0)), match(4, labD65(55, 0, 0))];
    expect(pushed(notes, matches)).toEqual([2, 4]);
    const [first] = pushedBy(match(1, DARK), matches, new Map(notes.map((one) => [one.id, one])), QUARTER);
    // Beside a dark one it looks lighter.
    expect(first?.push[0]).toBeCloseTo(6, 9);
  });

  it("are those that lie beside it in the picture", () => {
    const near = note(2, LIGHT, { xPx: 90 });
    const far = note(3, LIGHT, { xPx: 900 });
    const touching = note(4, LIGHT, { xPx: 900, neighbours: [{ side: "left", color: color(DARK) }] });
    const elsewhere = note(5, LIGHT, { pictureId: "another" });
    const own = note(1, DARK, {});
    const matches = [match(1, DARK), ...[2, 3, 4, 5].map((number) => match(number, LIGHT))];
    expect(pushed([own, near, far, touching, elsewhere], matches)).toEqual([2, 4]);
  });

  it("count by what was kept of them last", () => {
    const notes = [note(1, DARK), note(2, LIGHT)];
    expect(pushed(notes, [match(1, DARK), match(2, LIGHT, 5), match(2, DARK, 6)])).toEqual([]);
    expect(pushed(notes, [match(1, DARK), match(2, LIGHT, 7), match(2, DARK, 6)])).toEqual([2]);
  });
});
