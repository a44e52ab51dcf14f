/** A bench without paint: mixes hidden true tubes, reads piles with noise, and follows the engine's advice. */
import { deltaE2000, REFERENCE_FACTORS } from "@/core/color/ciede2000";
import { labFromLch } from "@/core/color/cieLab";
import { type LabD65, labD65, lchUnder } from "@/core/color/types";
import { dosingOf, type DosingChoice } from "@/core/amounts/dosing";
import { layDown } from "@/core/amounts/layDown";
import { plainParts } from "@/core/correct/additionPart";
import { type NextAddition, nextAddition, type PileQuery } from "@/core/correct/nextAddition";
import { applyDifference, threeWayDifference } from "@/core/describe/difference";
import type { Evidence, MixPart } from "@/core/learning/evidence";
import { learnTubes } from "@/core/learning/learnTubes";
import { USUAL_SURFACE_PRIOR } from "@/core/learning/surfaceModel";
import { USUAL_PRIOR } from "@/core/learning/tubeModel";
import { mixtureReflectance } from "@/core/mixing/mixture";
import { MixtureEvaluator } from "@/core/mixing/mixtureEvaluator";
import type { SurfaceConstants } from "@/core/mixing/saunderson";
import type { Rng } from "@/core/random/rng";
import { recipeSearch } from "@/core/recipe/search";
import { labFromReflectance } from "@/core/spectrum/colorimetry";
import type { OpticalModel } from "@/core/spectrum/types";
import { EYE_UNCERTAINTY } from "@/domain/reading/uncertainty";
import { VIEWING } from "@/data/standardViewing";
import { PAINT_SURFACE } from "@/data/surface";
import { simulateSurface, simulateTube, USUAL_DEVIATION } from "@/devices/simulatedPaint";
import { pigment } from "./paint";

export const CONDITIONS = {
  view: VIEWING.D65,
  surface: PAINT_SURFACE,
  surfacePrior: USUAL_SURFACE_PRIOR,
  prior: USUAL_PRIOR,
};

export const BOX_OF_EIGHT = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "prussian-blue",
  "raw-umber",
  "yellow-ochre",
  "burnt-sienna",
  "ultramarine-blue",
] as const;

export type SimulatedBox = {
  readonly generic: readonly OpticalModel[];
  /** What the hidden tubes really give. */
  readonly trueLab: (parts: readonly MixPart[]) => LabD65;
  /** What the generic, or learned, models say. */
  readonly predictedLab: (tubes: readonly OpticalModel[], parts: readonly MixPart[]) => LabD65;
  /** A random mixture of two to four tubes, each by its strength. */
  readonly randomMix: () => MixPart[];
};

export function simulateBox(ids: readonly string[], rng: Rng): SimulatedBox {
  const generic = ids.map((id) => pigment(id).optics);
  const hidden = generic.map((optics) => simulateTube(optics, USUAL_DEVIATION, rng));
  const surface = simulateSurface(rng);
  const labOf = (
    tubes: readonly OpticalModel[],
    parts: readonly MixPart[],
    own: typeof PAINT_SURFACE,
  ): LabD65 => {
    const volumes = parts.map(({ tube, volume }) => {
      const optics = tubes[tube];
      if (!optics) throw new RangeError(`no tube ${tube}`);
      return { optics, volume };
    });
    return labFromReflectance(mixtureReflectance(volumes, own), VIEWING.D65);
  };
  return {
    generic,
    trueLab: (parts) => labOf(hidden, parts, surface),
    predictedLab: (tubes, parts) => labOf(tubes, parts, PAINT_SURFACE),
    randomMix: randomMixOf(generic, rng),
  };
}

