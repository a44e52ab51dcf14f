/** Tubes as they are over a ground of their own: a wash for one note or pile may run over another paper. */
import type { Tube } from "../tube/tube";
import { overPaper } from "../tube/water";
import type { Ground } from "./ground";
import { type GroundContext, seenOfGround } from "./seenGround";

/** The same where nothing else lies there, where it is wet (then it mixes in), or where its colour is not known. */
export function tubesOver(
  ground: Ground | undefined,
  tubeById: ReadonlyMap<string, Tube>,
  context: GroundContext,
): ReadonlyMap<string, Tube> {
  const seen = ground && !ground.isWet ? seenOfGround(ground, context) : undefined;
  return seen ? overPaper(tubeById, seen) : tubeById;
}
