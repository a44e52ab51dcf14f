/**
 * Narrowing down on a place between two others.
 *
 * Source of the golden sections: J. Kiefer, Proc. Amer. Math. Soc. 4(3), 502-506 (1953), doi:10.1090/S0002-9939-1953-0055639-3.
 */

const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * Where something stops being so.
 *
 * @param isBefore - true at `low`, false at `high`, and it turns but once between them.
 * @param steps - halvings.
 * @returns the nearest place at which it is not so.
 */
export function bisected(
  isBefore: (place: number) => boolean,
  low: number,
  high: number,
  steps: number,
): number {
  let before = low;
  let after = high;
  for (let step = 0; step < steps; step++) {
    const middle = (before + after) / 2;
    if (isBefore(middle)) before = middle;
    else after = middle;
  }
  return after;
}

/**
 * What costs least between two places, by golden sections: exact where costs have one valley there.
 *
 * @param costOf - infinite for what cannot be had.
 * @param steps - each leaves 0.618 of the way between the places, for one more evaluation.
 * @param known - the best before.
 * @returns the best of it and of all that was tried.
 */
export function cheapestBetween<T>(
  at: (place: number) => T,
  costOf: (found: T) => number,
  [low, high]: readonly [number, number],
  steps: number,
  known: T,
): T {
  let best = known;
  const tried = (place: number): { readonly place: number; readonly cost: number } => {
    const found = at(place);
    const cost = costOf(found);
    if (cost < costOf(best)) best = found;
    return { place, cost };
  };
  let from = low;
  let to = high;
  let left = tried(to - GOLDEN * (to - from));
  let right = tried(from + GOLDEN * (to - from));
  for (let step = 1; step < steps; step++) {
    if (left.cost < right.cost) {
      to = right.place;
      right = left;
      left = tried(to - GOLDEN * (to - from));
    } else {
      from = left.place;
      left = right;
      right = tried(from + GOLDEN * (to - from));
    }
  }
  return best;
}
