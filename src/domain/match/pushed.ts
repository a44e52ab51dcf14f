/** Which kept colours look different once another is kept beside them. */
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { type Push, surroundPush } from "../../core/layers/surround";
import type { Note } from "../note/note";
import { labFromStored } from "../reading/storedColor";
import type { Match } from "./match";

export type PushedMatch = { readonly note: Note; readonly lab: LabD65; readonly push: Push };

/** A colour that was read beside a note is another note's when it is this near, ΔE00. */
const SAME_COLOR = 8;
/** Spots in one picture lie beside each other up to so many times their radii. */
const BESIDE_RADII = 5;

/** Whether one lies beside the other: by what was read around them, or by their places. Unknown places may touch. */
function liesBeside(one: Note, other: Note): boolean {
  if (!one.place || !other.place) return true;
  const target = labFromStored(one.target);
  if (one.place.pictureId !== other.place.pictureId) return false;
  const distance = Math.hypot(one.place.xPx - other.place.xPx, one.place.yPx - other.place.yPx);
  return (
    distance <= BESIDE_RADII * (one.place.radiusPx + other.place.radiusPx) ||
    other.place.neighbours.some(({ color }) => deltaE2000(labFromStored(color), target) < SAME_COLOR)
  );
}

/**
 * Kept neighbours that a match pushes by more than so much, the most pushed first.
 *
 * @param least - of the whole push, in units of L*, a*, b*.
 */
export function pushedBy(
  match: Match,
  matches: readonly Match[],
  noteById: ReadonlyMap<string, Note>,
  least: number,
): readonly PushedMatch[] {
  const own = noteById.get(match.noteId);
  if (!own) return [];
  const newest = new Map<string, Match>();
  for (const other of matches) {
    const before = newest.get(other.noteId);
    if (other.noteId !== match.noteId && (!before || before.keptAt < other.keptAt))
      newest.set(other.noteId, other);
  }
  return [...newest.values()]
    .flatMap((other) => {
      const note = noteById.get(other.noteId);
      if (!note || !liesBeside(own, note)) return [];
      const lab = labFromStored(other.result);
      const push = surroundPush(lab, labFromStored(match.result));
      return Math.hypot(...push) > least ? [{ note, lab, push }] : [];
    })
    .sort((one, other) => Math.hypot(...other.push) - Math.hypot(...one.push));
}
