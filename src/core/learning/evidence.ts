/** What was mixed and what it became: all that learning goes by. */
import type { LabD65 } from "../color/types";
import type { Film } from "../mixing/mixture";
import type { Reflectance } from "../spectrum/types";

export type MixPart = {
  /** Index into the tubes. */
  readonly tube: number;
  /** Volume, > 0, in any unit common to the mix. */
  readonly volume: number;
};

/** Something that was mixed, opaque or as a film, and the colour that it had. */
export type Evidence = {
  readonly parts: readonly MixPart[];
  readonly lab: LabD65;
  /** One standard deviation of the reading on each of the three axes of ΔE00, > 0. */
  readonly uncertaintyDeltaE2000: number;
  /** Of value, chroma and hue each, where they are not equally sure: what was not said is hardly known. */
  readonly axisUncertainties?: readonly [number, number, number];
  /** One standard deviation of each part's dose, as a share of it; taken as exact if left out. */
  readonly doseErrors?: readonly number[];
  /** The painter stands by it, so it is not weighed down however far off it is. */
  readonly isStoodBy?: boolean;
  /** The whole spectrum, when an instrument gave one: its bands then count beside the three numbers. */
  readonly spectrum?: SpectralReading;
  /**
   * Which photo it was read from, counted from 0: what is wrong with the light of one photo is wrong with all that was
   * read from it. Left out for a reading of its own.
   */
  readonly photo?: number;
  /** For a wash or a drawdown: over what, and how thick; what is not known of the thickness is uncertainty. */
  readonly film?: Film;
};

export type SpectralReading = {
  readonly reflectance: Reflectance;
  /** One standard deviation of each band, in reflectance, > 0. */
  readonly uncertainty: number;
};

/** What a prediction is for: a film instead of an opaque layer, and how well a hand doses. */
export type PredictionTerms = {
  readonly film?: Film | undefined;
  /** One standard deviation of a dose, as a share of it; zero if left out. */
  readonly dosingError?: number;
  /** Without what stays wrong when all tubes are known. */
  readonly isBeliefAlone?: boolean;
};
