/** Paint mixed on the board, the recipe it follows, and what the painter has in hand beside it. */
import type { Ground } from "../ground/ground";
import type { StoredColor } from "../reading/storedColor";

/** A volume of one tube, in the painter's parts. */
export type Dose = { readonly tubeId: string; readonly parts: number };

/** A tube that is too strong to dose as it is, and what to thin it with first. */
export type RecipeDilution = {
  readonly tubeId: string;
  readonly carrierId: string;
  readonly carrierParts: number;
  /** Parts of the weaker mixture. */
  readonly dose: number;
};

export type StoredRecipe = {
  readonly id: string;
  /** Nothing for a recipe of a free pile. */
  readonly noteId?: string | undefined;
  /** What a pile that follows it is called: of a member of a string. */
  readonly name?: string | undefined;
  /** In the order of laying down, rounded to the knife. */
  readonly amounts: readonly Dose[];
  /** What is too strong to dose at this size: thinned first, then this much of the weaker mixture. */
  readonly thinned?: readonly RecipeDilution[] | undefined;
  /** Exact shares of the volume in the same order; they sum to 1. */
  readonly shares: readonly number[];
  readonly predicted: StoredColor;
  readonly deltaE2000: number;
  readonly reasons: readonly string[];
  readonly createdAt: number;
};

/** Paint that was added in one go; never taken out again. */
export type Addition = Dose & {
  /**
   * Place in the pile's story: additions, scrapings and readings of one pile count 1, 2, 3 whatever the clock says.
   * What was laid down in one go has one turn.
   */
  readonly turn: number;
  readonly addedAt: number;
  readonly suggestedParts?: number | undefined;
  /** The amount is what a scale showed. */
  readonly isWeighed?: boolean | undefined;
  /** The older pile that it was taken from: what is left over is paint too. */
  readonly fromPileId?: string | undefined;
};

/** Paint scraped away, with the share of the pile that stayed. */
export type Scrape = {
  readonly turn: number;
  readonly at: number;
  readonly keptShare: number;
  /** It was not thrown away: it went into this pile. */
  readonly intoPileId?: string | undefined;
};

export type Pile = {
  readonly id: string;
  /** Nothing for a free pile: paint needs no target. */
  readonly noteId?: string | undefined;
  /** The painting on whose board it lies. */
  readonly paintingId?: string | undefined;
  /** What a free pile is called. */
  readonly name?: string | undefined;
  readonly recipeId?: string | undefined;
  readonly additions: readonly Addition[];
  readonly scrapes?: readonly Scrape[] | undefined;
  /** A sample of another pile on which something is tried: which pile, and what share of it was taken. */
  readonly side?: { readonly of: string; readonly share: number } | undefined;
  /** Parts of a pile that are still there to be used in others, once it is kept or set aside. */
  readonly leftParts?: number | undefined;
  /** When the painter last said that it is soft, and whether it has been covered since. */
  readonly soft?: { readonly at: number; readonly isCovered: boolean } | undefined;
  /** Left streaky on purpose: it has no single colour and teaches nothing. */
  readonly isStreaky?: boolean | undefined;
  readonly ground?: Ground | undefined;
  readonly state: "open" | "side" | "kept" | "set-aside";
  readonly createdAt: number;
};

/** A photo of a pile after one of its turns: how it looked then. One for a turn. */
export type TurnPhoto = {
  readonly id: string;
  readonly pileId: string;
  readonly turn: number;
  readonly blob: Blob;
  readonly addedAt: number;
};

/** What was chosen or entered at the bench of a note but is not paint yet; so that closing the page loses nothing. */
export type BenchRow = {
  readonly noteId: string;
  readonly chosenKey?: string | undefined;
  /** Amounts changed by hand, in the order of laying down. */
  readonly byHand?: readonly Dose[] | undefined;
  readonly required?: readonly string[] | undefined;
  readonly forbidden?: readonly string[] | undefined;
  /** A finger on the rails that was not recorded yet, and how often paint had been added then. */
  readonly draft?:
    | {
        readonly pileId: string;
        readonly additionCount: number;
        readonly miss: {
          readonly deltaLightness: number;
          readonly deltaChroma: number;
          readonly deltaHue: number;
        };
      }
    | undefined;
};

export type InHand = Omit<BenchRow, "noteId">;
