import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { REFERENCE_FACTORS } from "../color/ciede2000";
import { localMetric, nearestOf } from "../color/localMetric";
import { labD65 } from "../color/types";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { buildStartLattice, rankSubsets } from "./startLattice";

const TUBES = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "prussian-blue",
  "raw-umber",
  "ivory-black",
];
const MOST = 3;

describe("sets of the lattice by their nearest starts", () => {
  const mixer = new MixtureEvaluator(
    TUBES.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
  const lattice = buildStartLattice(mixer, (tube) => 1 / mixer.strengthOf(tube), MOST);
  const target = labD65(48, 14, 11);

  it.each([
    ["all that may be", {}],
    ["with a tube and without another", { required: [0], forbidden: [4] }],
  ] as const)("are told nearest first within a distance, and how far the n-th is, %s", (_, wishes) => {
    const query = { target, factors: REFERENCE_FACTORS, ...wishes };
    const { required = [], forbidden = [] }: { required?: readonly number[]; forbidden?: readonly number[] } =
      wishes;
    const ranked = rankSubsets(mixer, lattice, query, MOST);
    const wanted = lattice
      .flatMap(({ subsets }) => subsets)
      .filter(({ tubes }) => required.every((tube) => tubes.includes(tube)))
      .filter(({ tubes }) => !forbidden.some((tube) => tubes.includes(tube)))
      .map((subset) => ({
        subset,
        distance: nearestOf(localMetric(target, REFERENCE_FACTORS), target, subset.labs).distance,
      }))
      .sort((one, other) => one.distance - other.distance);
    const told = ranked.within(Number.POSITIVE_INFINITY);
    expect(told.map(({ subset }) => subset.bits)).toEqual(wanted.map(({ subset }) => subset.bits));
    expect(told.map(({ distance }) => distance)).toEqual(wanted.map(({ distance }) => distance));
    for (const [place, { distance }] of wanted.entries()) {
      expect(ranked.distanceOfNth(place + 1)).toBe(distance);
      for (const held of [1, 2, 3])
        expect(ranked.within(distance, held).map(({ subset }) => subset.bits)).toEqual(
          wanted
            .slice(0, place + 1)
            .flatMap(({ subset }) => (subset.tubes.length === held ? [subset.bits] : [])),
        );
    }
    expect(ranked.distanceOfNth(wanted.length + 1)).toBe(Number.POSITIVE_INFINITY);
    expect(wanted.length).toBe(required.length > 0 ? 1 + 4 + 6 : 6 + 15 + 20);
  });

  it("hold no more tubes than are asked for", () => {
    const query = { target, factors: REFERENCE_FACTORS };
    const sizes = rankSubsets(mixer, lattice, query, 2)
      .within(Number.POSITIVE_INFINITY)
      .map(({ subset }) => subset.tubes.length);
    expect(Math.max(...sizes)).toBe(2);
  });
});
