/**
 * What to add to a pile that is not right yet: one joint addition of up to three tubes, additions only.
 *
 * The pile's own optics come from its history and its readings: the tubes in it are learned from them
 * (../learning/learnTubes), so a strong batch shows at once. The pile then counts as an ingredient of which
 * all is used. The exact addition is scaled down so that a tube that is stronger than believed does not carry
 * the pile past the target; the rest is left to the next look.
 */
import { deltaE2000, REFERENCE_FACTORS } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { type ThreeWayDifference, threeWayDifference } from "../describe/difference";
import {
  type Evidence,
  type LearnedTubes,
  type LearningConditions,
  learnTubes,
  type MixPart,
} from "../learning/learnTubes";
import { blendOptics } from "../mixing/mixture";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { subsetsOf } from "../recipe/subsets";
import { FINE, SubsetSolver } from "../recipe/subsetSolver";
import type { OpticalModel } from "../spectrum/types";
import { type AdditionKind, additionKind } from "./additionKind";
import { safeDose } from "./safeDose";

export type PileQuery = {
  /** The box; parts name tubes by their place in it. */
  readonly tubes: readonly OpticalModel[];
  /** Tubes that may be added; others in the pile are only remembered. */
  readonly allowed: readonly number[];
  /** What lies in the pile. */
  readonly parts: readonly MixPart[];
  /** Readings of this pile, at earlier states or now, and of anything else that was mixed from these tubes. */
  readonly evidence: readonly Evidence[];
  readonly target: LabD65;
  /** Within this ΔE00 the pile is left alone. */
  readonly toleranceDeltaE2000: number;
  /** Largest relative error of a tube's strength that an addition must not overshoot with. 0.3 if in doubt. */
  readonly strengthError: number;
  readonly maxTubes: number;
};

export type Addition = {
  readonly parts: readonly MixPart[];
  readonly kind: AdditionKind;
  readonly predicted: LabD65;
  readonly deltaE2000: number;
  /** One standard deviation of the prediction, ΔE00. */
  readonly spread: number;
  /** Change from the pile as it is now. */
  readonly change: ThreeWayDifference;
  /** Volume of the pile afterwards over its volume now, > 1. */
  readonly growth: number;
};

export type PaintCost = {
  /** New paint, in the unit of the pile. */
  readonly volume: number;
  /** How many doses have to be laid down. */
  readonly steps: number;
};

export type NextAddition =
  | { readonly advice: "leave-it"; readonly pile: LabD65; readonly deltaE2000: number }
  | {
      readonly advice: "add" | "start-again";
      /** The pile as it is believed to be now. */
      readonly pile: LabD65;
      readonly deltaE2000: number;
      /** The best first; then up to three others by other means. */
      readonly additions: readonly Addition[];
      readonly costs: {
        readonly correct: PaintCost;
        readonly startAgain: PaintCost;
        readonly scrapeBack: PaintCost;
      };
    };

const MOST_ALTERNATIVES = 3;
/** Exact additions looked at, best first; what comes later costs too much to be advised. */
const MOST_CONSIDERED = 40;
/** ΔE00 that one doubling of the pile is worth: a slightly better colour is not worth a bucket of paint. */
const DELTA_E_PER_DOUBLING = 0.7;
/** An addition must gain at least this, ΔE00, to be worth the stirring. */
const LEAST_GAIN = 0.3;
/** Share of the pile below which an addition is nothing. */
const LEAST_SHARE = 1e-5;

export function nextAddition(query: PileQuery, conditions: LearningConditions): NextAddition {
  assertQuery(query);
  const learned = learnTubes(query.tubes, query.evidence, conditions);
  const pileVolume = query.parts.reduce((sum, part) => sum + part.volume, 0);
  const mixer = pileMixer(query, learned, conditions);
  const pile = mixer.labOf([{ tube: 0, volume: pileVolume }]);
  const miss = deltaE2000(query.target, pile);
  if (miss <= query.toleranceDeltaE2000) return { advice: "leave-it", pile, deltaE2000: miss };

  const exact = mixer.solveAdditions(query, pileVolume);
  const additions: Addition[] = [];
  for (const { parts } of exact.slice(0, MOST_CONSIDERED)) {
    if (additions.length > MOST_ALTERNATIVES) break;
    const kind = additionKind(pile, parts, (tube) =>
      mixer.labOf([{ tube: query.allowed.indexOf(tube) + 1, volume: 1 }]),
    );
    if (additions.some((other) => other.kind === kind || isSameTubes(other.parts, parts))) continue;
    const addition = finishAddition(query, learned, mixer, pile, pileVolume, parts, kind);
    if (addition && addition.deltaE2000 < miss - LEAST_GAIN) additions.push(addition);
  }
  const full = exact[0];
  const fullVolume = full ? full.parts.reduce((sum, part) => sum + part.volume, 0) : Number.POSITIVE_INFINITY;
  const steps = full?.parts.length ?? 0;
  const kept = pileVolume / (pileVolume + fullVolume);
  const costs = {
    correct: { volume: fullVolume, steps },
    startAgain: { volume: pileVolume, steps: new Set(query.parts.map((part) => part.tube)).size },
    // Keeping only so much of the pile that the corrected one is as large as it was.
    scrapeBack: { volume: kept * fullVolume, steps: steps + 1 },
  };
  const isCheaperNew = additions.length === 0 || fullVolume > pileVolume;
  return { advice: isCheaperNew ? "start-again" : "add", pile, deltaE2000: miss, additions, costs };
}

