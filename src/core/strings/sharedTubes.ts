/**
 * One set of tubes for a whole string: the smallest with which every member stays within what the painter gives up.
 *
 * Sets are tried by size, hardest rows first, so that most are given up after one row. Of equally small sets the one
 * whose members lie nearest is taken.
 */
import { subsetsOf } from "../recipe/subsets";

export type SharedQuestion = {
  /** Places of the tubes that may be in it. */
  readonly pool: readonly number[];
  /** Tubes that have to be in it. */
  readonly required: readonly number[];
  /** The hardest first. */
  readonly rows: readonly number[];
  /** Distance of a row's best mixture of these tubes from its aim. */
  readonly distance: (tubes: readonly number[], row: number) => number;
  /** What each row may have at most. */
  readonly allowed: readonly number[];
  readonly mostTubes: number;
};

/** What is held and some of the free, in the palette's order. @param places - among the free. */
export function withPlaces(held: readonly number[], free: readonly number[], places: Uint8Array): number[] {
  const tubes = [...held];
  for (const place of places) tubes.push(free[place] as number);
  return tubes.sort((one, other) => one - other);
}

/** Undefined where no set of at most `mostTubes` serves all rows. */
export function sharedTubes({
  pool,
  required,
  rows,
  distance,
  allowed,
  mostTubes,
}: SharedQuestion): readonly number[] | undefined {
  const free = pool.filter((tube) => !required.includes(tube));
  for (let size = Math.max(1, required.length); size <= mostTubes; size++) {
    let best: readonly number[] | undefined;
    let least = Number.POSITIVE_INFINITY;
    const added =
      size === required.length ? [new Uint8Array()] : subsetsOf(free.length, size - required.length);
    for (const subset of added) {
      const tubes = withPlaces(required, free, subset);
      let sum = 0;
      for (const row of rows) {
        const own = distance(tubes, row);
        sum = own <= (allowed[row] as number) ? sum + own : Number.POSITIVE_INFINITY;
        if (sum >= least) break;
      }
      if (sum < least) [best, least] = [tubes, sum];
    }
    if (best) return best;
  }
  return undefined;
}
