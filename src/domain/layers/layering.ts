/** Layers of one painting, planned over a ground; and scraps, on which layers were tried and read. */
import type { Ground } from "../ground/ground";
import type { Dose } from "../pile/pile";
import type { FilmState } from "../reading/reading";
import type { StoredColor } from "../reading/storedColor";

export const MOST_LAYERS = 8;
export const MOST_PASSES = 9;
/** A film thinner than this cannot be told from the ground. */
export const MOST_THINNER = 0.995;
export const LEAST_COVER = 0.05;
/** A brush that takes up more than this paints with what lies below. */
export const MOST_TAKEN_UP = 0.8;

/** What a paint is thinned with; a glaze medium is clear and has a share of its own. */
export const THINNERS = ["water", "medium", "solvent"] as const;
export type Thinner = (typeof THINNERS)[number];

export type PaintLayer = {
  readonly id: string;
  readonly name: string;
  /** Paint without what thins it. */
  readonly amounts: readonly Dose[];
  readonly thinner: Thinner;
  /** Of the wet film's volume, [0, {@link MOST_THINNER}]. */
  readonly thinnerShare: number;
  readonly passes: number;
  /** Share of the place that the brush touches, [{@link LEAST_COVER}, 1]. */
  readonly coverShare: number;
  /** Of the wet paint below, as a share of this film, [0, {@link MOST_TAKEN_UP}]; 0 over a dry one. */
  readonly takenUpShare: number;
};

export type Layering = {
  readonly id: string;
  readonly paintingId: string;
  readonly name: string;
  /** The colour that it is meant to reach. */
  readonly noteId?: string | undefined;
  readonly ground: Ground;
  /** Lowest first. */
  readonly layers: readonly PaintLayer[];
  readonly createdAt: number;
};

export type ScrapReading = {
  readonly ground: Ground;
  readonly color: StoredColor;
  /** Dry when it is left out. Wet films tell how they dry, and nothing of their thickness. */
  readonly film?: FilmState | undefined;
};

/** A trial: it is kept like a match. Read dry, it teaches how thick one's own films are. */
export type Scrap = {
  readonly id: string;
  readonly paintingId: string;
  readonly name: string;
  readonly layers: readonly PaintLayer[];
  readonly readings: readonly ScrapReading[];
  readonly readAt: number;
};

/** Where films are tried; both halves of a test card are among them. */
export const MOST_SCRAP_READINGS = 8;
