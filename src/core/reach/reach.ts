/**
 * What a palette reaches: the nearest colour under a painter's priority, the miss split into value, chroma
 * and hue, which tube of the box would close it, which tube of the palette is hardly missed, and the limits
 * of the palette in chroma and value.
 *
 * All of it stands on the recipe search; a priority is a set of weights for the three axes of ΔE00.
 */
import { deltaE2000, type DeltaE2000Factors, REFERENCE_FACTORS } from "../color/ciede2000";
import { labFromLch, lchFromLab } from "../color/cieLab";
import { type LabD65, labD65, lchUnder } from "../color/types";
import { type ThreeWayDifference, threeWayDifference } from "../describe/difference";
import type { SurfaceConstants } from "../mixing/saunderson";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { RecipeSearch } from "../recipe/search";
import type { Recipe } from "../recipe/types";
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";

/** What to hold on to when not everything can be had. */
export type Priority = "value" | "hue" | "chroma" | "even";

/** A small k is strict along its axis. */
const FACTORS: Readonly<Record<Priority, DeltaE2000Factors>> = {
  value: { kL: 0.4, kC: 1.6, kH: 1 },
  hue: { kL: 1, kC: 1.6, kH: 0.4 },
  chroma: { kL: 1, kC: 0.4, kH: 1 },
  even: REFERENCE_FACTORS,
};

/** Within this ΔE00 a colour counts as reached. */
export const REACHED = 1;
/** A tube whose removal costs less than this on average, ΔE00, is hardly missed. */
export const REDUNDANT_BELOW = 0.5;
const MAX_TUBES = 4;

export type ReachAnswer = {
  readonly isReached: boolean;
  /** The nearest mixture, and how it is made; shares by place in the palette. */
  readonly nearest: LabD65;
  readonly parts: Recipe["parts"];
  readonly miss: ThreeWayDifference;
};

export type ClosingTube = {
  /** Place in the list of tubes that were offered. */
  readonly offered: number;
  readonly deltaE2000: number;
};

export class PaletteReach {
  private readonly search: RecipeSearch;

  constructor(
    private readonly tubes: readonly OpticalModel[],
    private readonly view: ViewingWeights<"D65">,
    private readonly surface: SurfaceConstants,
  ) {
    this.search = searchOver(tubes, view, surface);
  }

  /** Value first unless said otherwise: a wrong hue at the right value is accepted sooner than the reverse. */
  nearest(target: LabD65, priority: Priority = "value"): ReachAnswer {
    const exact = closestOf(this.search, target, REFERENCE_FACTORS);
    const isReached = exact.deltaE2000 <= REACHED;
    const chosen =
      isReached || priority === "even" ? exact : closestOf(this.search, target, FACTORS[priority]);
    return {
      isReached,
      nearest: chosen.predicted,
      parts: chosen.parts,
      miss: threeWayDifference(target, chosen.predicted),
    };
  }

  /** The offered tubes by how near the target comes with each added, nearest first. */
  closingTubes(target: LabD65, offered: readonly OpticalModel[]): ClosingTube[] {
    return offered
      .map((tube, place) => ({
        offered: place,
        deltaE2000: closestOf(
          searchOver([...this.tubes, tube], this.view, this.surface),
          target,
          REFERENCE_FACTORS,
        ).deltaE2000,
      }))
      .sort((a, b) => a.deltaE2000 - b.deltaE2000 || a.offered - b.offered);
  }

  /** Mean ΔE00 that each tube's removal adds over the targets, per place in the palette. */
  removalCosts(targets: readonly LabD65[]): number[] {
    if (this.tubes.length < 2 || targets.length === 0) return this.tubes.map(() => Number.POSITIVE_INFINITY);
    const withAll = meanMiss(this.search, targets);
    return this.tubes.map((_, place) => {
      const rest = this.tubes.filter((__, other) => other !== place);
      return meanMiss(searchOver(rest, this.view, this.surface), targets) - withAll;
    });
  }

  /**
   * The most chroma at a hue and value: the mixture of that hue and value nearest to an impossible chroma.
   * Undefined when the palette has no colour of about that hue and value.
   */
  mostChroma(hueDegrees: number, lightness: number): LabD65 | undefined {
    const aim = labFromLch(lchUnder<"D65">(lightness, BEYOND_PAINT, hueDegrees));
    const { predicted } = closestOf(this.search, aim, { kL: 0.05, kC: 4, kH: 0.05 });
    const [l, c, h] = lchFromLab(predicted);
    const turn = Math.abs(((h - hueDegrees + 540) % 360) - 180);
    return Math.abs(l - lightness) <= SAME_VALUE && (turn <= SAME_HUE_DEGREES || c < GREY)
      ? predicted
      : undefined;
  }

  /** The darkest and the lightest mixture. */
  ends(): { readonly darkest: LabD65; readonly lightest: LabD65 } {
    const onlyValue: DeltaE2000Factors = { kL: 0.1, kC: 50, kH: 50 };
    return {
      darkest: closestOf(this.search, labD65(0, 0, 0), onlyValue).predicted,
      lightest: closestOf(this.search, labD65(100, 0, 0), onlyValue).predicted,
    };
  }
}

const BEYOND_PAINT = 140;
const SAME_VALUE = 1.5;
const SAME_HUE_DEGREES = 6;
const GREY = 3;

function searchOver(
  tubes: readonly OpticalModel[],
  view: ViewingWeights,
  surface: SurfaceConstants,
): RecipeSearch {
  return new RecipeSearch(
    new MixtureEvaluator(tubes, view, surface),
    tubes.map(() => false),
  );
}

function closestOf(search: RecipeSearch, target: LabD65, factors: DeltaE2000Factors): Recipe {
  const { recipes } = search.search({
    target,
    maxTubes: MAX_TUBES,
    factors,
    toleranceDeltaE2000: 0,
    maxAnswers: 1,
  });
  const [closest] = recipes;
  if (!closest) throw new Error("A search over tubes gave no recipe");
  return closest;
}

function meanMiss(search: RecipeSearch, targets: readonly LabD65[]): number {
  const misses = targets.map((target) =>
    deltaE2000(target, closestOf(search, target, REFERENCE_FACTORS).predicted),
  );
  return misses.reduce((sum, miss) => sum + miss, 0) / misses.length;
}