/** Mixtures of two to four tubes, each by its strength. */
export function randomMixOf(generic: readonly OpticalModel[], rng: Rng): () => MixPart[] {
  const mixer = new MixtureEvaluator(generic, VIEWING.D65, PAINT_SURFACE);
  return () => {
    const count = 2 + rng.below(3);
    const order = generic.map((_, tube) => ({ tube, key: rng.next() })).sort((a, b) => a.key - b.key);
    return order
      .slice(0, count)
      .map(({ tube }) => ({ tube, volume: -Math.log(1 - rng.next()) / mixer.strengthOf(tube) }));
  };
}

export type Reader = {
  readonly read: (truth: LabD65, target: LabD65) => LabD65;
  readonly uncertaintyDeltaE2000: number;
};

/** A colorimeter: noise of so much on each of L*, a*, b*. */
export function instrumentReader(noise: number, rng: Rng): Reader {
  return {
    read: (truth) =>
      labD65(
        clampL(truth[0] + noise * rng.normal()),
        truth[1] + noise * rng.normal(),
        truth[2] + noise * rng.normal(),
      ),
    uncertaintyDeltaE2000: Math.max(0.3, 1.5 * noise),
  };
}

/**
 * An eye beside the target: each of the three differences misjudged by 30 % of itself, plus 1 L*, 1.5 C* and
 * as much in hue.
 */
export function eyeReader(rng: Rng): Reader {
  return {
    read: (truth, target) => {
      const { deltaLightness, deltaChroma, deltaHue } = threeWayDifference(target, truth);
      const misjudged = (difference: number, floor: number): number =>
        difference * (1 + 0.3 * rng.normal()) + floor * rng.normal();
      const seen = applyDifference(target, {
        deltaLightness: misjudged(deltaLightness, 1),
        deltaChroma: misjudged(deltaChroma, 1.5),
        deltaHue: misjudged(deltaHue, 1.5),
      });
      return labFromLch(lchUnder<"D65">(seen.lightness, seen.chroma, seen.hueDegrees));
    },
    uncertaintyDeltaE2000: EYE_UNCERTAINTY,
  };
}

function clampL(lightness: number): number {
  return Math.max(0, Math.min(100, lightness));
}

/** Relative error of the share that a knife leaves when it scrapes a pile back by eye. */
const SCRAPING_ERROR = 0.15;
/** Readings of one pile, before a painter gives it up. */
const MOST_LOOKS = 12;

export type LoopResult = {
  /** True ΔE00 after the first pile and after each addition. */
  readonly misses: readonly number[];
  /** All paint that was used, piles that were begun again included, over the first pile. */
  readonly growth: number;
  /** Whether the advice was to leave the pile alone. */
  readonly isStopped: boolean;
};

