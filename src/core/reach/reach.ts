/**
 * Whether a palette reaches a colour: the nearest one under a painter's priority, and the miss split into value,
 * chroma and hue.
 *
 * It stands on the recipe search; a priority is a set of weights for the three axes of ΔE00.
 */
import { type DeltaE2000Factors, REFERENCE_FACTORS } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import { type ThreeWayDifference, threeWayDifference } from "../describe/difference";
import type { SurfaceConstants } from "../mixing/saunderson";
import { colorModelOf } from "../mixing/colorModelOf";
import type { Wash } from "../mixing/washMixer";
import { type RecipeSearch, recipeSearch } from "../recipe/search";
import type { Recipe } from "../recipe/types";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import { REACHED } from "./reached";

/** What to hold on to when not everything can be had. */
export type Priority = "value" | "hue" | "chroma" | "even";

/** A small k is strict along its axis. */
export const PRIORITY_FACTORS: Readonly<Record<Priority, DeltaE2000Factors>> = {
  value: { kL: 0.4, kC: 1.6, kH: 1 },
  hue: { kL: 1, kC: 1.6, kH: 0.4 },
  chroma: { kL: 1, kC: 0.4, kH: 1 },
  even: REFERENCE_FACTORS,
};

const MAX_TUBES = 4;

export type ReachAnswer = {
  readonly isReached: boolean;
  /** The nearest mixture, and how it is made; shares by place in the palette. */
  readonly nearest: LabD65;
  readonly parts: Recipe["parts"];
  readonly miss: ThreeWayDifference;
};

export class PaletteReach {
  private readonly search: RecipeSearch;

  private readonly maxTubes: number;

  /** @param wash - washes over paper, with water as one more place after the tubes. */
  constructor(
    tubes: readonly OpticalModel[],
    view: ViewingWeights<"D65">,
    surface: SurfaceConstants,
    wash?: Wash,
  ) {
    const model = colorModelOf(tubes, view, surface, wash);
    this.search = recipeSearch(
      model,
      Array.from({ length: model.tubeCount }, () => false),
    );
    this.maxTubes = MAX_TUBES + (wash ? 1 : 0);
  }

  /** Value first unless said otherwise: a wrong hue at the right value is accepted sooner than the reverse. */
  nearest(target: LabD65, priority: Priority = "value"): ReachAnswer {
    const exact = this.closest(target, REFERENCE_FACTORS);
    const isReached = exact.deltaE2000 <= REACHED;
    const chosen =
      isReached || priority === "even" ? exact : this.closest(target, PRIORITY_FACTORS[priority]);
    return {
      isReached,
      nearest: chosen.predicted,
      parts: chosen.parts,
      miss: threeWayDifference(target, chosen.predicted),
    };
  }

  private closest(target: LabD65, factors: DeltaE2000Factors): Recipe {
    const { recipes } = this.search.search({
      target,
      maxTubes: this.maxTubes,
      factors,
      toleranceDeltaE2000: 0,
      maxAnswers: 1,
    });
    const [closest] = recipes;
    if (!closest) throw new Error("A search over tubes gave no recipe");
    return closest;
  }
}
