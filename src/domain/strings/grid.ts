/** Strings of one painting on common rows: piles of equal value lie side by side, so that one is cooled with its neighbour. */
import type { ChromaRule, DarkenWay, LightenWay } from "../../core/strings/types";
import type { Dose } from "../pile/pile";
import type { StoredColor } from "../reading/storedColor";

export const MOST_ROWS = 12;
export const LEAST_ROWS = 2;
export const MOST_STRINGS = 12;

/** What a string is a family of, and where that came from. */
export type GridBase =
  | {
      readonly kind: "colour";
      readonly color: StoredColor;
      /** Its light and its shadow, where they were read. */
      readonly light?: StoredColor | undefined;
      readonly dark?: StoredColor | undefined;
      readonly noteId?: string | undefined;
    }
  | {
      readonly kind: "paint";
      readonly amounts: readonly Dose[];
      readonly pileId?: string | undefined;
    };

export type GridString = {
  readonly id: string;
  readonly name: string;
  readonly base: GridBase;
  readonly lighten: LightenWay;
  readonly darken: DarkenWay;
  readonly chroma: ChromaRule;
  /** Parts by row, where the painter set them by hand; the grid's own elsewhere. */
  readonly byHand?: readonly { readonly row: number; readonly parts: number }[] | undefined;
};

/** Which tubes a grid may use. */
export const GRID_TUBES = ["without-black", "palette", "box"] as const;
export type GridTubes = (typeof GRID_TUBES)[number];

export const GRID_AMOUNTS = ["equal", "by-notes"] as const;
export const GRID_RESERVES = ["none", "light", "dark", "both"] as const;

/** A member, or a parent pile, that was taken to the bench: the pile that follows this recipe is that member. */
export type TakenCell = {
  readonly stringId: string;
  /** Dry L* of the row; nothing for the parent pile. */
  readonly row?: number | undefined;
  readonly recipeId: string;
};

export type Grid = {
  readonly id: string;
  readonly paintingId: string;
  readonly name: string;
  /** Dry L*, lightest first. */
  readonly rows: readonly number[];
  readonly strings: readonly GridString[];
  readonly tubes: GridTubes;
  /** Parts of each pile. */
  readonly parts: number;
  readonly amounts: (typeof GRID_AMOUNTS)[number];
  /** ΔE00 that a member may give up so that its string needs fewer tubes. */
  readonly sharedWithin: number;
  /** Colours that several members need are mixed once and split. */
  readonly usesParents: boolean;
  /** The lightest and the darkest row are kept for the end of the painting. */
  readonly reserve: (typeof GRID_RESERVES)[number];
  readonly taken: readonly TakenCell[];
  readonly createdAt: number;
};

export function isReserved({ rows, reserve }: Pick<Grid, "rows" | "reserve">, row: number): boolean {
  const isLightest = row === Math.max(...rows);
  const isDarkest = row === Math.min(...rows);
  return (
    (isLightest && (reserve === "light" || reserve === "both")) ||
    (isDarkest && (reserve === "dark" || reserve === "both"))
  );
}
