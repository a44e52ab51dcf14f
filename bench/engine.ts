/** Speed of the core, warm, on one thread. */
import { DEFAULT_SIZES } from "../src/core/amounts/amounts";
import { aimDistance } from "../src/core/color/aimDistance";
import { REFERENCE_FACTORS } from "../src/core/color/ciede2000";
import { type LabD65, labD65 } from "../src/core/color/types";
import type { ColorModel } from "../src/core/mixing/colorModel";
import { MixtureEvaluator } from "../src/core/mixing/mixtureEvaluator";
import { opaqueModel } from "../src/core/mixing/opaqueModel";
import { createRng } from "../src/core/random/rng";
import { paletteMixer, type PaletteMixer } from "../src/core/recipe/paletteMixer";
import { recipeSearch } from "../src/core/recipe/search";
import { interiorLattice, subsetsOf } from "../src/core/recipe/subsets";
import { FINE, subsetSolver } from "../src/core/recipe/subsetSolver";
import { VIEWING } from "../src/data/standardViewing";
import { PAINT_SURFACE } from "../src/data/surface";
import { labOfMix, pigment } from "../tests/support/paint";
import { costOfOne, floorFigures } from "./floor";
import { quickest } from "./quickest";
import { type Figure, quantile } from "./report";

export const TWELVE = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "prussian-blue",
  "raw-umber",
  "yellow-ochre",
  "burnt-sienna",
  "quinacridone-magenta",
  "ultramarine-blue",
  "viridian",
  "cadmium-orange",
  "ivory-black",
];

export function mixerOf(ids: readonly string[]): MixtureEvaluator {
  return new MixtureEvaluator(
    ids.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
}

/** The same as a worker has it, with the kernel. */
export function modelOf(ids: readonly string[]): ColorModel {
  return opaqueModel(
    ids.map((id) => pigment(id).optics),
    VIEWING.D65,
    PAINT_SURFACE,
  );
}

/** Random mixtures by strength: targets that the tubes reach. */
export function reachableTargets(
  ids: readonly string[],
  tubesPerMix: number,
  count: number,
  seed: number,
): LabD65[] {
  const rng = createRng(seed);
  const mixer = mixerOf(ids);
  return Array.from({ length: count }, () => {
    const order = ids.map((id, i) => ({ id, i, key: rng.next() })).sort((a, b) => a.key - b.key);
    return labOfMix(
      Object.fromEntries(
        order.slice(0, tubesPerMix).map(({ id, i }) => [id, -Math.log(1 - rng.next()) / mixer.strengthOf(i)]),
      ),
    );
  });
}

export function engineFigures(): Figure[] {
  return [...evaluationFigures(), ...searchFigures(), ...accuracyFigures()];
}

/** Against mixtures that are known to give the target, and against solving every subset from many starts. */
function accuracyFigures(): Figure[] {
  const mixer = mixerOf(TWELVE);
  const search = recipeSearch(
    modelOf(TWELVE),
    TWELVE.map((id) => id.includes("black")),
  );
  const closest = (target: LabD65): number =>
    Math.min(
      ...search
        .search({ target, maxTubes: 4, factors: REFERENCE_FACTORS, toleranceDeltaE2000: 1, maxAnswers: 5 })
        .recipes.map(({ predicted }) => aimDistance(target, predicted)),
    );
  const within = [1, 2, 3, 4]
    .flatMap((tubesPerMix) => reachableTargets(TWELVE, tubesPerMix, 250, 30 + tubesPerMix))
    .filter((target) => closest(target) <= 0.05).length;
  const rng = createRng(41);
  const excess: number[] = [];
  while (excess.length < 200) {
    const radians = 2 * Math.PI * rng.next();
    const chroma = rng.between(50, 110);
    const target = labD65(rng.between(15, 95), chroma * Math.cos(radians), chroma * Math.sin(radians));
    const found = closest(target);
    if (found > 1) excess.push(found - everySubset(mixer, target));
  }
  return [
    {
      what: "reachable targets (1000) within ΔE00 0.05 of the mixture that made them",
      measured: within / 1000,
      unit: "",
      atLeast: 0.99,
    },
    {
      what: "targets out of reach (200): largest excess of the distance over every subset from many starts",
      measured: Math.max(...excess),
      unit: "ΔE00",
      atMost: 0.1,
    },
  ];
}

const REFERENCE_STARTS = 5;

/** The reference: every subset of up to four tubes, solved to the end from several spread starts. */
function everySubset(mixer: MixtureEvaluator, target: LabD65): number {
  const solver = subsetSolver(mixer);
  let best = Number.POSITIVE_INFINITY;
  for (let size = 1; size <= 4; size++) {
    const lattice = interiorLattice(size, size + 2);
    const starts = lattice.filter((_, i) => i % Math.ceil(lattice.length / REFERENCE_STARTS) === 0);
    for (const tubes of subsetsOf(mixer.tubeCount, size)) {
      for (const start of starts) {
        best = Math.min(best, solver.solve(target, REFERENCE_FACTORS, tubes, start, size, FINE));
      }
    }
  }
  return Math.sqrt(best);
}

function evaluationFigures(): Figure[] {
  const [four, six] = [costOfOne(4), costOfOne(6)];
  return [
    { what: "CIELAB of one mixture of 4 tubes", measured: four.plain, unit: "µs", atMost: 0.3 },
    { what: "the same with derivatives", measured: four.withSlopes, unit: "µs", atMost: 0.6 },
    { what: "  and as a coarse solve has it, with its distance", measured: four.rough, unit: "µs" },
    { what: "with derivatives, 6 tubes", measured: six.withSlopes, unit: "µs" },
  ];
}

/** Searches before the first that is timed: the lattice of starts is built once, and code gets warm. */
const WARM_UP = 30;

function searchFigures(): Figure[] {
  const mixer = (): PaletteMixer =>
    paletteMixer(
      TWELVE.map((id) => ({ optics: pigment(id).optics, isBlack: id.includes("black") })),
      VIEWING.D65,
      PAINT_SURFACE,
    );
  const targets = reachableTargets(TWELVE, 4, 150, 21);
  // Prices, so that every kind of answer is asked for.
  const pricePerVolume = TWELVE.map((_, tube) => 1 + (tube % 5));
  const ask = (palette: PaletteMixer, target: LabD65): void => {
    palette.recipesFor(
      {
        target,
        maxTubes: 4,
        factors: REFERENCE_FACTORS,
        toleranceDeltaE2000: 1,
        maxAnswers: 5,
        pricePerVolume,
      },
      { unit: "parts", sizes: DEFAULT_SIZES },
    );
  };
  const palette = mixer();
  const asked = targets.slice(WARM_UP);
  for (const target of targets.slice(0, WARM_UP)) ask(palette, target);
  const { times, sum, unrest } = quickest(
    asked.map((target) => () => {
      ask(palette, target);
    }),
  );
  return [
    {
      what: "recipe search, five answers laid in parts, 12 tubes, at most 4 each, median",
      measured: quantile(times, 0.5),
      unit: "ms",
      atMost: 2.5,
    },
    { what: "the same, 95th percentile", measured: quantile(times, 0.95), unit: "ms", atMost: 6 },
    { what: "  all of them", measured: sum, unit: "ms" },
    unrest,
    ...floorFigures(sum, () => {
      const own = mixer();
      for (const target of asked) ask(own, target);
    }),
  ];
}
