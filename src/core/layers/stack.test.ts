import { describe, expect, it } from "vitest";
import {
  anyGround,
  anyOf,
  anyThickness,
  BLACK_CARD,
  flat,
  GLAZING_TUBES,
  integrated,
  opticsFor,
  seenLab,
  WHITE_CARD,
} from "../../../tests/support/layerTrials";
import { figure, seeded, sized } from "../../../tests/support/study";
import { UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { deltaE2000 } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import { mixtureReflectance } from "../mixing/mixture";
import { createRng, type Rng } from "../random/rng";
import type { Reflectance } from "../spectrum/types";
import { coatsToCover } from "./coats";
import { type Layer, stackOver } from "./stack";

const layerOf = (id: string, thickness: number, passes = 1, coverShare = 1): Layer => ({
  optics: opticsFor(id),
  thickness,
  passes,
  coverShare,
});
const seen = (ground: Reflectance, ...layers: readonly Layer[]): LabD65 =>
  seenLab(stackOver(ground, layers, PAINT_SURFACE).at(-1) ?? ground);
const anyLayer = (rng: Rng): Layer => layerOf(anyOf(GLAZING_TUBES, rng), anyThickness(rng), 1 + rng.below(3));

const CASES = 500;

describe("a stack of films", () => {
  it("agrees with both fluxes integrated through up to four layers", () => {
    const rng = createRng(seeded(22));
    const misses = Array.from({ length: sized(60, CASES) }, () => {
      const ground = anyGround(rng);
      const layers = Array.from({ length: 1 + rng.below(4) }, () => anyLayer(rng));
      return deltaE2000(seen(ground, ...layers), seenLab(integrated(ground, layers)));
    });
    figure("layers: stacks against a numerical two-flux solver, largest ΔE00", Math.max(...misses), {
      most: 0.01,
    });
  });

  it("changes nothing without a film, and is the paint alone under a thick one", () => {
    const rng = createRng(5);
    for (let i = 0; i < CASES; i++) {
      const ground = anyGround(rng);
      const id = anyOf(GLAZING_TUBES, rng);
      expect(deltaE2000(seen(ground, layerOf(id, 0)), seenLab(ground))).toBeLessThan(1e-6);
      const alone = mixtureReflectance([{ optics: opticsFor(id), volume: 1 }], PAINT_SURFACE);
      expect(deltaE2000(seen(ground, layerOf(id, 5000)), seenLab(alone))).toBeLessThan(1e-3);
    }
  });

  it("takes two passes of half for one of the whole", () => {
    const rng = createRng(6);
    for (let i = 0; i < CASES; i++) {
      const [ground, id, thickness] = [anyGround(rng), anyOf(GLAZING_TUBES, rng), anyThickness(rng)];
      const once = seen(ground, layerOf(id, thickness));
      expect(deltaE2000(seen(ground, layerOf(id, thickness / 2, 2)), once)).toBeLessThan(1e-6);
      expect(
        deltaE2000(seen(ground, layerOf(id, thickness / 2), layerOf(id, thickness / 2)), once),
      ).toBeLessThan(1e-6);
    }
  });

  it("never lightens a light base with a transparent paint, and lifts black with one that scatters", () => {
    const rng = createRng(7);
    const transparent = { ...opticsFor("quinacridone-rose"), scattering: new Array<number>(36).fill(1e-6) };
    for (let i = 0; i < CASES; i++) {
      const thickness = anyThickness(rng, 0.001, 2);
      const light = flat(0.5 + 0.4 * rng.next());
      const glaze = { optics: transparent, thickness, passes: 1, coverShare: 1 };
      expect(seen(light, glaze)[0]).toBeLessThanOrEqual(seenLab(light)[0] + 1e-9);
      expect(seen(BLACK_CARD, layerOf("titanium-white", thickness))[0]).toBeGreaterThan(
        seenLab(BLACK_CARD)[0],
      );
    }
  });

  it("depends on the order", () => {
    const rng = createRng(8);
    let told = 0;
    for (let i = 0; i < CASES; i++) {
      const white = layerOf("titanium-white", anyThickness(rng, 0.2, 1));
      const blue = layerOf("phthalo-blue-gs", anyThickness(rng, 0.05, 0.5));
      const ground = anyGround(rng);
      if (deltaE2000(seen(ground, white, blue), seen(ground, blue, white)) > 2) told++;
    }
    expect(told / CASES).toBeGreaterThan(0.95);
  });

  it("is the mean over the place where the brush is dry", () => {
    const film = layerOf("titanium-white", 1);
    const [, whole = WHITE_CARD] = stackOver(BLACK_CARD, [film], PAINT_SURFACE);
    const [, half = WHITE_CARD] = stackOver(BLACK_CARD, [{ ...film, coverShare: 0.5 }], PAINT_SURFACE);
    Array.from(half.values).forEach((value, band) => {
      expect(value).toBeCloseTo(((whole.values[band] ?? 0) + (BLACK_CARD.values[band] ?? 0)) / 2, 9);
    });
    const covers = [0.2, 0.5, 0.9].map((coverShare) => seen(BLACK_CARD, { ...film, coverShare })[0]);
    expect([...covers].sort((a, b) => a - b)).toEqual(covers);
    const passes = [1, 2, 4].map((count) => seen(BLACK_CARD, layerOf("titanium-white", 1, count, 0.4))[0]);
    expect([...passes].sort((a, b) => a - b)).toEqual(passes);
  });

  it("refuses what no hand can lay", () => {
    for (const bad of [
      layerOf("titanium-white", -1),
      layerOf("titanium-white", Number.NaN),
      layerOf("titanium-white", 1, 0),
      layerOf("titanium-white", 1, 1.5),
      layerOf("titanium-white", 1, 1, 0),
      layerOf("titanium-white", 1, 1, 1.1),
    ])
      expect(() => stackOver(WHITE_CARD, [bad], PAINT_SURFACE)).toThrow(RangeError);
  });
});

describe("coats to cover", () => {
  const coats = (id: string, thickness = UNDILUTED_THICKNESS): number | undefined =>
    coatsToCover(opticsFor(id), thickness, [BLACK_CARD, WHITE_CARD], VIEWING.D65, PAINT_SURFACE);

  it("are as many as hide the card, and no fewer", () => {
    for (const id of GLAZING_TUBES) {
      const count = coats(id);
      if (count === undefined) continue;
      const left = (passes: number): number =>
        deltaE2000(
          seen(BLACK_CARD, layerOf(id, UNDILUTED_THICKNESS, passes)),
          seen(WHITE_CARD, layerOf(id, UNDILUTED_THICKNESS, passes)),
        );
      expect(left(count), id).toBeLessThanOrEqual(1);
      if (count > 1) expect(left(count - 1), id).toBeGreaterThan(1);
    }
    expect(coats("titanium-white", 0.5) ?? 0).toBeGreaterThan(coats("titanium-white") ?? 0);
    expect(coats("red-oxide")).toBe(1);
    expect(coats("arylide-yellow") ?? 99).toBeGreaterThan(coats("red-oxide") ?? 0);
  });
});
