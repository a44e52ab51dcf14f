/** One observation of the colour of a pile. */
import type { StoredColor } from "./storedColor";

export const FILMS = ["wet", "dry"] as const;
export type FilmState = (typeof FILMS)[number];

export type Reading = {
  readonly id: string;
  readonly noteId: string;
  readonly pileId: string;
  readonly color: StoredColor;
  readonly film: FilmState;
  readonly takenAt: number;
};

/** What the painter said of a target before any recipe was shown. */
export type Look = {
  readonly id: string;
  readonly paintingId: string;
  readonly noteId: string;
  readonly target: StoredColor;
  readonly said: StoredColor;
  readonly at: number;
};
