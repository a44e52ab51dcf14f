import { describe, expect, it } from "vitest";
import { tubeFromModel } from "../tube/newTube";
import type { Tube } from "../tube/tube";
import { GENERIC_PIGMENTS } from "../tube/optics";
import { searchedTubes, tubesOf } from "./searchedTubes";
import { knownTubes } from "../tube/knownTubes";

const tubeAt = (place: number): Tube => {
  const model = GENERIC_PIGMENTS[place % GENERIC_PIGMENTS.length];
  if (!model) throw new Error("a model");
  return { ...tubeFromModel(model), id: `tube-${place}`, position: place, addedAt: 1 };
};
const boxOf = (count: number) => Array.from({ length: count }, (_, place) => tubeAt(place));

describe("searchedTubes", () => {
  it("takes a usual box whole", () => {
    const box = boxOf(30);
    expect(searchedTubes(box, [])).toBe(box);
  });

  it("takes of hundreds the held ones, then one of each kind before a second of any", () => {
    const box = boxOf(300);
    const held = ["tube-299", "tube-150"];
    const taken = searchedTubes(box, held);
    expect(taken).toHaveLength(40);
    expect(taken.map((tube) => tube.id)).toEqual(expect.arrayContaining(held));
    const kinds = new Set(taken.map((tube) => tube.optics.modelIds.join()));
    expect(kinds.size).toBe(Math.min(taken.length, GENERIC_PIGMENTS.length));
  });
});

describe("knownTubes", () => {
  it("leaves out tubes whose model does not ship, and deleted ones of a palette", () => {
    const [first, second, third] = boxOf(3);
    if (!first || !second || !third) throw new Error("three tubes");
    const strange = { ...second, optics: { ...second.optics, modelIds: ["no-longer-shipped"] } };
    expect(knownTubes([first, strange], "white").tubes).toEqual([first]);
    const byId = new Map([first, { ...third, deletedAt: 5 }].map((tube) => [tube.id, tube]));
    expect(tubesOf([third.id, "gone", first.id], byId)).toEqual([first]);
  });
});
