import type { DeltaE2000Factors } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import type { AxisLimits } from "./solverLimits";

/** Why a recipe is offered. Each is true when recomputed from the recipe list it came with. */
export type RecipeReason =
  /** No recipe found is closer to the target by more than ΔE00 0.005. */
  | "closest"
  /** Out of reach: another one offered has a smaller ΔE00, and leaves the hue of the target. */
  | "keeps-hue"
  /** No recipe within the tolerance uses fewer tubes. */
  | "fewest-tubes"
  /** Of the close recipes offered, a 10 % dosing error moves this one least. */
  | "steadiest"
  /** Holds no black, while another one offered does. */
  | "without-black"
  /** Of the close recipes found, the paint for this one costs least. */
  | "cheapest"
  /** Of the close recipes found, the dullest tube of this one, whites aside, is the most vivid. */
  | "brightest-parents"
  /** A different set of tubes that comes close. */
  | "other-tubes";

export type RecipePart = {
  /** Index into the tubes that the search was given. */
  readonly tube: number;
  /** Share of the volume, (0, 1]. */
  readonly share: number;
};

export type Recipe = {
  /** In the order of laying down: first the tube whose dose matters least. Shares sum to 1. */
  readonly parts: readonly RecipePart[];
  readonly predicted: LabD65;
  readonly deltaE2000: number;
  /** ΔE00 by which the predicted colour moves when the dose of this part is 10 % too large; same order as parts. */
  readonly dosingShift: readonly number[];
  readonly reasons: readonly RecipeReason[];
  /** Of a film: its dry thickness, 1 where titanium white has S·X = 1 at 550 nm. Undefined for opaque paint. */
  readonly filmThickness: number | undefined;
};

export type RecipeQuery = {
  readonly target: LabD65;
  /** 1 to 6. */
  readonly maxTubes: number;
  /** Separate weights of value, chroma and hue: a small factor is strict along its axis. */
  readonly factors: DeltaE2000Factors;
  /** How far from the best a simpler recipe may be, ΔE00. */
  readonly toleranceDeltaE2000: number;
  /** How many different answers at most, >= 1. */
  readonly maxAnswers: number;
  /** Tubes that every recipe must hold, and tubes that none may hold; none if left out. */
  readonly required?: readonly number[];
  readonly forbidden?: readonly number[];
  /** Largest share of the volume of each tube, (0, 1]: for what is left of a tube or of an older pile. */
  readonly mostShare?: readonly number[];
  /** Hard limits on the difference from the target; a recipe beyond them is not offered. */
  readonly limits?: AxisLimits;
  /** The thickest film, in the unit of `filmThickness`; only for films. */
  readonly thickestFilm?: number;
  /** Price of a volume of each tube, >= 0, in any currency: asks for the cheapest answer too. */
  readonly pricePerVolume?: readonly number[];
};

export type RecipeSearchReport = {
  /** The one to take first: the plainest that is close enough. Empty only when nothing keeps the hard limits. */
  readonly recipes: readonly Recipe[];
  readonly subsetsTried: number;
  readonly evaluations: number;
};
