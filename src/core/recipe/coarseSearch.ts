/**
 * The sets of tubes that can come near a target, each solved a few steps: those whose mixtures in the lattice lie near, then
 * sets of more tubes than the lattice holds, grown from the best smaller ones.
 */
import { aimAt, distanceFrom } from "../color/aimDistance";
import type { ColorModel } from "../mixing/colorModel";
import { zeros } from "../numbers";
import type { NumberRow } from "../spectrum/types";
import { OTHER_TUBES_COST } from "./answers";
import { bestOf, bySquared, type Solved } from "./candidates";
import { bitsOf, type LatticeSubset, type RankedLattice, rankExactly } from "./startLattice";
import { COARSE, MAX_TUBES_PER_RECIPE, type SolverEffort, type SubsetSolver } from "./subsetSolver";
import type { RecipeQuery } from "./types";

/**
 * A start may be this much further from the target, in ΔE00, than the best mixture of its subset. Measured
 * with 12 tubes: 5 finds the same answers as 14 on 700 targets within reach and 200 outside, in 60 % of the
 * time; at 3 the first answer gets lost.
 */
const LATTICE_CELL = 5;
/** At least so many subsets are solved, however far their starts are: far targets lie outside all cells. */
const LEAST_SUBSETS = 40;
/** Beyond ΔE00 1 a target counts as out of reach: of so many subsets that look near, so many that are are tried again. */
const OUT_OF_REACH_SQUARED = 1;
const RANKED_AGAIN = 1000;
const OUTSIDE_SUBSETS = 140;
/** What {@link LATTICE_CELL} is within reach: outside, valleys are longer. */
const OUTSIDE_CELL = 8;
/** Exact answers (within ΔE00 0.1) among which the choice is made; the search for more of them then ends. */
const MOST_EXACT = 48;
const EXACT_SQUARED = 0.01;
/**
 * From so many tubes on, sets whose best is that of a smaller one are passed over where the target is within reach, and what
 * tells it: so much of the tube that is left out, scaled. Measured with 12 tubes: two fifths of the sets are left, and answers
 * are as close, as many and as good in every other respect on 630 targets within reach and outside.
 */
const LEAST_WITH_FACES = 4;
const A_LITTLE = 1e-3;
/** A set so near to the best so far, ΔE00, is tried with each other tube: what is missing may be that. */
const RIVAL = 0.25;
/** Smaller sets that are grown by one tube, and the scaled amount that the new tube starts from. */
const GROWN_SETS = 24;
const GROWN_START = 0.05;

/** Solves a set of tubes from scaled volumes. */
export type SolveSet = (tubes: Uint8Array, start: NumberRow, effort: SolverEffort) => Solved;

