"use client";

/** The bench by subject: each part of it reads what it needs and no more. */
import { createContext, useContext } from "react";
import type { LabD65 } from "../../../core/color/types";
import type { AxisTolerance } from "../../../core/describe/difference";
import type { Match } from "../../../domain/match/match";
import type { Drying } from "../../../domain/mixture/drying";
import type { Ingredient } from "../../../domain/pile/ingredients";
import type { PaintHistory } from "../../../domain/pile/lastDeed";
import type { AimIntoWet } from "../../../domain/note/wetGround";
import type { Note } from "../../../domain/note/note";
import type { Dose, Pile } from "../../../domain/pile/pile";
import type { PilePlan } from "../../../domain/pile/plan";
import type { EyeDraft } from "../../../domain/reading/eyeDraft";
import type { FilmState, Reading } from "../../../domain/reading/reading";
import type { TakenColour } from "../../../kit/reading/taken";
import type { PaintRecipe } from "../../../domain/recipe/paintRecipe";
import type { Tube } from "../../../domain/tube/tube";
import type { FoundRecipes } from "../../../kit/query/useRecipes";
import type { Task } from "../../../kit/query/useTask";
import type { PileActions } from "../pile/usePileActions";
import type { Advice } from "../correct/useNextAddition";

/** What is aimed at. */
export type Aim = {
  readonly note: Note;
  /** The colour that the dry paint shall have. */
  readonly target: LabD65;
  /** What the wet pile has to look like for that; the target itself where paint does not move. */
  readonly aim: LabD65;
  /** How far the neighbours of the note moved it, in L*, a*, b*. */
  readonly shift: readonly [number, number, number];
  /** How wet paint below the note moved it; undefined on a dry ground. */
  readonly intoWet: AimIntoWet | undefined;
  /** How close the match has to come, for what it is for. */
  readonly tolerance: AxisTolerance;
};

/** All paint that there is: tubes, and older piles; and how what lies here dries. */
export type Paint = {
  readonly tubeById: ReadonlyMap<string, Tube>;
  /** Every pile that paint may have been taken from. */
  readonly leftovers: readonly Pile[];
  /** Those that can go into a mixture here. */
  readonly ingredients: readonly Ingredient[];
  readonly drying: Drying | undefined;
  /** Of a colour that is predicted dry: how it looks while it is wet. */
  readonly wetOf: (dry: LabD65) => LabD65;
  readonly toDry: (wet: LabD65) => LabD65;
};

/** What lies on the board for this note, and what was read and kept of it. */
export type Story = {
  readonly pile: Pile | undefined;
  /** True while a sample on the side stands for its pile. */
  readonly isSample: boolean;
  /** False until the store has told what lies here: till then no pile means nothing. */
  readonly isRead: boolean;
  readonly plan: PilePlan;
  readonly reading: Reading | undefined;
  /** All readings of the open pile, in turn. */
  readonly readings: readonly Reading[];
  readonly lastMatch: Match | undefined;
  /** All piles here, whether they lie open, were kept or set aside, and what was read of them. */
  readonly history: PaintHistory;
};

/** What is offered: recipes, and what to add next. */
export type Offers = {
  readonly search: Task<FoundRecipes>;
  readonly recipes: readonly PaintRecipe[];
  readonly chosen: PaintRecipe | undefined;
  /** Parts that are wanted in all, margin and all; undefined for a pile of any size. */
  readonly wantedParts: number | undefined;
  /** The pile from the record that is mixed again. */
  readonly again: Pile | undefined;
  readonly next: Task<Advice>;
  /** What a pile of a string is called, planned or begun; undefined for any other. */
  readonly memberName?: string | undefined;
};

/** What is chosen and entered but not paint yet. */
export type Hand = {
  readonly required: readonly string[];
  readonly forbidden: readonly string[];
  readonly hasDraft: boolean;
  readonly choose: (key: string) => void;
  /** Changes amounts by hand; undefined goes back to the recipe. */
  readonly changeByHand: (amounts: readonly Dose[] | undefined) => void;
  readonly setWishes: (wishes: { readonly required: string[]; readonly forbidden: string[] }) => void;
  readonly setDraft: (draft: EyeDraft | undefined) => void;
};

/** What is done to the paint. */
export type Deeds = {
  /** @param isOnce - false for a dose by hand: tapped twice, it is two doses. */
  readonly lay: (doses: readonly Dose[], isSuggested: boolean, isOnce?: boolean) => void;
  /** A dose of the plan, as the scale showed it. */
  readonly weigh: (dose: Dose) => void;
  /** Takes a share of the pile aside and adds to that alone. */
  readonly tryOut: (share: number, doses: readonly Dose[]) => void;
  /** Records what was read of the pile as it lies now, and in which state it was seen. */
  readonly read: (
    taken: Pick<TakenColour, "lab" | "source" | "uncertaintyDeltaE2000" | "silent">,
    film: FilmState,
  ) => void;
  /** Records the finger on the rails. */
  readonly readDraft: () => void;
  readonly keep: () => void;
  readonly actions: PileActions;
};

/** What is shown beside the target, and how it is known. */
export type Shown = {
  readonly lab: LabD65;
  readonly from: "recipe" | "pile" | "reading" | "draft" | "kept";
  /** Of what is believed after a look: one standard deviation, ΔE00. */
  readonly doubtDeltaE2000?: number | undefined;
  /** While what was read last is worked out. */
  readonly isAsking?: boolean;
};

export const AimContext = createContext<Aim | undefined>(undefined);
export const PaintContext = createContext<Paint | undefined>(undefined);
export const StoryContext = createContext<Story | undefined>(undefined);
export const OffersContext = createContext<Offers | undefined>(undefined);
export const HandContext = createContext<Hand | undefined>(undefined);
export const DeedsContext = createContext<Deeds | undefined>(undefined);
/** Undefined where nothing is to be compared yet. */
export const ShownContext = createContext<Shown | undefined>(undefined);

function needed<T>(value: T | undefined): T {
  if (value === undefined) throw new Error("This part of the bench needs a Bench around it");
  return value;
}

export const useAim = (): Aim => needed(useContext(AimContext));
/** Undefined at a free pile, which aims at nothing. */
export const useAimIfAny = (): Aim | undefined => useContext(AimContext);
export const usePaint = (): Paint => needed(useContext(PaintContext));
export const useStory = (): Story => needed(useContext(StoryContext));
export const useOffers = (): Offers => needed(useContext(OffersContext));
export const useHand = (): Hand => needed(useContext(HandContext));
export const useDeeds = (): Deeds => needed(useContext(DeedsContext));
export const useShown = (): Shown | undefined => useContext(ShownContext);
