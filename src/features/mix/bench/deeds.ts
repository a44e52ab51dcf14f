"use client";

import type { LabD65 } from "../../../core/color/types";
import { beliefOf, beliefQuestion, believedTubes } from "../../../domain/pile/belief";
import type { Dose, Pile } from "../../../domain/pile/pile";
import type { Reading } from "../../../domain/reading/reading";
import { solver } from "../../../workers/clients";
import type { BelievedPaint } from "./useBelievedPaint";
import { deltaE2000 } from "../../../core/color/ciede2000";
import { labOfAdditions } from "../../../domain/mixture/color";
import { contentsOf } from "../../../domain/pile/contents";
import { expandLeftovers } from "../../../domain/pile/leftovers";
import type { PileStep } from "../../../domain/pile/plan";
import { type EyeDraft, labOfDraft } from "../../../domain/reading/eyeDraft";
import { labFromStored, storedFromLab, type StoredColor } from "../../../domain/reading/storedColor";
import { EYE_UNCERTAINTY, GENERIC_UNCERTAINTY } from "../../../domain/reading/uncertainty";
import { type PaintRecipe, storedRecipeOf } from "../../../domain/recipe/paintRecipe";
import type { PileActions } from "../pile/usePileActions";
import type { Aim, Deeds, Hand } from "./contexts";
import type { DryingHere } from "./useAimOf";
import type { NoteStory } from "./useNoteStory";

type AtTheBench = {
  readonly paint: BelievedPaint;
  readonly steps: readonly PileStep[];
  readonly chosen: PaintRecipe | undefined;
  readonly actions: PileActions;
};

/** Paint that goes down, at any bench: older piles as the tubes that they were mixed from. */
export function layingOf({
  paint: { leftovers },
  steps,
  chosen,
  actions,
}: AtTheBench): Pick<Deeds, "lay" | "weigh" | "tryOut" | "actions"> {
  const put = (laid: readonly Dose[], how: "by-plan" | "weighed" | "by-hand", isOnce: boolean): void => {
    const now = Date.now();
    const rows = laid.flatMap(({ tubeId, parts }) => {
      const step = steps.find((one) => !one.isDone && one.tubeId === tubeId);
      return expandLeftovers([{ tubeId, parts }], leftovers).map((amount) => ({
        ...amount,
        addedAt: now,
        ...(how !== "by-hand" && { suggestedParts: (amount.parts / parts) * (step?.parts ?? parts) }),
        ...(how === "weighed" && { isWeighed: true }),
      }));
    });
    const recipe = chosen && how !== "by-hand" ? storedRecipeOf(chosen) : undefined;
    actions.add(rows, recipe, now, isOnce);
  };
  return {
    actions,
    lay: (laid, isSuggested, isOnce = true) => {
      put(laid, isSuggested ? "by-plan" : "by-hand", isOnce);
    },
    weigh: (dose) => {
      put([dose], "weighed", true);
    },
    tryOut: (share, doses) => {
      actions.startSample(share, expandLeftovers(doses, leftovers));
    },
  };
}

/** What the painter does to the paint of a note, from what is shown to what is written. */
export function deedsOf(
  { note, target, aim }: Aim,
  { pile, reading }: NoteStory,
  atBench: AtTheBench,
  { toDry }: DryingHere,
  draft: EyeDraft | undefined,
  hand: Pick<Hand, "setDraft"> & { readonly putAway: () => void },
  /** One step of the painter's value scale, L*. */
  stepOf: number,
): Deeds {
  const { paint, actions } = atBench;
  const { tubeById } = paint;
  const wetReading = (value: EyeDraft) => ({
    noteId: note.id,
    pileId: pile?.id ?? "",
    color: asSeen(storedFromLab(labOfDraft(aim, value), "by-eye", EYE_UNCERTAINTY), aim, stepOf),
    film: "wet" as const,
  });
  return {
    ...layingOf(atBench),
    read: ({ lab, source, uncertaintyDeltaE2000, silent }, film) => {
      if (!pile) return;
      hand.setDraft(undefined);
      const color = storedFromLab(lab, source, uncertaintyDeltaE2000, silent);
      const beside = film === "wet" ? aim : target;
      actions.read({ noteId: note.id, pileId: pile.id, color: asSeen(color, beside, stepOf), film });
    },
    readDraft: () => {
      if (!pile || !draft) return;
      hand.setDraft(undefined);
      actions.read(wetReading(draft));
    },
    keep: () => {
      const last = draft ? wetReading(draft) : reading;
      if (!pile || !last || pile.isStreaky) return;
      hand.putAway();
      const predicted = labOfAdditions(contentsOf(pile), tubeById);
      actions.keep(async () => {
        const dry = (await believedWith(pile, last, paint)) ?? toDry(labFromStored(last.color));
        return {
          paintingId: note.paintingId,
          noteId: note.id,
          pileId: pile.id,
          target: note.target,
          result: { ...last.color, lab: dry },
          deltaE2000: deltaE2000(target, dry),
          ...(predicted && { predicted: storedFromLab(predicted, "predicted", GENERIC_UNCERTAINTY) }),
          remark: "",
        };
      }, last);
    },
  };
}

/** At a free pile nothing is aimed at: what is read of it is what it is, and kept it is as it lies. */
export function freeDeedsOf({ pile }: NoteStory, atBench: AtTheBench): Deeds {
  const { actions } = atBench;
  return {
    ...layingOf(atBench),
    read: ({ lab, source, uncertaintyDeltaE2000, silent }, film) => {
      if (pile)
        actions.read({
          pileId: pile.id,
          color: storedFromLab(lab, source, uncertaintyDeltaE2000, silent),
          film,
        });
    },
    readDraft: () => undefined,
    keep: actions.keepFree,
  };
}

/** Beside another value an eye judges a hue badly: over one step apart its doubt counts twice. */
function asSeen(color: StoredColor, beside: LabD65, perStep: number): StoredColor {
  const isFaint = color.source === "by-eye" && Math.abs(color.lab[0] - beside[0]) > perStep;
  return isFaint ? { ...color, faint: ["hue"] } : color;
}

/** What the pile is believed to be once this was read of it too; undefined where its paint is not known. */
async function believedWith(
  pile: Pile,
  last: Reading | Omit<Reading, "id" | "turn" | "takenAt">,
  { tubeById, story, readings, driesTo, ownHand }: BelievedPaint,
): Promise<LabD65 | undefined> {
  const all =
    "id" in last
      ? readings
      : [...readings, { ...last, id: "being-kept", turn: Number.MAX_SAFE_INTEGER, takenAt: Date.now() }];
  const asked = beliefQuestion(pile, story, all, tubeById, driesTo, ownHand);
  const answer = asked && (await solver.ask((remote) => remote.believe(asked.request)));
  if (!asked || !answer?.ok) return undefined;
  const belief = beliefOf(asked, answer.value);
  return labOfAdditions(contentsOf(pile), believedTubes(tubeById, belief));
}
