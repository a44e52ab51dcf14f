"use client";

/** Where a dose goes that is tapped on the board: the bench that is open says so, and the board asks it. */
import type { Tube } from "../../domain/tube/tube";
import { handOver } from "./handOver";

export type DoseTaker = {
  /** What takes it, as in "the pile". */
  readonly into: string;
  /** Paint besides the tubes on the board: older piles, water; and what is said beside its name. */
  readonly extras: readonly { readonly tube: Tube; readonly detail: string }[];
  /** What a hand can lay of it, smallest first. */
  readonly amountsOf: (tube: Tube) => readonly { readonly parts: number; readonly words: string }[];
  readonly lay: (tubeId: string, parts: number) => void;
};

const doses = handOver<DoseTaker>();
export const takeDoses = doses.offer;
export const useDoseTaker = doses.useTaker;

/** Where a tube goes that is tapped on the board and is no dose. */
export type SmearTaker = {
  /** What a tap does, as in "Add a string of Raw umber"; nothing for a tube that is not taken. */
  readonly wordsOf: (tube: Tube) => string | undefined;
  readonly take: (tube: Tube) => void;
};

const smears = handOver<SmearTaker>();
export const takeSmears = smears.offer;
export const useSmearTaker = smears.useTaker;
