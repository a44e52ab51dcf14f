"use client";

/** The one file of the bench that meets the store and the solver. */
import { useLiveQuery } from "dexie-react-hooks";
import { useMemo, useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import type { AxisTolerance } from "../../core/describe/difference";
import type { Match, Note, Pile, Reading, StoredColor } from "../../persistence/schema";
import { labFromStored, storedFromLab } from "../../persistence/storedColor";
import {
  addReading,
  addToPile,
  keepMatch,
  readNoteHistory,
  readPile,
  readRecipe,
  setPileAside,
  undoLastAddition,
} from "../../persistence/studio";
import { labOfAdditions, totalsOf } from "../shared/paint";
import { useStudio } from "../shared/Studio";
import { type RecipesState, useRecipes } from "../shared/useRecipes";
import {
  type BenchRecipe,
  type BenchStep,
  benchRecipe,
  benchSteps,
  currentReading,
  EYE_UNCERTAINTY,
  type EyeDraft,
  labOfDraft,
  storedRecipeOf,
} from "./bench.model";
import { closenessOf, toleranceOf } from "./purpose";
import { type NextAdditionState, useNextAddition } from "./useNextAddition";

/** What is shown beside the target, and how it is known. */
export type Shown = {
  readonly lab: LabD65;
  readonly from: "recipe" | "pile" | "reading" | "draft";
};

export type Bench = {
  readonly note: Note;
  readonly target: LabD65;
  readonly search: RecipesState & { readonly retry: () => void };
  readonly recipes: readonly BenchRecipe[];
  readonly chosen: BenchRecipe | undefined;
  readonly choose: (key: string) => void;
  readonly pile: Pile | undefined;
  readonly steps: readonly BenchStep[];
  readonly reading: Reading | undefined;
  readonly lastMatch: Match | undefined;
  readonly shown: Shown | undefined;
  readonly hasDraft: boolean;
  readonly setDraft: (draft: EyeDraft | undefined) => void;
  /** Notes what was read of the pile as it lies now. */
  readonly read: (lab: LabD65, source: StoredColor["source"], uncertaintyDeltaE2000: number) => void;
  /** All readings of the open pile, oldest first. */
  readonly readings: readonly Reading[];
  /** How close the match has to come, for what it is for. */
  readonly tolerance: AxisTolerance;
  readonly next: NextAdditionState;
  readonly lay: (steps: readonly Pick<BenchStep, "tubeId" | "parts">[], isSuggested: boolean) => void;
  readonly undo: () => void;
  readonly setAside: () => void;
  readonly noteReading: () => void;
  readonly keep: () => void;
};

export function useBench(note: Note, againPileId: string | undefined): Bench {
  const { db, tubeById, board, attempt } = useStudio();
  const target = useMemo(() => labFromStored(note.target), [note.target]);
  const search = useRecipes(target);
  const history = useLiveQuery(() => readNoteHistory(db, note.id), [db, note.id]);
  const pile = history?.piles.filter((row) => row.state === "open").at(-1);
  const runningRecipe = useLiveQuery(
    () => (pile?.recipeId ? readRecipe(db, pile.recipeId) : undefined),
    [db, pile?.recipeId],
  );
  const again = useLiveQuery(() => (againPileId ? readPile(db, againPileId) : undefined), [db, againPileId]);
  const [chosenKey, setChosenKey] = useState<string>();
  const [draft, setDraft] = useState<{ additionCount: number; value: EyeDraft }>();

  const recipes = useMemo(() => {
    const found =
      search.status === "found" ? search.recipes.map((recipe) => benchRecipe(recipe, search.tubeIds)) : [];
    const fromLog =
      again && recipeFromPile(again, target, (additions) => labOfAdditions(additions, tubeById));
    return fromLog ? [fromLog, ...found] : found;
  }, [search, again, target, tubeById]);
  const chosen = recipes.find((recipe) => recipe.key === chosenKey) ?? recipes[0];

  const additions = pile?.additions ?? [];
  const additionCount = additions.length;
  const steps = benchSteps(pile ? (runningRecipe?.amounts ?? []) : (chosen?.amounts ?? []), additions);
  const readings = useMemo(
    () => (history?.readings ?? []).filter(({ pileId }) => pileId === pile?.id),
    [history, pile?.id],
  );
  const reading = currentReading(pile, readings);
  const tolerance = toleranceOf(note);
  const next = useNextAddition(
    pile && reading
      ? { pile, readings, target, toleranceDeltaE2000: closenessOf(tolerance), board, tubeById }
      : undefined,
  );
  // A finger on the rails spoke of the pile as it was; after the next addition it says nothing.
  const liveDraft = pile && draft?.additionCount === additionCount ? draft.value : undefined;
  const shown = shownOf(
    target,
    liveDraft,
    reading,
    labOfAdditions(additions, tubeById),
    pile ? undefined : chosen,
  );

  const readingOf = (value: EyeDraft) => ({
    noteId: note.id,
    pileId: pile?.id ?? "",
    color: storedFromLab(labOfDraft(target, value), "by-eye", EYE_UNCERTAINTY),
    film: "wet" as const,
  });

  return {
    note,
    target,
    search,
    recipes,
    chosen,
    choose: setChosenKey,
    pile,
    steps,
    reading,
    lastMatch: pile ? undefined : history?.matches.at(-1),
    shown,
    hasDraft: liveDraft !== undefined,
    setDraft: (value) => {
      setDraft(value && { additionCount, value });
    },
    readings,
    tolerance,
    next,
    read: (lab, source, uncertaintyDeltaE2000) => {
      if (!pile) return;
      const color = storedFromLab(lab, source, uncertaintyDeltaE2000);
      setDraft(undefined);
      attempt(addReading(db, { noteId: note.id, pileId: pile.id, color, film: "wet" }, Date.now()));
    },
    lay: (laid, isSuggested) => {
      const now = Date.now();
      const rows = laid.map(({ tubeId, parts }) => ({
        tubeId,
        parts,
        addedAt: now,
        ...(isSuggested
          ? { suggestedParts: steps.find((step) => !step.isDone && step.tubeId === tubeId)?.parts }
          : {}),
      }));
      attempt(addToPile(db, note.id, rows, chosen && isSuggested ? storedRecipeOf(chosen) : undefined, now));
    },
    undo: () => {
      if (pile) attempt(undoLastAddition(db, pile.id));
    },
    setAside: () => {
      if (pile) attempt(setPileAside(db, pile.id));
    },
    noteReading: () => {
      if (!pile || !liveDraft) return;
      setDraft(undefined);
      attempt(addReading(db, readingOf(liveDraft), Date.now()));
    },
    keep: () => {
      if (!pile) return;
      const kept = liveDraft ? readingOf(liveDraft) : reading;
      if (!kept) return;
      setDraft(undefined);
      const match = {
        paintingId: note.paintingId,
        noteId: note.id,
        pileId: pile.id,
        target: note.target,
        result: kept.color,
        deltaE2000: deltaE2000(target, labFromStored(kept.color)),
        remark: "",
      };
      attempt(keepMatch(db, match, kept, Date.now()));
    },
  };
}

function shownOf(
  target: LabD65,
  draft: EyeDraft | undefined,
  reading: Reading | undefined,
  pileLab: LabD65 | undefined,
  recipe: BenchRecipe | undefined,
): Shown | undefined {
  if (draft) return { lab: labOfDraft(target, draft), from: "draft" };
  if (reading) return { lab: labFromStored(reading.color), from: "reading" };
  if (pileLab) return { lab: pileLab, from: "pile" };
  return recipe && { lab: recipe.predicted, from: "recipe" };
}

/** A pile from the record, to be mixed again in the same amounts. */
function recipeFromPile(
  pile: Pile,
  target: LabD65,
  predict: (additions: Pile["additions"]) => LabD65 | undefined,
): BenchRecipe | undefined {
  const predicted = predict(pile.additions);
  if (!predicted) return undefined;
  const totals = totalsOf(pile.additions);
  const all = totals.reduce((sum, { parts }) => sum + parts, 0);
  return {
    key: `again-${pile.id}`,
    amounts: totals.map(({ tubeId, parts }) => ({ tubeId, parts, share: parts / all })),
    predicted,
    deltaE2000: deltaE2000(target, predicted),
    reasons: ["from-log"],
    touchiest: undefined,
  };
}
