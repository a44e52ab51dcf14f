import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../../tests/support/paint";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { createPigmentLibrary } from "./library";
import { nearestGenerics, startingModel } from "./startingModel";

const library = createPigmentLibrary(PIGMENT_MODELS);
const BENCH = { white: pigment("titanium-white").optics, view: VIEWING.D65, surface: PAINT_SURFACE };

describe("startingModel", () => {
  it("takes the generic of the one pigment on the label", () => {
    const start = startingModel(library, ["PB27"], undefined, {}, BENCH);
    expect(start).toMatchObject({ basis: "generic", models: [{ id: "prussian-blue" }] });
  });

  it("lets a reading choose among paints that share a Colour Index name", () => {
    for (const model of library.byColourIndex("PBr7")) {
      const start = startingModel(
        library,
        ["PBr7"],
        undefined,
        { masstone: labOfMix({ [model.id]: 1 }) },
        BENCH,
      );
      expect(start?.models[0]?.id).toBe(model.id);
    }
  });

  it("blends the pigments of a mixture, between them in colour", () => {
    const start = startingModel(library, ["PY74", "PG7", "PX99"], undefined, {}, BENCH);
    expect(start?.basis).toBe("blend");
    expect(start?.models.map((model) => model.colourIndex)).toEqual(["PY74", "PG7"]);
    const [l, a, b] = labOfMix({ "arylide-yellow": 1, "phthalo-green-bs": 0.02 });
    expect(l).toBeGreaterThan(20);
    expect(a).toBeLessThan(0);
    expect(b).toBeGreaterThan(0);
  });

  it("starts an unknown tube from the nearest of its family, or of all", () => {
    for (const model of PIGMENT_MODELS) {
      const readings = {
        masstone: labOfMix({ [model.id]: 1 }),
        tint: { whiteParts: 9, lab: labOfMix({ [model.id]: 1, "titanium-white": 9 }) },
      };
      expect(startingModel(library, [], model.family, readings, BENCH)?.models[0]?.id).toBe(model.id);
      expect(startingModel(library, [], undefined, readings, BENCH)?.basis).toBe("nearest");
    }
    expect(startingModel(library, ["PX1"], undefined, {}, BENCH)).toBeUndefined();
    expect(startingModel(library, [], "no such family", {}, BENCH)).toBeUndefined();
  });
});

describe("nearestGenerics", () => {
  it("tells look-alikes apart by their tints", () => {
    const tint = { whiteParts: 20, lab: labOfMix({ "prussian-blue": 1, "titanium-white": 20 }) };
    const [first, second] = nearestGenerics(PIGMENT_MODELS, { tint }, BENCH);
    expect(first?.model.id).toBe("prussian-blue");
    expect(first?.deltaE2000).toBeCloseTo(0, 9);
    expect(second?.deltaE2000).toBeGreaterThan(1);
    expect(first?.masstoneDeltaE2000).toBeUndefined();
  });

  it("needs something to compare", () => {
    expect(() => nearestGenerics(PIGMENT_MODELS, {}, BENCH)).toThrow(/masstone or a tint/);
  });
});
