import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { labD65, type LabD65 } from "../color/types";
import { createRng } from "../random/rng";
import { PaletteReach } from "./reach";

const DEMO = ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber"];
const reachOf = (ids: readonly string[]): PaletteReach =>
  new PaletteReach(
    ids.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );

function randomMix(ids: readonly string[], seed: number): LabD65 {
  const rng = createRng(seed);
  return labOfMix(Object.fromEntries(ids.map((id) => [id, rng.next() ** 3])));
}

describe("reach", () => {
  const reach = reachOf(DEMO);

  it("says that every mixture of the palette is reached", () => {
    for (let seed = 0; seed < 40; seed++) {
      expect(reach.nearest(randomMix(DEMO.slice(0, 4), seed)).isReached).toBe(true);
    }
  });

  it("says that colours outside are not, with the miss split in three", () => {
    const answer = reach.nearest(labD65(59, 53, 67));
    expect(answer.isReached).toBe(false);
    expect(answer.miss.deltaChroma).toBeLessThan(-5);
    expect(Math.abs(answer.miss.deltaLightness)).toBeLessThan(3);
  });

  it("holds on to what has priority", () => {
    for (const target of [labD65(40, -60, 30), labD65(70, 60, -20), labD65(30, 20, -70)]) {
      const byValue = reach.nearest(target, "value").miss;
      const byChroma = reach.nearest(target, "chroma").miss;
      expect(Math.abs(byValue.deltaLightness)).toBeLessThanOrEqual(Math.abs(byChroma.deltaLightness) + 1e-6);
      expect(Math.abs(byChroma.deltaChroma)).toBeLessThanOrEqual(Math.abs(byValue.deltaChroma) + 1e-6);
    }
  });
});
