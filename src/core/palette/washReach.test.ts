/** What the bench mixes of washes is reached in every view of the palette. */
import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../../tests/support/paint";
import { figure, sized } from "../../../tests/support/study";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { DEFAULT_SIZES } from "../amounts/amounts";
import { REFERENCE_FACTORS } from "../color/ciede2000";
import { createRng } from "../random/rng";
import { PaletteReach } from "../reach/reach";
import { paletteMixer } from "../recipe/paletteMixer";
import { NearestMixture } from "./nearestMixture";
import { NoteMisses } from "./noteMisses";

const WASH = { paper: PAPER, undilutedThickness: UNDILUTED_THICKNESS };
const BOXES = [
  ["titanium-white", "arylide-yellow", "pyrrole-red", "ultramarine-blue", "raw-umber", "phthalo-green-bs"],
  ["zinc-white", "yellow-ochre", "quinacridone-rose", "prussian-blue", "burnt-sienna", "dioxazine-violet"],
] as const;

describe("notes of a watercolour palette", () => {
  it("that the bench reaches within 1 are reached in Palette too, and no answer holds white", () => {
    const rng = createRng(41);
    let reachable = 0;
    let missed = 0;
    let whites = 0;
    for (let i = 0; i < sized(10, 100); i++) {
      const box = BOXES[i % 2] ?? BOXES[0];
      const paints = box.filter((id) => !id.includes("white"));
      const chosen = [paints[i % 5], paints[(i + 1 + (i % 3)) % 5], paints[(i + 3) % 5]].filter(
        (id) => id !== undefined,
      );
      const mix = Object.fromEntries(chosen.map((id) => [id, rng.next() ** 3 + 1e-3]));
      const target = labOfMix(mix, {
        thickness: UNDILUTED_THICKNESS / (1 + 10 ** rng.between(-0.5, 1.8)),
        ground: PAPER,
      });
      const bench = paletteMixer(
        box.map((id) => ({ optics: pigment(id).optics, isBlack: false })),
        VIEWING.D65,
        PAINT_SURFACE,
        { kind: "film", ground: PAPER, undilutedThickness: UNDILUTED_THICKNESS, allowWhite: false },
      );
      const { recipes } = bench.recipesFor(
        { target, maxTubes: 4, factors: REFERENCE_FACTORS, toleranceDeltaE2000: 1, maxAnswers: 4 },
        { unit: "parts", sizes: DEFAULT_SIZES },
      );
      whites += recipes.filter(({ parts }) => parts.some(({ tube }) => box[tube]?.includes("white"))).length;
      if (!recipes.some(({ laidDown }) => laidDown.deltaE2000 <= 1)) continue;
      reachable++;
      const optics = paints.map((id) => pigment(id).optics);
      const near = new NearestMixture(optics, VIEWING.D65, PAINT_SURFACE, WASH).to(target);
      const reach = new PaletteReach(optics, VIEWING.D65, PAINT_SURFACE, WASH).nearest(target);
      const misses = new NoteMisses(optics, [target], 4, VIEWING.D65, PAINT_SURFACE, WASH);
      const advised = misses.ofPalette(paints.map((_, place) => place))[0] ?? Number.POSITIVE_INFINITY;
      if (near.deltaE2000 > 1 || !reach.isReached || advised > 1) missed++;
      expect(near.shares).toHaveLength(paints.length + 1);
    }
    expect(reachable).toBeGreaterThan(sized(5, 80));
    figure("washes that the bench mixes and a palette view does not reach", missed, { most: 0 });
    figure("recipes of washes with white in them", whites, { most: 0 });
  });
});
