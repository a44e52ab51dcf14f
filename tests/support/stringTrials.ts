/** Six palettes and strings drawn from them, and what an exhaustive search finds for each row. */
import { DEFAULT_SIZES } from "../../src/core/amounts/amounts";
import { labFromLch } from "../../src/core/color/cieLab";
import { type LabD65, labD65, lchUnder } from "../../src/core/color/types";
import { MixtureEvaluator } from "../../src/core/mixing/mixtureEvaluator";
import type { Rng } from "../../src/core/random/rng";
import type { PaletteTube } from "../../src/core/recipe/paletteMixer";
import { subsetsOf } from "../../src/core/recipe/subsets";
import { FINE, type SubsetSolver, subsetSolver } from "../../src/core/recipe/subsetSolver";
import type { RowHand } from "../../src/core/strings/layMember";
import { StringPlanner } from "../../src/core/strings/stringPlan";
import { CHROMA_RULES, DARKEN_WAYS, LIGHTEN_WAYS, type StringQuestion } from "../../src/core/strings/types";
import type { DeltaE2000Factors } from "../../src/core/color/ciede2000";
import { VIEWING } from "../../src/data/standardViewing";
import { PAINT_SURFACE } from "../../src/data/surface";
import { WHITE_BENCH } from "../../src/data/testWhite";
import { pigment } from "./paint";

export const STRING_PALETTES: Readonly<Record<string, readonly string[]>> = {
  earths: [
    "titanium-white",
    "ivory-black",
    "raw-umber",
    "burnt-umber",
    "red-oxide",
    "burnt-sienna",
    "yellow-ochre",
  ],
  five: ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber"],
  twelve: [
    "titanium-white",
    "cadmium-yellow-light",
    "yellow-ochre",
    "cadmium-orange",
    "cadmium-red-light",
    "alizarin-crimson",
    "burnt-sienna",
    "burnt-umber",
    "ultramarine-blue",
    "cerulean-blue",
    "viridian",
    "ivory-black",
  ],
  split: [
    "titanium-white",
    "hansa-yellow-light",
    "cadmium-yellow-deep",
    "pyrrole-red",
    "quinacridone-rose",
    "ultramarine-blue",
    "phthalo-blue-gs",
  ],
  muted: ["titanium-white", "yellow-ochre", "light-red", "ivory-black", "cobalt-blue", "raw-sienna"],
  vivid: [
    "titanium-white",
    "bismuth-yellow",
    "pyrrole-orange",
    "quinacridone-magenta",
    "dioxazine-violet",
    "phthalo-blue-rs",
    "phthalo-green-bs",
    "transparent-red-oxide",
    "lamp-black",
  ],
};

export function paletteOf(ids: readonly string[]): PaletteTube[] {
  return ids.map((id) => {
    const { optics, family } = pigment(id);
    return { optics, isBlack: family === "black" };
  });
}

const LIGHTEST = 92;
const DARKEST = 18;
const WAYS_UP = LIGHTEN_WAYS.filter((way) => way !== "water");
const RULES = CHROMA_RULES.filter((rule) => rule !== "seen");

/** A string of 5 to 9 steps, of a tube or of any colour. */
export function randomString(tubeCount: number, rng: Rng): StringQuestion {
  const count = 5 + rng.below(5);
  const pick = <T>(list: readonly T[]): T => list[rng.below(list.length)] as T;
  const isPaint = rng.next() < 0.4;
  const tube = 1 + rng.below(tubeCount - 1);
  const lab = labFromLch(lchUnder<"D65">(30 + 45 * rng.next(), 8 + 40 * rng.next(), 360 * rng.next()));
  return {
    base: isPaint ? { kind: "paint", parts: [{ tube, volume: 1 }] } : { kind: "colour", lab },
    rows: evenRows(count),
    lighten: pick(WAYS_UP),
    darken: pick(DARKEN_WAYS),
    chroma: pick(RULES),
    maxTubes: 4,
    sharedWithin: 0.8,
  };
}

export function evenRows(count: number): number[] {
  return Array.from({ length: count }, (_, i) => LIGHTEST - (i * (LIGHTEST - DARKEST)) / (count - 1));
}

/** Piles of so many parts, measured with a knife. */
export function knifePiles(count: number, parts: number): RowHand[] {
  return Array.from({ length: count }, () => ({
    choice: { unit: "parts", sizes: DEFAULT_SIZES, wantedParts: parts },
    volume: parts,
  }));
}

/** Solves every set of tubes from several starts: slow, and with nothing left out. */
export class Exhaustive {
  private readonly solver: SubsetSolver;
  private readonly mixer: MixtureEvaluator;

  constructor(private readonly tubes: readonly PaletteTube[]) {
    this.mixer = new MixtureEvaluator(
      tubes.map(({ optics }) => optics),
      VIEWING.D65,
      PAINT_SURFACE,
    );
    this.solver = subsetSolver(this.mixer);
  }

  /** The nearest of all mixtures of up to so many of these tubes. */
  nearest(
    target: LabD65,
    factors: DeltaE2000Factors,
    among: readonly number[] = [...this.tubes.keys()],
    most = 4,
  ): { readonly lab: LabD65; readonly squared: number } {
    let best = { lab: target, squared: Number.POSITIVE_INFINITY };
    for (let size = 1; size <= Math.min(most, among.length); size++) {
      for (const subset of subsetsOf(among.length, size)) {
        const places = Uint8Array.from(subset, (place) => among[place] as number);
        for (let lead = 0; lead < size; lead++) {
          const start = Float64Array.from(places, (_, j) => (j === lead ? 1 : 0.15));
          const squared = this.solver.solve(target, factors, places, start, size, FINE);
          if (squared >= best.squared) continue;
          const [l, a, b] = this.solver.lab;
          best = { lab: [l, a, b] as unknown as LabD65, squared };
        }
      }
    }
    return best;
  }
}

export const planner = (ids: readonly string[], options = {}) =>
  new StringPlanner(paletteOf(ids), { bench: WHITE_BENCH, ...options });

/** A question about a brown, unless it says otherwise. */
export const asked = (question: Partial<StringQuestion>): StringQuestion => ({
  base: { kind: "colour", lab: labD65(45, 25, 30) },
  rows: evenRows(5),
  lighten: "white",
  darken: "family",
  chroma: "arc",
  maxTubes: 4,
  sharedWithin: 0.8,
  ...question,
});

/** What a study counts: of how many members, how many are as asked. */
export function tally() {
  let [all, good] = [0, 0];
  return {
    add: (isGood: boolean) => {
      all++;
      if (isGood) good++;
    },
    share: () => (all === 0 ? 1 : good / all),
  };
}
