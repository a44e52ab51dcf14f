"use client";

import { deltaE2000 } from "../../../core/color/ciede2000";
import { labOfAdditions } from "../../../domain/mixture/color";
import { contentsOf } from "../../../domain/pile/contents";
import { expandLeftovers } from "../../../domain/pile/leftovers";
import type { Dose } from "../../../domain/pile/pile";
import type { PileStep } from "../../../domain/pile/plan";
import { type EyeDraft, labOfDraft } from "../../../domain/reading/eyeDraft";
import { labFromStored, storedFromLab } from "../../../domain/reading/storedColor";
import { EYE_UNCERTAINTY, GENERIC_UNCERTAINTY } from "../../../domain/reading/uncertainty";
import { type PaintRecipe, storedRecipeOf } from "../../../domain/recipe/paintRecipe";
import type { PileActions } from "../pile/usePileActions";
import type { Aim, Deeds, Hand, Paint } from "./contexts";
import type { NoteStory } from "./useNoteStory";

/** What the painter does to the paint, from what is shown to what is written. */
export function deedsOf(
  { note, target, aim, toDry }: Aim,
  { pile, reading }: NoteStory,
  { tubeById, leftovers }: Paint,
  {
    steps,
    chosen,
    draft,
  }: { steps: readonly PileStep[]; chosen: PaintRecipe | undefined; draft: EyeDraft | undefined },
  hand: Pick<Hand, "setDraft"> & { readonly putAway: () => void },
  actions: PileActions,
): Deeds {
  const wetReading = (value: EyeDraft) => ({
    noteId: note.id,
    pileId: pile?.id ?? "",
    color: storedFromLab(labOfDraft(aim, value), "by-eye", EYE_UNCERTAINTY),
    film: "wet" as const,
  });
  return {
    actions,
    lay: (laid, isSuggested, isOnce = true) => {
      const now = Date.now();
      const rows = laid.flatMap(({ tubeId, parts }) => {
        const step = steps.find((one) => !one.isDone && one.tubeId === tubeId);
        return expandLeftovers([{ tubeId, parts }], leftovers).map((amount: Dose) => ({
          ...amount,
          addedAt: now,
          ...(isSuggested && { suggestedParts: (amount.parts / parts) * (step?.parts ?? parts) }),
        }));
      });
      const recipe = chosen && isSuggested ? storedRecipeOf(chosen) : undefined;
      actions.add(rows, recipe, now, isOnce);
    },
    read: (lab, source, uncertaintyDeltaE2000) => {
      if (!pile) return;
      hand.setDraft(undefined);
      const color = storedFromLab(lab, source, uncertaintyDeltaE2000);
      actions.read({ noteId: note.id, pileId: pile.id, color, film: "wet" });
    },
    readDraft: () => {
      if (!pile || !draft) return;
      hand.setDraft(undefined);
      actions.read(wetReading(draft));
    },
    keep: () => {
      const last = draft ? wetReading(draft) : reading;
      if (!pile || !last) return;
      hand.putAway();
      const dry = toDry(labFromStored(last.color));
      const predicted = labOfAdditions(contentsOf(pile), tubeById);
      const match = {
        paintingId: note.paintingId,
        noteId: note.id,
        pileId: pile.id,
        target: note.target,
        result: { ...last.color, lab: dry },
        deltaE2000: deltaE2000(target, dry),
        ...(predicted && { predicted: storedFromLab(predicted, "predicted", GENERIC_UNCERTAINTY) }),
        remark: "",
      };
      actions.keep(match, last);
    },
  };
}
