/** Colours that a palette does not reach: the answer against brute force under the same rule, and whether it keeps the hue. */
import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { figure, seeded, sized } from "../../../tests/support/study";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { aimAt, distanceTo } from "../color/aimDistance";
import { lchFromLab } from "../color/cieLab";
import { type LabD65, labD65 } from "../color/types";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { createRng, type Rng } from "../random/rng";
import { PaletteReach, PRIORITY_FACTORS } from "./reach";

const PALETTES = {
  five: ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber"],
  eight: [
    "titanium-white",
    "cadmium-yellow-light",
    "yellow-ochre",
    "cadmium-red-light",
    "alizarin-crimson",
    "ultramarine-blue",
    "viridian",
    "burnt-umber",
  ],
  twelve: [
    "titanium-white",
    "bismuth-yellow",
    "yellow-ochre",
    "pyrrole-orange",
    "pyrrole-red",
    "quinacridone-rose",
    "dioxazine-violet",
    "ultramarine-blue",
    "phthalo-blue-gs",
    "phthalo-green-bs",
    "burnt-sienna",
    "ivory-black",
  ],
} as const;
const TARGETS = sized(4, 100);
const SAMPLES = sized(6000, 30_000);
/** Samples from which the brute force goes on. */
const CLIMBS = sized(8, 12);
const MOST_TUBES = 4;

type Sample = { readonly amounts: readonly number[]; readonly lab: LabD65 };

class BruteForce {
  private readonly mixer: MixtureEvaluator;
  private readonly samples: readonly Sample[];

  constructor(ids: readonly string[], rng: Rng) {
    this.mixer = new MixtureEvaluator(
      ids.map((id) => pigment(id).optics),
      VIEWING.D65,
      PAINT_SURFACE,
    );
    this.samples = Array.from({ length: SAMPLES }, () => {
      const amounts = ids.map(() => 0);
      for (let i = 1 + rng.below(MOST_TUBES); i > 0; i--)
        amounts[rng.below(ids.length)] = -Math.log(1 - rng.next()) * (rng.next() < 0.3 ? 0.05 : 1);
      return { amounts, lab: this.labOf(amounts) };
    });
  }

  /** Amount by amount up and down from the nearest samples, in ever smaller steps. */
  least(distanceOf: (lab: LabD65) => number): number {
    const nearest = this.samples
      .map((sample) => ({ sample, distance: distanceOf(sample.lab) }))
      .sort((one, other) => one.distance - other.distance)
      .slice(0, CLIMBS);
    return Math.min(
      ...nearest.map(({ sample, distance }) => this.climbed(sample.amounts, distance, distanceOf)),
    );
  }

  private climbed(from: readonly number[], start: number, distanceOf: (lab: LabD65) => number): number {
    let [amounts, distance] = [from, start];
    for (let step = 0.3; step > 1e-4; ) {
      const before = distance;
      for (const [place, amount] of amounts.entries())
        for (const direction of [-1, 1]) {
          const next = Math.max(0, amount + direction * step * (amount || 0.1));
          const trial = amounts.with(place, next < 1e-5 ? 0 : next);
          const count = trial.filter((one) => one > 0).length;
          if (count === 0 || count > MOST_TUBES) continue;
          const there = distanceOf(this.labOf(trial));
          if (there < distance - 1e-6) [amounts, distance] = [trial, there];
        }
      if (distance === before) step /= 2;
    }
    return distance;
  }

  private labOf(amounts: readonly number[]): LabD65 {
    const used = amounts.flatMap((amount, tube) => (amount > 0 ? [tube] : []));
    const out = new Float64Array(3);
    this.mixer.writeLab(
      out,
      Uint8Array.from(used),
      Float64Array.from(used, (tube) => (amounts[tube] ?? 0) / this.mixer.strengthOf(tube)),
      used.length,
    );
    return labD65(out[0] ?? Number.NaN, out[1] ?? Number.NaN, out[2] ?? Number.NaN);
  }
}

/** Colours as photos have them and palettes do not: not so dark that no paint of a hue is. */
function vividTarget(rng: Rng): LabD65 {
  const [radians, chroma] = [rng.between(0, 2 * Math.PI), rng.between(25, 120)];
  return labD65(rng.between(26, 92), chroma * Math.cos(radians), chroma * Math.sin(radians));
}

function hueApart(one: LabD65, other: LabD65): number {
  const apart = Math.abs(lchFromLab(one)[2] - lchFromLab(other)[2]);
  return Math.min(apart, 360 - apart);
}

describe("colours out of reach", () => {
  it.each(Object.entries(PALETTES))("of %s tubes: as near as brute force, in their own hue", (name, ids) => {
    const rng = createRng(seeded(190));
    const brute = new BruteForce(ids, rng);
    const reach = new PaletteReach(
      ids.map((id) => pigment(id).optics),
      VIEWING.D65,
      PAINT_SURFACE,
    );
    let [outside, near, kept] = [0, 0, 0];
    while (outside < TARGETS) {
      const target = vividTarget(rng);
      const { isReached, nearest } = reach.nearest(target);
      if (isReached) continue;
      outside++;
      const aim = aimAt(target, PRIORITY_FACTORS.value);
      if (distanceTo(aim, nearest) <= brute.least((lab) => distanceTo(aim, lab)) + 0.1) near++;
      if (hueApart(target, nearest) <= 25) kept++;
    }
    figure(`out of reach, ${name} tubes: share within 0.1 of brute force`, near / outside, {
      least: sized(0.75, 0.99),
    });
    figure(`out of reach, ${name} tubes: share whose hue is kept within 25°`, kept / outside, {
      least: sized(0.75, 0.98),
    });
  });

  it("the blue of a screen is answered with blue", () => {
    for (const ids of [PALETTES.eight, PALETTES.twelve]) {
      const { nearest } = new PaletteReach(
        ids.map((id) => pigment(id).optics),
        VIEWING.D65,
        PAINT_SURFACE,
      ).nearest(labD65(32.3, 79.2, -107.9));
      expect(lchFromLab(nearest)[1]).toBeGreaterThan(35);
      expect(hueApart(nearest, labD65(32.3, 79.2, -107.9))).toBeLessThan(25);
    }
  });
});