/** @param fromLattice - so many tubes are in the sets of the lattice at most. @param size - most tubes. */
export function coarseSearch(
  mixer: ColorModel,
  unitVolume: SubsetSolver["unitVolume"],
  solve: SolveSet,
  query: RecipeQuery,
  ranked: RankedLattice,
  fromLattice: number,
  size: number,
): Solved[] {
  const { target, factors, required = [], forbidden = [], toleranceDeltaE2000 } = query;
  const aim = aimAt(target, factors);
  const solved = new Map<number, Solved>();
  const volumes = zeros(MAX_TUBES_PER_RECIPE);
  const lab = zeros(3);
  let best = Number.POSITIVE_INFINITY;

  /** A few steps for each subset that can matter: small ones first, of each size the nearest starts first. */
  const fromStarts = (): void => {
    const least = ranked.distanceOfNth(LEAST_SUBSETS);
    const isReached = (): boolean => best <= OUT_OF_REACH_SQUARED;
    const worth = (): number =>
      Math.max(
        least,
        Math.sqrt(best) + LATTICE_CELL + (isReached() ? toleranceDeltaE2000 : OTHER_TUBES_COST),
      );
    let exactCount = 0;
    for (let held = 1; held <= fromLattice; held++)
      for (const { subset, start, distance } of ranked.within(worth(), held)) {
        // The nearer the best, the less is worth a try.
        if (distance > worth()) break;
        // Of many exact answers with as many tubes as allowed a painter sees one or two.
        if (held === query.maxTubes && exactCount >= MOST_EXACT) break;
        if (isReached() && held >= LEAST_WITH_FACES && isBestOnFace(subset, distance)) continue;
        const entry = solve(subset.tubes, start, COARSE);
        solved.set(subset.bits, entry);
        if (entry.squared < best) best = entry.squared;
        if (entry.squared < EXACT_SQUARED) exactCount++;
      }
  };

  /**
   * Whether the best mixture of a set is likely that of the set without one of its tubes: no start of its own is nearer, and
   * a little of that tube makes it worse. Of one that is nearly the best so far it is not asked.
   */
  const isBestOnFace = ({ tubes, bits }: LatticeSubset, startDistance: number): boolean => {
    let face: Solved | undefined;
    let left = -1;
    for (let j = 0; j < tubes.length; j++) {
      const one = solved.get(bits ^ (1 << (tubes[j] as number)));
      if (!one || (face && one.squared >= face.squared)) continue;
      face = one;
      left = j;
    }
    if (!face) return false;
    const distance = Math.sqrt(face.squared);
    const isRival = face.squared > EXACT_SQUARED && distance < Math.sqrt(best) + RIVAL;
    if (isRival || startDistance < distance) return false;
    const { scaled } = face;
    for (let j = 0; j < tubes.length; j++) {
      const units = j === left ? A_LITTLE : (scaled[j < left ? j : j - 1] as number);
      volumes[j] = units * unitVolume(tubes[j] as number);
    }
    mixer.writeLab(lab, tubes, volumes, tubes.length);
    return distanceFrom(aim, lab[0] as number, lab[1] as number, lab[2] as number) > distance;
  };

  /** A target outside has several valleys: the subsets nearest to it are tried from two starts in them. */
  const outside = (rough: Solved[]): void => {
    const nearest = ranked.within(Number.POSITIVE_INFINITY).slice(0, RANKED_AGAIN);
    const subsets = nearest.map(({ subset }) => subset);
    best = bestOf(rough);
    for (const { subset, start, second, distance } of rankExactly(subsets, aim).slice(0, OUTSIDE_SUBSETS)) {
      if (distance > Math.sqrt(best) + OUTSIDE_CELL) break;
      for (const from of start === second ? [start] : [start, second]) {
        const entry = solve(subset.tubes, from, COARSE);
        rough.push(entry);
        best = Math.min(best, entry.squared);
      }
    }
  };

  /** Sets of so many tubes from the best smaller ones: every allowed tube is tried with each of them. */
  const grow = (rough: Solved[], held: number): void => {
    const seeds =
      rough.length > 0
        ? [...rough].sort(bySquared).filter(({ tubes }) => tubes.length === held - 1)
        : [{ tubes: Uint8Array.from(required), scaled: zeros(required.length).fill(1) }];
    const seen = new Set<number>();
    for (const { tubes, scaled } of seeds.slice(0, GROWN_SETS)) {
      if (tubes.length === held) rough.push(solve(tubes, scaled, COARSE));
      if (tubes.length !== held - 1) continue;
      for (let tube = 0; tube < mixer.tubeCount; tube++) {
        if (tubes.includes(tube) || forbidden.includes(tube)) continue;
        const grown = [...tubes, tube].sort((one, other) => one - other);
        const key = bitsOf(grown);
        if (seen.has(key)) continue;
        seen.add(key);
        const start = grown.map((one) => scaled[tubes.indexOf(one)] ?? GROWN_START);
        rough.push(solve(Uint8Array.from(grown), start, COARSE));
      }
    }
  };

  fromStarts();
  const rough = [...solved.values()];
  if (bestOf(rough) > OUT_OF_REACH_SQUARED) outside(rough);
  for (let held = fromLattice + 1; held <= size; held++) grow(rough, held);
  return rough;
}