type PileMixer = {
  readonly labOf: (parts: readonly MixPart[]) => LabD65;
  /** Exact additions, best first; parts name tubes of the box. */
  readonly solveAdditions: (query: PileQuery, pileVolume: number) => { parts: MixPart[]; cost: number }[];
};

/** An evaluator whose tube 0 is the pile itself and whose further tubes are those that may be added. */
function pileMixer(query: PileQuery, learned: LearnedTubes, conditions: LearningConditions): PileMixer {
  const opticsOf = (tube: number): OpticalModel => {
    const optics = learned.tubes[tube];
    if (!optics) throw new RangeError(`There is no tube ${tube}`);
    return optics;
  };
  const pileOptics = blendOptics(query.parts.map(({ tube, volume }) => ({ optics: opticsOf(tube), volume })));
  const mixer = new MixtureEvaluator(
    [pileOptics, ...query.allowed.map(opticsOf)],
    conditions.view,
    conditions.surface,
  );
  const solver = new SubsetSolver(mixer);
  const out = new Float64Array(3);
  const labOf = (parts: readonly MixPart[]): LabD65 => {
    const places = parts.map((part) => part.tube);
    mixer.writeLab(
      out,
      Uint8Array.from(places),
      Float64Array.from(parts, (part) => part.volume),
      parts.length,
    );
    return labD65(out[0] as number, out[1] as number, out[2] as number);
  };
  return {
    labOf,
    solveAdditions: ({ target, maxTubes }, pileVolume) => {
      const found: { parts: MixPart[]; cost: number }[] = [];
      for (let size = 1; size <= Math.min(maxTubes, query.allowed.length); size++) {
        for (const subset of subsetsOf(query.allowed.length, size)) {
          const tubes = Uint8Array.from([0, ...Array.from(subset, (place) => place + 1)]);
          const start = Float64Array.from(tubes, (_, j) => (j === 0 ? 1 : 0.05));
          const squared = solver.solve(target, REFERENCE_FACTORS, tubes, start, tubes.length, FINE);
          const pileShare = solver.volumes[0] as number;
          if (!(pileShare > 0)) continue;
          const scale = pileVolume / pileShare;
          const parts = Array.from(subset, (place, j) => ({
            tube: query.allowed[place] ?? -1,
            volume: (solver.volumes[j + 1] as number) * scale,
          })).filter((part) => part.volume > LEAST_SHARE * pileVolume);
          if (parts.length < size) continue;
          const added = parts.reduce((sum, part) => sum + part.volume, 0);
          found.push({
            parts,
            cost: Math.sqrt(squared) + DELTA_E_PER_DOUBLING * Math.log2(1 + added / pileVolume),
          });
        }
      }
      return found.sort((a, b) => a.cost - b.cost);
    },
  };
}

function finishAddition(
  query: PileQuery,
  learned: LearnedTubes,
  mixer: PileMixer,
  pile: LabD65,
  pileVolume: number,
  exact: readonly MixPart[],
  kind: AdditionKind,
): Addition | undefined {
  const after = (factors: readonly number[]): LabD65 =>
    mixer.labOf([
      { tube: 0, volume: pileVolume },
      ...exact.map((part, i) => ({
        tube: query.allowed.indexOf(part.tube) + 1,
        volume: part.volume * (factors[i] ?? Number.NaN),
      })),
    ]);
  const dose = safeDose(query.target, pile, exact.length, query.strengthError, after);
  if (dose === undefined) return undefined;
  const parts = exact.map((part) => ({ tube: part.tube, volume: part.volume * dose }));
  const predicted = after(exact.map(() => dose));
  const added = parts.reduce((sum, part) => sum + part.volume, 0);
  return {
    parts,
    kind,
    predicted,
    deltaE2000: deltaE2000(query.target, predicted),
    spread: learned.spreadOf([...query.parts, ...parts]),
    change: threeWayDifference(pile, predicted),
    growth: 1 + added / pileVolume,
  };
}

function isSameTubes(a: readonly MixPart[], b: readonly MixPart[]): boolean {
  const key = (parts: readonly MixPart[]): string =>
    parts
      .map((part) => part.tube)
      .sort((x, y) => x - y)
      .join();
  return key(a) === key(b);
}

function assertQuery({ parts, target, tubes, allowed, maxTubes }: PileQuery): void {
  if (!target.every(Number.isFinite)) throw new RangeError("The target needs three finite numbers");
  if (parts.length === 0 || !parts.every((part) => part.volume > 0 && Number.isFinite(part.volume))) {
    throw new RangeError("A pile needs at least one part, each with a finite volume above zero");
  }
  if (![...parts.map((part) => part.tube), ...allowed].every((tube) => tube in tubes)) {
    throw new RangeError("The pile or the palette names a tube that is not in the box");
  }
  if (!Number.isInteger(maxTubes) || maxTubes < 1 || maxTubes > 3) {
    throw new RangeError(`An addition takes 1 to 3 tubes, got ${maxTubes}`);
  }
}
