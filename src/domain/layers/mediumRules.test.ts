import { describe, expect, it } from "vitest";
import { layer, tubeById } from "../../../tests/support/layerPlans";
import type { PaintLayer } from "./layering";
import { type LayerFault, layerFaults } from "./mediumRules";

type Plan = readonly [string, readonly PaintLayer[], readonly LayerFault[], boolean?];

describe("rules of a medium", () => {
  const medium = (share: number): Partial<PaintLayer> => ({ thinner: "medium", thinnerShare: share });
  const water = (share: number): Partial<PaintLayer> => ({ thinner: "water", thinnerShare: share });
  const solvent = (share: number): Partial<PaintLayer> => ({ thinner: "solvent", thinnerShare: share });
  const plans: readonly Plan[] = [
    ["acrylic with half water", [layer("acrylic-blue", water(0.5))], []],
    ["acrylic with much water", [layer("acrylic-blue", water(0.7))], ["acrylic-over-watered"]],
    ["acrylic with much medium", [layer("acrylic-blue", medium(0.9))], []],
    ["acrylic with solvent", [layer("acrylic-blue", solvent(0.1))], ["solvent-in-water-paint"]],
    ["acrylic over acrylic", [layer("acrylic-blue"), layer("acrylic-rose", medium(0.5))], []],
    ["oil with medium", [layer("oil-blue", medium(0.8))], []],
    ["oil with water", [layer("oil-blue", water(0.2))], ["water-in-oil"]],
    ["oil washed in with solvent first", [layer("oil-blue", solvent(0.7))], []],
    ["fat over lean", [layer("oil-blue", solvent(0.3)), layer("oil-rose", medium(0.3))], []],
    ["lean over fat", [layer("oil-blue", medium(0.8)), layer("oil-rose", medium(0.1))], ["lean-over-fat"]],
    [
      "solvent over fat",
      [layer("oil-blue", medium(0.2)), layer("oil-rose", solvent(0.6))],
      ["lean-over-fat", "solvent-alone"],
    ],
    ["as fat as below", [layer("oil-blue", medium(0.4)), layer("oil-rose", medium(0.38))], []],
    [
      "into wet oil",
      [layer("oil-blue", medium(0.8)), layer("oil-rose", { ...medium(0.1), takenUpShare: 0.2 })],
      [],
    ],
    ["oil over acrylic", [layer("acrylic-blue"), layer("oil-rose", medium(0.3))], []],
    ["acrylic over oil", [layer("oil-blue", medium(0.3)), layer("acrylic-rose")], ["acrylic-over-oil"]],
    ["oil over gouache", [layer("gouache-blue"), layer("oil-rose", medium(0.3))], ["oil-over-water-paint"]],
    [
      "oil over watercolour",
      [layer("watercolour-rose", water(0.9)), layer("oil-blue")],
      ["oil-over-water-paint"],
    ],
    ["one wash", [layer("watercolour-blue", water(0.95))], []],
    [
      "a wash over one that stains",
      [layer("watercolour-rose", water(0.9)), layer("watercolour-blue", water(0.9))],
      [],
    ],
    [
      "a wash over one that lifts",
      [layer("watercolour-blue", water(0.9)), layer("watercolour-rose", water(0.9))],
      ["lifts"],
    ],
    [
      "a wash into one that is wet",
      [
        layer("watercolour-blue", water(0.9)),
        layer("watercolour-rose", { ...water(0.9), takenUpShare: 0.3 }),
      ],
      [],
    ],
    [
      "watercolour over gouache",
      [layer("gouache-rose", water(0.5)), layer("watercolour-rose", water(0.9))],
      ["lifts"],
    ],
    ["five washes", [layer("watercolour-rose", { ...water(0.95), passes: 5 })], []],
    ["six washes", [layer("watercolour-rose", { ...water(0.95), passes: 6 })], ["many-washes"]],
    [
      "six washes of two paints",
      [
        layer("watercolour-rose", { ...water(0.95), passes: 3 }),
        layer("watercolour-blue", { ...water(0.95), passes: 3 }),
      ],
      ["many-washes"],
    ],
    ["gouache, thick and once", [layer("gouache-blue", water(0.1))], []],
    ["gouache, thick and thrice", [layer("gouache-blue", { ...water(0.1), passes: 3 })], ["gouache-cracks"]],
    ["gouache, thinned and thrice", [layer("gouache-blue", { ...water(0.6), passes: 3 })], []],
    ["gouache with solvent", [layer("gouache-blue", solvent(0.2))], ["solvent-in-water-paint"]],
    ["wet into a dry ground", [layer("oil-blue", { takenUpShare: 0.2 })], ["wet-into-nothing"]],
    ["wet into a wet ground", [layer("oil-blue", { takenUpShare: 0.2 })], [], true],
    ["nothing", [], []],
  ];

  it.each(plans.map((plan) => ({ name: plan[0], plan })))("$name", ({ plan }) => {
    const [, layers, faults, isWet = false] = plan;
    const found = layerFaults(layers, { isWet }, tubeById);
    expect(found.map(({ fault }) => fault)).toEqual(faults);
    for (const { layerId } of found) expect(layers.some(({ id }) => id === layerId)).toBe(true);
  });

  it("are tried on thirty plans or more", () => {
    expect(plans.length).toBeGreaterThanOrEqual(30);
  });
});
