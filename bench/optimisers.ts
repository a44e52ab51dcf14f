/**
 * The subset solver beside two general-purpose optimisers of the registry: the same subsets, the same start,
 * the same colour model, the same objective (ΔE00²), each run until it is as accurate as it gets.
 */
import { levenbergMarquardt } from "ml-levenberg-marquardt";
import numeric from "numeric";
import { REFERENCE_FACTORS, writeResidualsOfDeltaE2000 } from "../src/core/color/ciede2000";
import type { LabD65 } from "../src/core/color/types";
import type { MixtureEvaluator } from "../src/core/mixing/mixtureEvaluator";
import { buildStartLattice, type RankedSubset, rankSubsets } from "../src/core/recipe/startLattice";
import { type SolverEffort, subsetSolver } from "../src/core/recipe/subsetSolver";
import { mixerOf, modelOf, reachableTargets, TWELVE } from "./engine";
import type { Figure } from "./report";

const TARGETS = 25;
const SUBSETS_PER_TARGET = 12;
const SIZE = 4;
const ROUNDS = 12;
/** Two answers are equally accurate when their ΔE00 differ by no more than this. */
const AS_ACCURATE = 0.01;
/** ΔE00² at which all of them may stop: half of what counts as accurate. */
const GOOD_ENOUGH = (AS_ACCURATE / 2) ** 2;
const EFFORT: SolverEffort = {
  maxIterations: 60,
  goodEnough: GOOD_ENOUGH,
  relativeGain: 1e-3,
};

type Task = { readonly target: LabD65; readonly ranked: RankedSubset };
/** Solves a task and returns the ΔE00 that it comes to. */
type Method = (task: Task) => number;

export function optimiserFigures(): Figure[] {
  const mixer = mixerOf(TWELVE);
  // The others keep the plain form: the kernel is part of our own way.
  const solver = subsetSolver(modelOf(TWELVE));
  const unit = (tube: number): number => solver.unitVolume(tube);
  const lattice = buildStartLattice(mixer, unit, SIZE);
  const tasks = reachableTargets(TWELVE, 3, TARGETS, 77).flatMap((target) =>
    rankSubsets(mixer, lattice, { target, factors: REFERENCE_FACTORS }, SIZE)
      .within(Number.POSITIVE_INFINITY, SIZE)
      .slice(0, SUBSETS_PER_TARGET)
      .map((ranked): Task => ({ target, ranked })),
  );
  const own: Method = ({ target, ranked }) =>
    Math.sqrt(solver.solve(target, REFERENCE_FACTORS, ranked.subset.tubes, ranked.start, SIZE, EFFORT));
  const others: Readonly<Record<string, Method>> = {
    "a quasi-Newton method (numeric)": (task) => solveByQuasiNewton(mixer, unit, task),
    "Levenberg-Marquardt (ml-levenberg-marquardt)": (task) => solveByMarquardt(mixer, unit, task),
  };
  const reached = [own, ...Object.values(others)].map((method) => tasks.map(method));
  const best = tasks.map((_, i) => Math.min(...reached.map((run) => run[i] ?? Number.NaN)));
  const exactTasks = (run: readonly number[] | undefined): readonly Task[] =>
    tasks.filter((_, i) => (run?.[i] ?? Number.NaN) <= (best[i] ?? Number.NaN) + AS_ACCURATE);
  const ownExact = exactTasks(reached[0]);
  return [
    ...Object.entries(others).flatMap(([name, method], i): Figure[] => {
      const exact = exactTasks(reached[i + 1]);
      // Speed is compared where both are as accurate; where the other falls short it has no time to compare.
      const same = exact.filter((task) => ownExact.includes(task));
      return [
        {
          what: `times faster than ${name}, same accuracy`,
          measured: shortestRound(same, method) / shortestRound(same, own),
          unit: "×",
          atLeast: 20,
        },
        {
          what: "  share of subsets that it solves to within ΔE00 0.01 of the best",
          measured: exact.length / tasks.length,
          unit: "",
        },
      ];
    }),
    { what: "the same share for our own solver", measured: ownExact.length / tasks.length, unit: "" },
  ];
}

/** Milliseconds for all tasks in the quickest of several rounds: what else the machine does is not the method's. */
function shortestRound(tasks: readonly Task[], method: Method): number {
  let shortest = Number.POSITIVE_INFINITY;
  for (let round = 0; round < ROUNDS; round++) {
    const started = performance.now();
    for (const task of tasks) method(task);
    shortest = Math.min(shortest, performance.now() - started);
  }
  return shortest;
}

/** Residuals of a task at scaled volumes; the evaluator of the searches itself, so that nobody is slowed by it. */
function residualsOf(
  mixer: MixtureEvaluator,
  unit: (tube: number) => number,
  { target, ranked }: Task,
): (scaled: readonly number[]) => Float64Array {
  const { tubes } = ranked.subset;
  const lab = new Float64Array(3);
  const residuals = new Float64Array(3);
  const volumes = new Float64Array(SIZE);
  const [l, a, b] = target;
  return (scaled) => {
    for (let j = 0; j < SIZE; j++) volumes[j] = (scaled[j] as number) * unit(tubes[j] as number);
    mixer.writeLab(lab, tubes, volumes, SIZE);
    const [ownL, ownA, ownB] = [lab[0] as number, lab[1] as number, lab[2] as number];
    writeResidualsOfDeltaE2000(residuals, 0, l, a, b, ownL, ownA, ownB, REFERENCE_FACTORS);
    return residuals;
  };
}

/** Volumes as squares, so that none is negative: with bounds instead, the library below fails twice as often. */
function squared(root: number): number {
  return root * root + 1e-12;
}

function solveByQuasiNewton(mixer: MixtureEvaluator, unit: (tube: number) => number, task: Task): number {
  const residuals = residualsOf(mixer, unit, task);
  const { f } = numeric.uncmin(
    (roots: number[]) => {
      const [r0 = 0, r1 = 0, r2 = 0] = residuals(roots.map(squared));
      return r0 * r0 + r1 * r1 + r2 * r2;
    },
    Array.from(task.ranked.start, Math.sqrt),
    1e-7,
  );
  return Math.sqrt(f);
}

function solveByMarquardt(mixer: MixtureEvaluator, unit: (tube: number) => number, task: Task): number {
  const residuals = residualsOf(mixer, unit, task);
  const { parameterValues } = levenbergMarquardt(
    { x: [0, 1, 2], y: [0, 0, 0] },
    (roots: number[]) => {
      // Once per point, not once per row: the library asks for the rows one by one.
      const [r0 = Number.NaN, r1 = Number.NaN, r2 = Number.NaN] = residuals(roots.map(squared));
      return (row: number) => (row === 0 ? r0 : row === 1 ? r1 : r2);
    },
    {
      initialValues: Array.from(task.ranked.start, Math.sqrt),
      gradientDifference: 1e-5,
      damping: 1e-3,
      maxIterations: 60,
      errorTolerance: GOOD_ENOUGH,
      centralDifference: false,
    },
  );
  const [r0 = 0, r1 = 0, r2 = 0] = residuals(parameterValues.map(squared));
  return Math.hypot(r0, r1, r2);
}
