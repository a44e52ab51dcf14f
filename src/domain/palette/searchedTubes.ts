/** Which tubes of a box a choice is made from. */
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import type { Tube } from "../tube/tube";
import { ladderOfTube } from "../tube/smear";

/** More tubes than this are not searched at once: the time grows with their fourth power. */
const MOST_SEARCHED = 40;
/** Steps of a smear's ladder by which tubes are told apart: alone, and in four parts of white. */
const TOLD_BY = [0, 3] as const;

/**
 * The tubes that a choice is made from: all of a usual box; of hundreds the held ones and then, one after the
 * other, the tube that is most unlike all that are taken already.
 */
export function searchedTubes(
  tubes: readonly Tube[],
  heldIds: readonly string[],
  most = MOST_SEARCHED,
): readonly Tube[] {
  if (tubes.length <= most) return tubes;
  const rows = tubes.map((tube) => ({ tube, ladder: ladderOfTube(tube), nearest: Number.POSITIVE_INFINITY }));
  const taken: (typeof rows)[number][] = [];
  const take = (row: (typeof rows)[number]): void => {
    taken.push(row);
    for (const other of rows) other.nearest = Math.min(other.nearest, unlikeness(row.ladder, other.ladder));
  };
  for (const row of rows.filter(({ tube }) => heldIds.includes(tube.id))) take(row);
  while (taken.length < most) {
    const next = rows
      .filter((row) => !taken.includes(row))
      .reduce((best, row) => (row.nearest > best.nearest ? row : best));
    take(next);
  }
  return tubes.filter((tube) => taken.some((row) => row.tube === tube));
}

function unlikeness(one: readonly LabD65[], other: readonly LabD65[]): number {
  return TOLD_BY.reduce<number>((sum, step) => {
    const [a, b] = [one[step], other[step]];
    return a && b ? sum + deltaE2000(a, b) : Number.POSITIVE_INFINITY;
  }, 0);
}

/** Tubes of a palette that are still in the box, in its order. */
export function tubesOf(tubeIds: readonly string[], tubeById: ReadonlyMap<string, Tube>): readonly Tube[] {
  return tubeIds.flatMap((id) => {
    const tube = tubeById.get(id);
    return tube?.deletedAt === undefined && tube ? [tube] : [];
  });
}
