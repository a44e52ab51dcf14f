/** What is shown beside the target: the newest that is known of the paint. */
import type { BelievedPaint } from "./useBelievedPaint";
import { labOfAdditions } from "../../../domain/mixture/color";
import { contentsOf } from "../../../domain/pile/contents";
import { type EyeDraft, labOfDraft } from "../../../domain/reading/eyeDraft";
import { labFromStored } from "../../../domain/reading/storedColor";
import type { InHand } from "../../../domain/pile/pile";
import type { Aim, Offers, Paint, Shown } from "./contexts";
import type { NoteStory } from "./useNoteStory";

type KnownPaint = Pick<Paint, "tubeById" | "wetOf"> & Pick<BelievedPaint, "doubtDeltaE2000" | "isAsking">;

/** A pile as it is known: undefined for one that was left streaky, which has no single colour. */
export function shownOfPile(
  { pile, reading }: Pick<NoteStory, "pile" | "reading">,
  { tubeById, wetOf, doubtDeltaE2000, isAsking }: KnownPaint,
): Shown | undefined {
  if (!pile || pile.isStreaky) return undefined;
  // What was read is in what is believed of the tubes; a pile of unknown paint is what was read of it.
  const believed = labOfAdditions(contentsOf(pile), tubeById);
  if (believed)
    return reading
      ? { lab: wetOf(believed), from: "reading", doubtDeltaE2000, isAsking }
      : { lab: wetOf(believed), from: "pile" };
  return reading && { lab: labFromStored(reading.color), from: "reading" };
}

export function shownBeside(
  { aim }: Aim,
  { pile, reading, lastMatch }: NoteStory,
  paint: KnownPaint,
  { chosen, again }: Pick<Offers, "chosen" | "again">,
  inHand: InHand,
  draft: EyeDraft | undefined,
): Shown | undefined {
  const { wetOf } = paint;
  if (draft) return { lab: labOfDraft(aim, draft), from: "draft" };
  const lying = shownOfPile({ pile, reading }, paint);
  if (lying || pile?.isStreaky) return lying;
  // What was kept stays in sight until another recipe is taken up, or the paint has moved.
  const isResting = !again && inHand.chosenKey === undefined && lastMatch?.verdict !== "moved";
  if (isResting && lastMatch) return { lab: wetOf(labFromStored(lastMatch.result)), from: "kept" };
  return !pile && chosen ? { lab: wetOf(chosen.predicted), from: "recipe" } : undefined;
}

/** A finger on the rails spoke of the pile as it was; after the next addition it says nothing. */
export function liveDraft({ draft }: InHand, { pile }: NoteStory): EyeDraft | undefined {
  return pile && draft?.pileId === pile.id && draft.additionCount === pile.additions.length
    ? draft.miss
    : undefined;
}