/** First recipe, then additions on readings until the advice is to leave it or the number is used up. */
export function closeLoop(
  box: SimulatedBox,
  target: LabD65,
  reader: Reader,
  options: {
    readonly mostAdditions: number;
    readonly toleranceDeltaE2000: number;
    readonly dosingError: number;
    readonly rng: Rng;
    /** What the hand lays down; exact amounts without it. */
    readonly dosing?: DosingChoice;
    /** How the verdict is reached, besides the tolerance. */
    readonly verdict?: Pick<PileQuery, "axes" | "sureWithin">;
  },
): LoopResult {
  const { dosing } = options;
  const firstPile = (tubes: readonly OpticalModel[], surface: SurfaceConstants): MixPart[] => {
    const mixer = new MixtureEvaluator(tubes, VIEWING.D65, surface);
    const search = recipeSearch(
      mixer,
      tubes.map(() => false),
    );
    const [recipe] = search.search({
      target,
      maxTubes: 4,
      factors: REFERENCE_FACTORS,
      toleranceDeltaE2000: 1,
      maxAnswers: 1,
    }).recipes;
    if (!recipe) throw new Error("no recipe");
    const used = recipe.parts.map(({ tube }) => tube);
    const shares = recipe.parts.map(({ share }) => share);
    const volumes = dosing ? layDown(mixer, used, shares, target, dosingOf(dosing)).volumes : shares;
    return used.map((tube, i) => ({ tube, volume: volumes[i] ?? Number.NaN }));
  };
  const dosed = (parts: readonly MixPart[]): MixPart[] =>
    parts.map(({ tube, volume }) => ({
      tube,
      volume: volume * Math.exp(options.dosingError * options.rng.normal()),
    }));
  const intended = firstPile(box.generic, PAINT_SURFACE);
  // What the painter believes lies there, and what does.
  let recorded: MixPart[] = intended;
  let real: MixPart[] = dosed(intended);
  const volumeAtStart = sum(real);
  let volumeLeftBehind = 0;
  /** Of the pile before it was scraped back. */
  let meantVolume: number | undefined;
  const evidence: Evidence[] = [];
  const misses = [deltaE2000(target, box.trueLab(real))];
  let additions = 0;
  let looks = 0;
  // Looks at the pile as it lies are one piece of evidence together.
  let looksAtState: LabD65[] = [];
  let isStopped = false;
  while (additions <= options.mostAdditions && looks < MOST_LOOKS) {
    looks++;
    const truth = box.trueLab(real);
    looksAtState.push(reader.read(truth, target));
    const state: Evidence = {
      parts: recorded,
      lab: meanOf(looksAtState),
      uncertaintyDeltaE2000: reader.uncertaintyDeltaE2000 / Math.sqrt(looksAtState.length),
    };
    const advised = (meantVolume?: number): NextAddition =>
      nextAddition(
        {
          tubes: box.generic,
          allowed: box.generic.map((_, tube) => tube),
          parts: recorded,
          ...(meantVolume !== undefined && { meantVolume }),
          evidence: [...evidence, state],
          target,
          toleranceDeltaE2000: options.toleranceDeltaE2000,
          strengthError: 0.3,
          maxTubes: 3,
          ...(dosing && { dosing }),
          ...options.verdict,
        },
        CONDITIONS,
      );
    let advice = advised(meantVolume);
    if (advice.advice === "scrape-back") {
      // Scraped as it is said, by eye; what to add is then said anew, and nothing is read between.
      const { keptShare } = advice.costs.scrapeBack;
      meantVolume = sum(recorded);
      const stays = Math.min(1, keptShare * Math.exp(SCRAPING_ERROR * options.rng.normal()));
      volumeLeftBehind += (1 - stays) * sum(real);
      recorded = recorded.map(({ tube, volume }) => ({ tube, volume: volume * keptShare }));
      real = real.map(({ tube, volume }) => ({ tube, volume: volume * stays }));
      advice = advised(meantVolume);
    }
    isStopped = advice.advice === "leave-it";
    if (advice.advice === "look-again") continue;
    const [addition] = advice.advice === "leave-it" ? [] : advice.additions;
    if (!addition || additions === options.mostAdditions) break;
    additions++;
    evidence.push(state);
    looksAtState = [];
    if (advice.advice === "start-again") {
      // With what this pile has taught.
      const learned = learnTubes(box.generic, evidence, CONDITIONS);
      volumeLeftBehind += sum(real);
      meantVolume = undefined;
      recorded = firstPile(learned.tubes, learned.surface);
      real = dosed(recorded);
      misses.push(deltaE2000(target, box.trueLab(real)));
      continue;
    }
    const parts = plainParts(addition.parts);
    recorded = [...recorded, ...parts];
    real = [...real, ...dosed(parts)];
    misses.push(deltaE2000(target, box.trueLab(real)));
  }
  return { misses, growth: (volumeLeftBehind + sum(real)) / volumeAtStart, isStopped };
}

function meanOf(labs: readonly LabD65[]): LabD65 {
  const mean = (axis: 0 | 1 | 2): number => labs.reduce((total, lab) => total + lab[axis], 0) / labs.length;
  return labD65(mean(0), mean(1), mean(2));
}

function sum(parts: readonly MixPart[]): number {
  return parts.reduce((total, part) => total + part.volume, 0);
}
