/** What is shown beside the target: the newest that is known of the paint. */
import type { BelievedPaint } from "./useBelievedPaint";
import type { LabD65 } from "../../../core/color/types";
import { labOfAdditions } from "../../../domain/mixture/color";
import { contentsOf } from "../../../domain/pile/contents";
import { type EyeDraft, labOfDraft } from "../../../domain/reading/eyeDraft";
import { labFromStored } from "../../../domain/reading/storedColor";
import type { InHand } from "./useBenchRow";
import type { Aim, Offers, Paint, Shown } from "./contexts";
import type { NoteStory } from "./useNoteStory";

export function shownBeside(
  { aim, wetOf }: Aim,
  { pile, reading, lastMatch }: NoteStory,
  { tubeById, doubtDeltaE2000, isAsking }: Paint & Pick<BelievedPaint, "doubtDeltaE2000" | "isAsking">,
  { chosen, again }: Pick<Offers, "chosen" | "again">,
  inHand: InHand,
  draft: EyeDraft | undefined,
): Shown | undefined {
  const wet = (dry: LabD65 | undefined): LabD65 | undefined => dry && wetOf(dry);
  if (draft) return { lab: labOfDraft(aim, draft), from: "draft" };
  // What was read is in what is believed of the tubes; a pile of unknown paint is what was read of it.
  const believed = wet(pile && labOfAdditions(contentsOf(pile), tubeById));
  if (believed)
    return reading
      ? { lab: believed, from: "reading", doubtDeltaE2000, isAsking }
      : { lab: believed, from: "pile" };
  if (reading) return { lab: labFromStored(reading.color), from: "reading" };
  // What was kept stays in sight until another recipe is taken up, or the paint has moved.
  const isResting = !again && inHand.chosenKey === undefined && lastMatch?.verdict !== "moved";
  if (isResting && lastMatch) return { lab: wetOf(labFromStored(lastMatch.result)), from: "kept" };
  const recipe = pile ? undefined : wet(chosen?.predicted);
  return recipe && { lab: recipe, from: "recipe" };
}

/** A finger on the rails spoke of the pile as it was; after the next addition it says nothing. */
export function liveDraft({ draft }: InHand, { pile }: NoteStory): EyeDraft | undefined {
  return pile && draft?.pileId === pile.id && draft.additionCount === pile.additions.length
    ? draft.miss
    : undefined;
}
