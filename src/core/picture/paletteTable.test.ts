import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { aimDistance } from "../color/aimDistance";
import { decodeChannel, labFromLinearSrgb } from "../color/srgb";
import { linearSrgb } from "../color/types";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { createRng } from "../random/rng";
import { PaletteReach } from "../reach/reach";
import { mapPicture } from "./mapPicture";
import { buildPaletteTable, type PaletteTable, type TablePart } from "./paletteTable";
import { joinTableParts, layersOfParts } from "./tableParts";

const SIX = ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber", "viridian"];
const SIZE = 17;

function mixerOf(ids: readonly string[]): MixtureEvaluator {
  return new MixtureEvaluator(
    ids.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
}

function built(ids: readonly string[], size = SIZE): PaletteTable {
  const table = buildPaletteTable(mixerOf(ids), { size });
  if (!table) throw new Error("the table was given up");
  return table;
}

function partOf(ids: readonly string[], layers: { readonly from: number; readonly to: number }): TablePart {
  const part = buildPaletteTable(mixerOf(ids), { size: SIZE, ...layers });
  if (!part) throw new Error("the part was given up");
  return part;
}

describe("buildPaletteTable", () => {
  it("is as near at every corner as a search for that one colour", () => {
    const table = built(SIX);
    const reach = new PaletteReach(
      SIX.map((id) => pigment(id).optics),
      VIEWING.D65,
      PAINT_SURFACE,
    );
    const rng = createRng(4);
    for (let i = 0; i < 150; i++) {
      const corner = rng.below(SIZE ** 3);
      const light = (place: number): number => decodeChannel((place % SIZE) / (SIZE - 1));
      const target = labFromLinearSrgb(
        linearSrgb(
          light(corner),
          light(Math.floor(corner / SIZE)),
          light(Math.floor(corner / (SIZE * SIZE))),
        ),
      );
      const nearest = aimDistance(target, reach.nearest(target, "even").nearest);
      // It may be nearer: the search takes four tubes at most.
      expect(table.missDeltaE2000[corner], target.map(Math.round).join()).toBeLessThan(nearest + 0.15);
    }
  });

  it("is as near in parts that are built beside each other and joined", () => {
    for (const ids of [SIX, SIX.slice(0, 3)]) {
      const whole = built(ids);
      for (const count of [2, 3]) {
        const joined = joinTableParts(layersOfParts(SIZE, count).map((layers) => partOf(ids, layers)));
        expect(joined.size).toBe(SIZE);
        const further = joined.missDeltaE2000.filter(
          (miss, i) => miss > (whole.missDeltaE2000[i] ?? 0) + 0.1,
        );
        expect(further.length / SIZE ** 3).toBeLessThan(0.002);
        const other = joined.rgb.filter((value, i) => Math.abs(value - (whole.rgb[i] ?? 0)) > 4);
        expect(other.length / joined.rgb.length).toBeLessThan(0.01);
      }
    }
  });

  it("joins parts of which the nearer mixture stands, and refuses what is no whole", () => {
    const part = (from: number, to: number, miss: number): TablePart => ({
      size: 2,
      from,
      to,
      rgb: new Uint8ClampedArray(12 * (to - from)).fill(100 * miss),
      missDeltaE2000: new Float32Array(4 * (to - from)).fill(miss),
    });
    const { rgb, missDeltaE2000 } = joinTableParts([part(0, 2, 2), part(1, 2, 1)]);
    expect([...missDeltaE2000]).toEqual([2, 2, 2, 2, 1, 1, 1, 1]);
    expect([rgb[0], rgb[12]]).toEqual([200, 100]);
    expect(() => joinTableParts([part(0, 1, 1)])).toThrow(/missing/);
    expect(() => joinTableParts([])).toThrow(/missing/);
    expect(() => joinTableParts([part(0, 2, 1), { ...part(0, 2, 1), size: 3 }])).toThrow(/do not join/);
    expect(() => buildPaletteTable(mixerOf(SIX), { size: 5, from: 3, to: 6 })).toThrow(/0 to 5/);
    for (const parts of [1, 2, 3, 5]) {
      const layers = layersOfParts(33, parts);
      expect([layers[0]?.from, layers.at(-1)?.to]).toEqual([0, 33]);
      for (let i = 1; i < parts; i++) expect(layers[i]?.from).toBeLessThan(layers[i - 1]?.to ?? 0);
    }
  });

  it("works for one tube, and for more than are sampled together", () => {
    const one = built(["yellow-ochre"], 3);
    const [r, g, b] = one.rgb;
    for (let corner = 0; corner < 27; corner++) {
      expect([...one.rgb.slice(3 * corner, 3 * corner + 3)]).toEqual([r, g, b]);
    }
    const twelve = [
      ...SIX,
      "yellow-ochre",
      "burnt-sienna",
      "ultramarine-blue",
      "cadmium-orange",
      "ivory-black",
      "cobalt-blue",
    ];
    const many = built(twelve, 9);
    const few = built(SIX, 9);
    many.missDeltaE2000.forEach((miss, corner) => {
      // More tubes can only come nearer; a cube this coarse leaves some corners far from their neighbours.
      expect(miss).toBeLessThan(1.1 * (few.missDeltaE2000[corner] ?? 0) + 0.25);
    });
  });

  it("tells how far it is and can be given up", () => {
    const shares: number[] = [];
    const mixer = mixerOf(SIX);
    buildPaletteTable(mixer, {
      size: 12,
      onProgress: (share) => {
        shares.push(share);
        return true;
      },
    });
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
    expect(shares.at(-1)).toBe(1);
    expect(buildPaletteTable(mixer, { size: 12, onProgress: (share) => share < 0.3 })).toBeUndefined();
    expect(() => buildPaletteTable(mixer, { size: 1 })).toThrow(/2 to 65/);
  });
});

describe("mapPicture", () => {
  it("takes corners as they are, what lies between in proportion, and leaves alpha alone", () => {
    const size = 3;
    // A table that swaps red and blue.
    const rgb = new Uint8ClampedArray(3 * size ** 3);
    for (let corner = 0; corner < size ** 3; corner++) {
      const [r, g, b] = [corner % 3, Math.floor(corner / 3) % 3, Math.floor(corner / 9)];
      rgb.set([b * 127.5, g * 127.5, r * 127.5], 3 * corner);
    }
    const table = { size, rgb, missDeltaE2000: new Float32Array(size ** 3) };
    const rng = createRng(9);
    const pixels = Uint8ClampedArray.from({ length: 400 }, () => rng.below(256));
    const before = pixels.slice();
    mapPicture(pixels, table);
    for (let at = 0; at < pixels.length; at += 4) {
      expect(Math.abs((pixels[at] ?? 0) - (before[at + 2] ?? 0))).toBeLessThanOrEqual(1);
      expect(Math.abs((pixels[at + 1] ?? 0) - (before[at + 1] ?? 0))).toBeLessThanOrEqual(1);
      expect(Math.abs((pixels[at + 2] ?? 0) - (before[at] ?? 0))).toBeLessThanOrEqual(1);
      expect(pixels[at + 3]).toBe(before[at + 3]);
    }
  });
});
