/** A note and a pile with a verdict; provisional until a dry check. */
import type { StoredColor } from "../reading/storedColor";

export type Match = {
  readonly id: string;
  readonly paintingId: string;
  readonly noteId: string;
  readonly pileId: string;
  readonly readingId: string;
  /** What was aimed at and what came out, as they were when the match was kept. */
  readonly target: StoredColor;
  readonly result: StoredColor;
  readonly deltaE2000: number;
  /** What the box predicted of the pile when it was kept; by it one sees what a tube's change means. */
  readonly predicted?: StoredColor | undefined;
  /** Only a person looking at dry paint makes a match confirmed. */
  readonly verdict: "provisional" | "confirmed" | "moved";
  readonly keptAt: number;
  readonly checkedAt?: number | undefined;
  readonly remark: string;
};

/** A photo of a match: the dab, the place in the painting. Kept apart so that reading the log stays quick. */
export type MatchPhoto = { readonly matchId: string; readonly blob: Blob; readonly addedAt: number };
