/** A note that goes into wet paint: the aim moves, so that with what the brush takes up it comes out as meant. */
import type { LabD65 } from "../../core/color/types";
import { paintForWet } from "../../core/layers/intoWet";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { type GroundContext, labOfGround, reflectanceOf } from "../ground/seenGround";
import type { Note } from "./note";

export type AimIntoWet = {
  readonly aim: LabD65;
  /** The wet paint is darker than the colour allows: it will be soiled. */
  readonly isSoiled: boolean;
};

/** Undefined where the note goes on dry paint, or where the colour of the wet one is not known. */
export function aimIntoWet(
  target: LabD65,
  { ground }: Pick<Note, "ground">,
  context: GroundContext,
): AimIntoWet | undefined {
  if (!ground?.isWet || !ground.pickedUpShare) return undefined;
  const below = labOfGround(ground, context);
  const [wanted, lower] = [reflectanceOf(target), below && reflectanceOf(below)];
  if (!wanted || !lower) return undefined;
  const { paint, isSoiled } = paintForWet(wanted, lower, ground.pickedUpShare, PAINT_SURFACE);
  return { aim: labFromReflectance(paint, VIEWING.D65), isSoiled };
}
