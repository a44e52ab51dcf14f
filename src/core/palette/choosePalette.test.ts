import { describe, expect, it } from "vitest";
import { labOfMix, pigment, randomMixes, SIX_TUBES } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import type { LabD65 } from "../color/types";
import { labD65 } from "../color/types";
import { PaletteReach } from "../reach/reach";
import { subsetsOf } from "../recipe/subsets";
import { choosePalettes } from "./choosePalette";
import { NoteMisses } from "./noteMisses";
import { paletteAdvice, REDUNDANT_BELOW } from "./paletteAdvice";
import { aimDistance } from "../color/aimDistance";
import { deltaE2000 } from "../color/ciede2000";

const WIDE: readonly string[] = [
  ...SIX_TUBES,
  "yellow-ochre",
  "burnt-sienna",
  "viridian",
  "quinacridone-magenta",
  "cadmium-orange",
  "ivory-black",
  "cerulean-blue",
  "red-oxide",
];
const NOTES: readonly LabD65[] = [
  labD65(59, 53, 67),
  labD65(62, -10, 22),
  labD65(35, 8, -30),
  labD65(78, 3, 20),
  labD65(25, 4, 2),
  labD65(48, 30, -18),
];
const opticsOf = (ids: readonly string[]) => ids.map((id) => pigment(id).optics);
const missesOf = (ids: readonly string[], notes = NOTES) =>
  new NoteMisses(opticsOf(ids), notes, 4, VIEWING.D65, PAINT_SURFACE);

/** Mean miss by the recipe search, which shares only the solver with the table of small sets. */
function searchedMiss(ids: readonly string[], notes: readonly LabD65[]): number {
  const reach = new PaletteReach(opticsOf(ids), VIEWING.D65, PAINT_SURFACE);
  return (
    notes.reduce((sum, note) => sum + aimDistance(note, reach.nearest(note, "even").nearest), 0) /
    notes.length
  );
}

const places = (count: number): number[] => Array.from({ length: count }, (_, i) => i);

describe("NoteMisses", () => {
  it("misses as the recipe search does", () => {
    const misses = missesOf(WIDE);
    for (const palette of [
      [0, 1, 2, 3],
      [0, 4, 5, 8, 10],
      [1, 2, 3],
      [0, 6, 7, 9, 11, 12],
    ]) {
      const own = misses.ofPalette(palette);
      const told = misses.deltaEOfPalette(palette);
      const reach = new PaletteReach(opticsOf(palette.map((i) => WIDE[i] ?? "")), VIEWING.D65, PAINT_SURFACE);
      NOTES.forEach((note, i) => {
        const { nearest } = reach.nearest(note, "even");
        expect(Math.abs((own[i] ?? Number.NaN) - aimDistance(note, nearest))).toBeLessThan(0.05);
        expect(Math.abs((told[i] ?? Number.NaN) - deltaE2000(note, nearest))).toBeLessThan(0.3);
      });
    }
  });

  it("counts the fewest tubes of each note", () => {
    const notes = [
      labOfMix({ viridian: 1 }),
      labOfMix({ viridian: 1, "titanium-white": 3 }),
      labD65(50, 90, 0),
    ];
    expect(missesOf(WIDE, notes).fewestTubes([0, 8], 0.5)).toEqual([1, 2, undefined]);
  });

  it("refuses boxes, recipes and notes that it cannot search", () => {
    expect(() => missesOf([])).toThrow(RangeError);
    expect(() => missesOf(WIDE, [labD65(Number.NaN, 0, 0)])).toThrow(RangeError);
    expect(() => new NoteMisses(opticsOf(WIDE), NOTES, 5, VIEWING.D65, PAINT_SURFACE)).toThrow(RangeError);
  });
});

