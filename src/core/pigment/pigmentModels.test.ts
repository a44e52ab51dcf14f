import { describe, expect, it } from "vitest";
import { labOfMix, pigment, tintedTo } from "../../../tests/support/paint";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { deltaE2000 } from "../color/ciede2000";
import { createPigmentLibrary } from "./library";
import type { PigmentModel } from "./types";

/** Worst ΔE00 of any typical colour, and the median of all: what the models promise. */
const WORST = 2.5;
const MEDIAN = 0.7;

function misses(model: PigmentModel): number[] {
  const masstone = deltaE2000(model.typicalMasstone, labOfMix({ [model.id]: 1 }));
  if (!model.typicalTint) return [masstone];
  const tint = labOfMix({ [model.id]: 1, "titanium-white": model.typicalTint.whiteParts });
  return [masstone, deltaE2000(model.typicalTint.lab, tint)];
}

describe("generic pigment models", () => {
  it("cover the pigments of the table", () => {
    expect(PIGMENT_MODELS).toHaveLength(49);
  });

  it.each(PIGMENT_MODELS)("$name comes close to its typical masstone and tint", (model) => {
    expect(Math.max(...misses(model))).toBeLessThan(WORST);
  });

  it("come close in the median", () => {
    const all = PIGMENT_MODELS.flatMap(misses).sort((a, b) => a - b);
    expect(all).toHaveLength(49 + 46);
    expect(all[47]).toBeLessThan(MEDIAN);
  });

  it("have titanium white as the unit of scattering, and positive K and S everywhere", () => {
    expect(pigment("titanium-white").optics.scattering[17]).toBe(1);
    for (const { optics } of PIGMENT_MODELS) {
      expect(optics.absorption).toHaveLength(36);
      expect(Array.from(optics.absorption as readonly number[]).every((k) => k > 0)).toBe(true);
      expect(Array.from(optics.scattering as readonly number[]).every((s) => s > 0)).toBe(true);
    }
  });

  it("know that phthalo blue is far stronger than ultramarine", () => {
    const phthalo = tintedTo({ "phthalo-blue-gs": 1 }, 60);
    const ultramarine = tintedTo({ "ultramarine-blue": 1 }, 60);
    expect((ultramarine["ultramarine-blue"] ?? 0) / (phthalo["phthalo-blue-gs"] ?? 1)).toBeGreaterThan(3);
  });

  it("are found by id and by Colour Index name", () => {
    const library = createPigmentLibrary(PIGMENT_MODELS);
    expect(library.byId("prussian-blue")?.colourIndex).toBe("PB27");
    expect(library.byId("no-such-blue")).toBeUndefined();
    expect(library.byColourIndex("pbr7").map((model) => model.id)).toEqual([
      "raw-sienna",
      "raw-umber",
      "burnt-umber",
      "burnt-sienna",
    ]);
  });
});
