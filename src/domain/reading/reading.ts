/** One observation of the colour of a pile. */
import type { StoredColor } from "./storedColor";

export const FILMS = ["wet", "dry"] as const;
export type FilmState = (typeof FILMS)[number];

/** What a colour was seen on. */
export const SEEN_ON = ["pile", "dab", "chip", "thing", "picture", "other-paint", "own-paint"] as const;
export type SeenOn = (typeof SEEN_ON)[number];

export type Reading = {
  readonly id: string;
  readonly noteId?: string | undefined;
  readonly pileId: string;
  /** Place in the pile's story, among its additions and scrapings. */
  readonly turn: number;
  /** The reading that this one repeats for the same paint elsewhere; it teaches nothing again. */
  readonly derivedFrom?: string | undefined;
  readonly color: StoredColor;
  readonly film: FilmState;
  /** What was looked at; the pile itself when it is left out. */
  readonly seenOn?: SeenOn | undefined;
  readonly takenAt: number;
  /** The painter was asked, since it contradicts the record, and stands by it. */
  readonly isStoodBy?: boolean | undefined;
};

/** What the painter said of a target before any recipe was shown. */
export type FirstLook = {
  readonly id: string;
  readonly paintingId: string;
  readonly noteId: string;
  readonly target: StoredColor;
  readonly said: StoredColor;
  readonly at: number;
};
