"use client";

/** The bench as its parts see it: target, recipes, pile, reading, and what can be done next. */
import { useLiveQuery } from "dexie-react-hooks";
import { useMemo } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import type { AxisTolerance } from "../../core/describe/difference";
import { contentsOf, volumeOf } from "../../domain/pile/contents";
import {
  type NoteHistory,
  readLeftovers,
  readNoteHistory,
  readPile,
  readRecipe,
  readWetAndDry,
} from "../../persistence/pileReads";
import type { Match } from "../../domain/match/match";
import type { Note } from "../../domain/note/note";
import type { Pile } from "../../domain/pile/pile";
import type { Reading } from "../../domain/reading/reading";
import type { StoredColor } from "../../domain/reading/storedColor";
import type { Tube } from "../../domain/tube/tube";
import { labFromStored, storedFromLab } from "../../domain/reading/storedColor";
import { type Drying, dryingOf, kindOfMixture } from "../../domain/mixture/drying";
import { expandLeftovers, leftoverAsTube } from "../../domain/pile/leftovers";
import { isBlackTube, isWhiteTube } from "../../domain/tube/kinds";
import { isWater } from "../../domain/tube/water";
import { labOfAdditions } from "../../domain/mixture/color";
import { opticsOfTube } from "../../domain/tube/optics";
import { useDb, useSettings, useStudio } from "../../kit/studio/useStudio";
import { type FoundRecipes, useRecipes } from "../../kit/query/useRecipes";
import { shownOf as lastOf, type Task } from "../../kit/query/useTask";
import type { BenchDilution } from "../../domain/pile/dilution";
import {
  type BenchRecipe,
  benchRecipe,
  plannedRecipe,
  recipeByHand,
  storedRecipeOf,
} from "../../domain/recipe/benchRecipe";
import { type BenchStep, benchPlan } from "../../domain/pile/plan";
import { currentReading } from "../../domain/pile/evidence";
import { EYE_UNCERTAINTY, GENERIC_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { type EyeDraft, labOfDraft } from "../../domain/reading/eyeDraft";
import { dilutionsOf } from "../../domain/pile/dilution";
import { closenessOf, factorsOf, toleranceOf } from "../../domain/match/purpose";
import { useBenchRow } from "./useBenchRow";
import { type Advice, useNextAddition } from "./useNextAddition";
import { type PileActions, usePileActions } from "./usePileActions";

/** What is shown beside the target, and how it is known. */
export type Shown = {
  readonly lab: LabD65;
  readonly from: "recipe" | "pile" | "reading" | "draft" | "kept";
};

type Amounts = readonly { readonly tubeId: string; readonly parts: number }[];

export type Bench = {
  readonly note: Note;
  /** The colour that the dry paint shall have. */
  readonly target: LabD65;
  /** What the wet pile has to look like for that; the target itself where paint does not move. */
  readonly aim: LabD65;
  readonly drying: Drying | undefined;
  /** Of a colour that is predicted dry: how it looks while it is wet. */
  readonly wetOf: (dry: LabD65) => LabD65;
  /** All tubes, and what is left of older piles. */
  readonly tubeById: ReadonlyMap<string, Tube>;
  readonly search: Task<FoundRecipes>;
  readonly recipes: readonly BenchRecipe[];
  readonly chosen: BenchRecipe | undefined;
  readonly choose: (key: string) => void;
  /** Changes amounts by hand; undefined goes back to the recipe. */
  readonly changeByHand: (amounts: Amounts | undefined) => void;
  readonly required: readonly string[];
  readonly forbidden: readonly string[];
  readonly setWishes: (wishes: { readonly required: string[]; readonly forbidden: string[] }) => void;
  readonly dilutions: readonly BenchDilution[];
  /** Parts that are wanted in all, margin and all; undefined for a pile of any size. */
  readonly wantedParts: number | undefined;
  /** The pile from the record that is mixed again. */
  readonly again: Pile | undefined;
  readonly pile: Pile | undefined;
  /** True while a sample on the side stands for its pile. */
  readonly isSample: boolean;
  readonly steps: readonly BenchStep[];
  /** How much larger the pile has to become than planned, for what was put down too much. */
  readonly growth: number;
  readonly reading: Reading | undefined;
  readonly lastMatch: Match | undefined;
  readonly shown: Shown | undefined;
  readonly hasDraft: boolean;
  readonly setDraft: (draft: EyeDraft | undefined) => void;
  /** Notes what was read of the pile as it lies now, wet. */
  readonly read: (lab: LabD65, source: StoredColor["source"], uncertaintyDeltaE2000: number) => void;
  /** All readings of the open pile, oldest first. */
  readonly readings: readonly Reading[];
  /** How close the match has to come, for what it is for. */
  readonly tolerance: AxisTolerance;
  readonly next: Task<Advice>;
  /** @param isOnce - false for a dose by hand: tapped twice, it is two doses. */
  readonly lay: (steps: Amounts, isSuggested: boolean, isOnce?: boolean) => void;
  readonly actions: PileActions;
  readonly noteReading: () => void;
  readonly keep: () => void;
};

const NONE: readonly never[] = [];
const NO_IDS: readonly string[] = [];

export function useBench(note: Note, againPileId: string | undefined): Bench {
  const db = useDb();
  const tubes = useStudio((studio) => studio.tubeById);
  const board = useStudio((studio) => studio.board);
  const notes = useStudio((studio) => studio.notes);
  const settings = useSettings();
  const target = useMemo(() => labFromStored(note.target), [note.target]);
  const [row, changeRow] = useBenchRow(note.id);
  const required = row.required ?? NO_IDS;
  const forbidden = row.forbidden ?? NO_IDS;

  const leftovers = useLiveQuery(() => readLeftovers(db), [db]) ?? NONE;
  const leftoverTubes = useMemo(
    () =>
      leftovers.flatMap((pile) => {
        const tube = leftoverAsTube(
          pile,
          notes.find(({ id }) => id === pile.noteId),
          tubes,
        );
        return tube ? [{ tube, leftParts: pile.leftParts ?? 0 }] : [];
      }),
    [leftovers, notes, tubes],
  );
  const tubeById = useMemo(
    () => new Map([...tubes, ...leftoverTubes.map(({ tube }) => [tube.id, tube] as const)]),
    [tubes, leftoverTubes],
  );

  const history = useLiveQuery(() => readNoteHistory(db, note.id), [db, note.id]);
  const main = history?.piles.filter(({ state }) => state === "open").at(-1);
  const sample = history?.piles.filter(({ state, side }) => state === "side" && side?.of === main?.id).at(-1);
  const pile = sample ?? main;
  const actions = usePileActions({ noteId: note.id, pile: main, sample, story: storyKeyOf(history) });
  const again = useLiveQuery(() => (againPileId ? readPile(db, againPileId) : undefined), [db, againPileId]);
  const runningRecipe = useLiveQuery(
    () => (main?.recipeId ? readRecipe(db, main.recipeId) : undefined),
    [db, main?.recipeId],
  );

  const { wanted } = note;
  const wantedParts = wanted && (wanted.ml * (1 + wanted.marginShare)) / settings.partMl;
  const tolerance = toleranceOf(note);
  const search = useRecipes(target, {
    required,
    forbidden,
    factors: factorsOf(tolerance),
    extra: leftoverTubes.map(({ tube, leftParts }) => ({
      tube,
      // Of a pile of no stated size, what is left can always be as much as is needed.
      mostShare: Math.min(1, leftParts / (wantedParts ?? leftParts)),
    })),
  });

  // The last answers stay while new ones are worked out, so that nothing jumps and no focus is lost.
  const answers = search.status === "failed" ? undefined : lastOf(search);

  const recipes = useMemo(() => {
    const lightnessOf = (tubeId: string): number => {
      const tube = tubeById.get(tubeId);
      return (
        (tube && (opticsOfTube(tube) ? labOfAdditions([{ tubeId, parts: 1 }], tubeById) : undefined))?.[0] ??
        0
      );
    };
    const predict = (amounts: Amounts): LabD65 | undefined => labOfAdditions(amounts, tubeById);
    const found = (answers?.recipes ?? []).map((recipe) => benchRecipe(recipe, answers?.tubeIds ?? []));
    // A wash is predicted as it will be laid down, rounded water and all.
    const laid = found.map((recipe) => {
      const predicted = recipe.amounts.some(isWater) ? predict(recipe.amounts) : undefined;
      return predicted ? { ...recipe, predicted, deltaE2000: deltaE2000(target, predicted) } : recipe;
    });
    const againAmounts = again ? contentsOf(again) : [];
    const fromLog = again && recipeByHand(`again-${again.id}`, "from-log", againAmounts, target, predict);
    const byHand = row.byHand && recipeByHand("by-hand", "by-hand", row.byHand, target, predict);
    return [
      ...(byHand ? [byHand] : []),
      ...[...(fromLog ? [fromLog] : []), ...laid].map((recipe) =>
        plannedRecipe(recipe, settings.school.start, lightnessOf, wantedParts),
      ),
    ];
  }, [answers, again, row.byHand, target, tubeById, wantedParts, settings.school.start]);
  const chosen = recipes.find((recipe) => recipe.key === row.chosenKey) ?? recipes[0];

  const contents = pile ? contentsOf(pile) : NONE;
  const kind = kindOfMixture(pile ? contents : (chosen?.amounts ?? NONE), tubeById);
  const pairs = useLiveQuery(() => readWetAndDry(db), [db]) ?? NONE;
  const { medium, grade } = kind ?? {};
  const drying = useMemo(
    () =>
      settings.allowsForDrying && medium && grade ? dryingOf({ medium, grade }, pairs, tubes) : undefined,
    [settings.allowsForDrying, medium, grade, pairs, tubes],
  );
  const wetOf = (dry: LabD65): LabD65 => (drying ? drying.toWet(dry) : dry);
  const toDry = (wet: LabD65): LabD65 => (drying ? drying.toDry(wet) : wet);
  const aim = wetOf(target);

  const additions = pile?.additions ?? NONE;
  const planned = scaledTo(
    main ? (runningRecipe?.amounts ?? NONE) : (chosen?.amounts ?? NONE),
    main ? wantedParts : undefined,
  );
  const { steps, growth } = benchPlan(sample ? NONE : planned, additions);
  const readings = useMemo(
    () => (history?.readings ?? []).filter(({ pileId }) => pileId === pile?.id || pileId === main?.id),
    [history, pile?.id, main?.id],
  );
  const reading = currentReading(pile, readings);
  const next = useNextAddition(
    pile && reading
      ? {
          pile,
          parent: sample ? main : undefined,
          readings,
          target,
          toDry,
          toleranceDeltaE2000: closenessOf(tolerance),
          board: board.filter(
            (tube) =>
              !forbidden.includes(tube.id) &&
              (settings.school.allowsBlack || !isBlackTube(tube)) &&
              (settings.school.lighten === "white" || !isWhiteTube(tube)),
          ),
          tubeById,
        }
      : undefined,
  );
  // A finger on the rails spoke of the pile as it was; after the next addition it says nothing.
  const { draft } = row;
  const liveDraft =
    pile && draft?.pileId === pile.id && draft.additionCount === additions.length ? draft.miss : undefined;
  const predicted = labOfAdditions(contents, tubeById);
  const lastMatch = pile ? undefined : history?.matches.at(-1);
  // What was kept stays in sight until another recipe is taken up, or the paint has moved.
  const isResting = !again && row.chosenKey === undefined && lastMatch?.verdict !== "moved";
  const kept = isResting && lastMatch ? wetOf(labFromStored(lastMatch.result)) : undefined;
  const shown = shownOf(
    aim,
    liveDraft,
    reading,
    predicted && wetOf(predicted),
    kept,
    pile || !chosen ? undefined : wetOf(chosen.predicted),
  );
  const setDraft = (draft: EyeDraft | undefined): void => {
    changeRow({
      draft: draft && pile ? { pileId: pile.id, additionCount: additions.length, miss: draft } : undefined,
    });
  };
  const readingOf = (value: EyeDraft) => ({
    noteId: note.id,
    pileId: pile?.id ?? "",
    color: storedFromLab(labOfDraft(aim, value), "by-eye", EYE_UNCERTAINTY),
    film: "wet" as const,
  });

  return {
    note,
    target,
    aim,
    drying,
    wetOf,
    tubeById,
    search,
    recipes,
    chosen,
    choose: (chosenKey) => {
      changeRow({ chosenKey });
    },
    changeByHand: (amounts) => {
      changeRow({
        byHand: amounts?.map(({ tubeId, parts }) => ({ tubeId, parts })),
        chosenKey: amounts ? "by-hand" : undefined,
      });
    },
    required,
    forbidden,
    setWishes: changeRow,
    dilutions: useMemo(
      () => (main || !chosen ? [] : dilutionsOf(chosen.amounts, target, tubeById, settings.sizes)),
      [main, chosen, target, tubeById, settings.sizes],
    ),
    wantedParts,
    again,
    pile,
    isSample: sample !== undefined,
    steps,
    growth,
    reading,
    lastMatch,
    shown,
    hasDraft: liveDraft !== undefined,
    setDraft,
    readings,
    tolerance,
    next,
    read: (lab, source, uncertaintyDeltaE2000) => {
      if (!pile) return;
      setDraft(undefined);
      const color = storedFromLab(lab, source, uncertaintyDeltaE2000);
      actions.read({ noteId: note.id, pileId: pile.id, color, film: "wet" });
    },
    lay: (laid, isSuggested, isOnce = true) => {
      const now = Date.now();
      const rows = laid.flatMap(({ tubeId, parts }) => {
        const step = steps.find((one) => !one.isDone && one.tubeId === tubeId);
        return expandLeftovers([{ tubeId, parts }], leftovers).map((amount) => ({
          ...amount,
          addedAt: now,
          ...(isSuggested && { suggestedParts: (amount.parts / parts) * (step?.parts ?? parts) }),
        }));
      });
      const recipe = chosen && isSuggested ? storedRecipeOf(chosen) : undefined;
      actions.add(rows, recipe, now, isOnce);
    },
    actions,
    noteReading: () => {
      if (!pile || !liveDraft) return;
      setDraft(undefined);
      actions.read(readingOf(liveDraft));
    },
    keep: () => {
      if (!pile) return;
      const last = liveDraft ? readingOf(liveDraft) : reading;
      if (!last) return;
      changeRow({ draft: undefined, chosenKey: undefined, byHand: undefined });
      const result = { ...last.color, lab: toDry(labFromStored(last.color)) };
      const match = {
        paintingId: note.paintingId,
        noteId: note.id,
        pileId: pile.id,
        target: note.target,
        result: { ...result, lab: [...result.lab] as [number, number, number] },
        deltaE2000: deltaE2000(target, result.lab),
        ...(predicted && { predicted: storedFromLab(predicted, "predicted", GENERIC_UNCERTAINTY) }),
        remark: "",
      };
      actions.keep(match, last);
    },
  };
}

/** Changes with everything that was done to the note's paint. */
function storyKeyOf(history: NoteHistory | undefined): string {
  const { piles = [], readings = [], matches = [] } = history ?? {};
  return JSON.stringify([
    piles.map(({ id, state, additions, scrapes }) => [id, state, additions.length, scrapes?.length]),
    readings.length,
    matches.map(({ id, verdict }) => [id, verdict]),
  ]);
}

/** The same amounts for a pile of another size. */
function scaledTo(amounts: Amounts, wantedParts: number | undefined): Amounts {
  if (wantedParts === undefined || amounts.length === 0) return amounts;
  const factor = wantedParts / volumeOf(amounts);
  return amounts.map(({ tubeId, parts }) => ({ tubeId, parts: parts * factor }));
}

function shownOf(
  aim: LabD65,
  draft: EyeDraft | undefined,
  reading: Reading | undefined,
  pile: LabD65 | undefined,
  kept: LabD65 | undefined,
  recipe: LabD65 | undefined,
): Shown | undefined {
  if (draft) return { lab: labOfDraft(aim, draft), from: "draft" };
  if (reading) return { lab: labFromStored(reading.color), from: "reading" };
  if (pile) return { lab: pile, from: "pile" };
  if (kept) return { lab: kept, from: "kept" };
  return recipe && { lab: recipe, from: "recipe" };
}
