/**
 * A note that shall look right beside its neighbours keeps the subject's step to them: what was really mixed for them
 * moves the aim along.
 */
import { type LabD65, labD65 } from "../../core/color/types";
import type { Match } from "../match/match";
import { labFromStored } from "../reading/storedColor";
import type { Note } from "./note";

/** So many neighbours, the nearest in the picture, decide. */
const MOST_NEIGHBOURS = 3;

/**
 * @param notes - of the same painting.
 * @param matches - of that painting; the newest of each note counts.
 * @returns how far the neighbours came out from their own targets, in L*, a*, b*; nothing while none is mixed.
 */
export function relationShift(
  note: Note,
  notes: readonly Note[],
  matches: readonly Match[],
): readonly [number, number, number] {
  const neighbours = notes
    .filter(({ id }) => id !== note.id)
    .flatMap((other) => {
      const [newest] = matches
        .filter(({ noteId }) => noteId === other.id)
        .sort((a, b) => b.keptAt - a.keptAt);
      return newest ? [{ match: newest, distance: distanceBetween(note, other) }] : [];
    })
    .sort((one, other) => one.distance - other.distance)
    .slice(0, MOST_NEIGHBOURS);
  const mean = (axis: 0 | 1 | 2): number =>
    neighbours.reduce(
      (sum, { match }) => sum + labFromStored(match.result)[axis] - labFromStored(match.target)[axis],
      0,
    ) / Math.max(1, neighbours.length);
  return [mean(0), mean(1), mean(2)];
}

export function shifted(lab: LabD65, [l, a, b]: readonly [number, number, number]): LabD65 {
  return labD65(Math.max(0, Math.min(100, lab[0] + l)), lab[1] + a, lab[2] + b);
}

/** In pixels of one picture; notes of which one has no place there are all as far. */
function distanceBetween({ place: one }: Note, { place: other }: Note): number {
  if (!one || one.pictureId !== other?.pictureId) return Number.MAX_VALUE;
  return Math.hypot(one.xPx - other.xPx, one.yPx - other.yPx);
}