describe("choosePalettes", () => {
  it("equals comparing every palette with the recipe search", () => {
    const ids = WIDE.slice(0, 9);
    const choice = choosePalettes(missesOf(ids), { fewest: 3, most: 4, held: [], offered: places(9) });
    expect(choice?.isExact).toBe(true);
    for (const { size, palettes } of choice?.sizes ?? []) {
      const best = subsetsOf(9, size)
        .map((tubes) =>
          searchedMiss(
            Array.from(tubes, (i) => ids[i] ?? ""),
            NOTES,
          ),
        )
        .reduce((least, miss) => Math.min(least, miss));
      const byRule = palettes.map(({ tubes }) =>
        searchedMiss(
          tubes.map((tube) => ids[tube] ?? ""),
          NOTES,
        ),
      );
      expect(byRule[0]).toBeLessThan(best + 0.02);
      byRule.slice(1).forEach((miss, i) => {
        expect(miss).toBeGreaterThan((byRule[i] ?? 0) - 0.02);
      });
    }
  });

  it("finds in a box of fourteen, tube by tube, what comparing all palettes finds, up to six tubes", () => {
    const misses = missesOf(WIDE);
    const wishes = { fewest: 3, most: 6, held: [], offered: places(14) };
    const exact = choosePalettes(misses, wishes);
    const near = choosePalettes(misses, wishes, undefined, { solves: 0, palettes: 0 });
    expect(exact?.isExact).toBe(true);
    expect(exact?.lowerBound).toBeUndefined();
    expect(near?.isExact).toBe(false);
    expect(near?.sizes.map(({ palettes }) => palettes[0]?.tubes)).toEqual(
      exact?.sizes.map(({ palettes }) => palettes[0]?.tubes),
    );
    const best = exact?.sizes.at(-1)?.palettes[0]?.meanMiss ?? Number.NaN;
    expect(near?.lowerBound).toBeLessThanOrEqual(best + 1e-6);
  });

  it("keeps what must be held, takes nothing that is not offered, and more tubes never miss more", () => {
    const offered = places(14).filter((tube) => tube !== 5);
    const choice = choosePalettes(missesOf(WIDE), { fewest: 2, most: 5, held: [0, 11], offered });
    const means = choice?.sizes.map(({ palettes }) => palettes[0]?.meanMiss ?? Number.NaN) ?? [];
    expect(means).toHaveLength(4);
    expect(means).toEqual([...means].sort((a, b) => b - a));
    for (const { size, palettes } of choice?.sizes ?? []) {
      for (const { tubes } of palettes) {
        expect(tubes).toHaveLength(size);
        expect(tubes).toEqual(expect.arrayContaining([0, 11]));
        expect(tubes).not.toContain(5);
      }
    }
  });

  it("tells how far it is, and ends when asked to", () => {
    const shares: number[] = [];
    const wishes = { fewest: 1, most: 3, held: [], offered: places(6) };
    choosePalettes(missesOf(WIDE), wishes, (share) => shares.push(share) > 0);
    expect(shares.at(-1)).toBe(1);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(choosePalettes(missesOf(WIDE), wishes, () => false)).toBeUndefined();
    expect(() => choosePalettes(missesOf(WIDE), { ...wishes, most: 9 })).toThrow(RangeError);
    expect(() => choosePalettes(missesOf(WIDE, []), wishes)).toThrow(RangeError);
  });
});

describe("paletteAdvice", () => {
  it("ranks what to add and to drop as brute force does, on five boxes", () => {
    for (let box = 0; box < 5; box++) {
      const ids = WIDE.map((_, i) => WIDE[(i * 5 + box * 3) % WIDE.length] ?? "").slice(0, 9);
      const notes = randomMixes(WIDE, 3, 4, 40 + box).map((mix) => labOfMix(mix));
      const palette = [0, 1, 2, 3, 4];
      const advice = paletteAdvice(missesOf(ids, notes), palette, places(9));
      const named = (tubes: readonly number[]): string[] => tubes.map((tube) => ids[tube] ?? "");
      const added = [5, 6, 7, 8].map((tube) => ({
        tube,
        miss: searchedMiss(named([...palette, tube]), notes),
      }));
      for (const [place, { tube, miss }] of added.sort((a, b) => a.miss - b.miss).entries()) {
        const ranked = advice.additions[place];
        // Equal to within the solver's end, two tubes may change places.
        expect(Math.abs((ranked?.meanMiss ?? Number.NaN) - miss)).toBeLessThan(0.05);
        if (
          Math.abs((added[place + 1]?.miss ?? 99) - miss) > 0.1 &&
          Math.abs((added[place - 1]?.miss ?? 99) - miss) > 0.1
        )
          expect(ranked?.tube).toBe(tube);
      }
      const whole = searchedMiss(named(palette), notes);
      for (const { tube, removalCost, isRedundant } of advice.worth) {
        const cost = searchedMiss(named(palette.filter((other) => other !== tube)), notes) - whole;
        expect(Math.abs(removalCost - cost)).toBeLessThan(0.06);
        expect(isRedundant).toBe(removalCost < REDUNDANT_BELOW);
      }
    }
  });

  it("finds the redundant tube, what it saves, and swaps that gain", () => {
    const palette = [0, 1, 2, 3, 4];
    const notes = [
      ...randomMixes(WIDE.slice(0, 4), 3, 5, 9).map((mix) => labOfMix(mix)),
      labOfMix({ "raw-umber": 1 }),
      labOfMix({ "cadmium-orange": 1, "titanium-white": 1 }),
    ];
    const advice = paletteAdvice(missesOf(WIDE, notes), palette, places(14));
    const umber = advice.worth[4];
    expect(umber).toMatchObject({ tube: 4, isRedundant: true });
    expect(umber?.savedTubes).toBeGreaterThan(0);
    expect(umber?.plainer).toContain(5);
    expect(advice.worth[0]?.isRedundant).toBe(false);
    expect(WIDE[advice.additions[0]?.tube ?? -1]).toBe("cadmium-orange");
    expect(advice.additions[0]?.reached).toContain(6);
    expect(advice.swaps[0]).toMatchObject({ into: WIDE.indexOf("cadmium-orange") });
    expect(advice.swaps.every((swap) => swap.gain > 0)).toBe(true);
    const alone = paletteAdvice(missesOf(WIDE, notes), [4], []);
    expect(alone.worth[0]?.removalCost).toBe(Number.POSITIVE_INFINITY);
  });
});
