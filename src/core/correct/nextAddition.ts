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
import type { Evidence, LearningConditions, MixPart } from "../learning/boxModel";
import { type LearnedTubes, learnTubes } from "../learning/learnTubes";
import { blendOptics } from "../mixing/mixture";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { subsetsOf } from "../recipe/subsets";
import { FINE, SubsetSolver } from "../recipe/subsetSolver";
import type { OpticalModel } from "../spectrum/types";
import { type AdditionKind, additionKind } from "./additionKind";
import { correctors } from "./correctors";
import { AXES, safeDose } from "./safeDose";

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
  /** Share of the exact addition that this dose is, (0, 1]; the rest is left to the next look. */
  readonly share: number;
  /** Chance that it carries the pile past the target on the axis that is furthest off. */
  readonly crossingRisk: number;
  /** Whether that chance is below one in twenty; the first addition is safe wherever any is. */
  readonly isSafe: boolean;
};

/** An addition before its spread is known, which costs more to compute than all the rest. */
type DosedAddition = Omit<Addition, "spread">;

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
      /** The best first; then two or three others, by other means as far as there are any. */
      readonly additions: readonly Addition[];
      readonly costs: {
        readonly correct: PaintCost;
        readonly startAgain: PaintCost;
        /** With the share of the pile that stays. */
        readonly scrapeBack: PaintCost & { readonly keptShare: number };
      };
    };

const AXIS_NAMES = { deltaLightness: "value", deltaChroma: "chroma", deltaHue: "hue" } as const;
const MOST_ALTERNATIVES = 3;
/** A painter chooses from at least three, where the palette has as many ways. */
const FEWEST_OFFERED = 3;
/** With enough to choose from, the search for further means ends after so many that repeat a means. */
const MOST_CONSIDERED = 30;
/** ΔE00 that one doubling of the pile is worth: a slightly better colour is not worth a bucket of paint. */
const DELTA_E_PER_DOUBLING = 0.7;
/** An addition must gain at least this, ΔE00, to be worth the stirring. */
const LEAST_GAIN = 0.3;
/** Share of an addition, as scaled by strength, below which a tube in it is nothing. */
const LEAST_SHARE = 1e-3;

/** @throws RangeError when target, pile or palette are outside their ranges or name a tube that is not in the box. */
export function nextAddition(query: PileQuery, conditions: LearningConditions): NextAddition {
  assertQuery(query);
  const learned = learnTubes(query.tubes, query.evidence, conditions);
  const pileVolume = query.parts.reduce((sum, part) => sum + part.volume, 0);
  const mixer = pileMixer(query, learned, conditions);
  const pile = mixer.labOf([{ tube: 0, volume: pileVolume }]);
  const miss = deltaE2000(query.target, pile);
  if (miss <= query.toleranceDeltaE2000) return { advice: "leave-it", pile, deltaE2000: miss };

  const exact = mixer.solveAdditions(query, pileVolume);
  const finish = ({ parts }: { readonly parts: readonly MixPart[] }): DosedAddition | undefined => {
    const addition = doseAddition(query, mixer, pile, pileVolume, parts);
    return addition.deltaE2000 < miss - LEAST_GAIN ? addition : undefined;
  };
  const offered = offerDifferent(exact, finish);
  // Few ways lead all the way: then each tube that mends one fault, with its side effects.
  for (const parts of mixer.mendOneAxis(query, pile, pileVolume)) {
    if (offered.length >= FEWEST_OFFERED) break;
    if (offered.some((other) => isSameTubes(other.parts, parts))) continue;
    offered.push(doseAddition(query, mixer, pile, pileVolume, parts));
  }
  const additions = offered.map((addition) => ({
    ...addition,
    spread: learned.spreadOf([...query.parts, ...addition.parts]),
  }));
  const full = exact[0];
  const fullVolume = full ? full.parts.reduce((sum, part) => sum + part.volume, 0) : Number.POSITIVE_INFINITY;
  const steps = full?.parts.length ?? 0;
  const kept = pileVolume / (pileVolume + fullVolume);
  const costs = {
    correct: { volume: fullVolume, steps },
    startAgain: { volume: pileVolume, steps: new Set(query.parts.map((part) => part.tube)).size },
    // Keeping only so much of the pile that the corrected one is as large as it was.
    scrapeBack: { volume: kept * fullVolume, steps: steps + 1, keptShare: kept },
  };
  const isCheaperNew = additions.length === 0 || fullVolume > pileVolume;
  return { advice: isCheaperNew ? "start-again" : "add", pile, deltaE2000: miss, additions, costs };
}

/**
 * The best safe one first, then the best by each other means; if those are few, others by the same means, and
 * in the end such as may overshoot, with their risk.
 */
function offerDifferent(
  exact: readonly { readonly parts: readonly MixPart[] }[],
  finish: (entry: { readonly parts: readonly MixPart[] }) => DosedAddition | undefined,
): DosedAddition[] {
  const offered: DosedAddition[] = [];
  const passedOver: DosedAddition[] = [];
  const risky: DosedAddition[] = [];
  for (const entry of exact) {
    if (offered.length > MOST_ALTERNATIVES) break;
    if (offered.length >= FEWEST_OFFERED && passedOver.length >= MOST_CONSIDERED) break;
    const addition = finish(entry);
    if (!addition || offered.some((other) => isSameTubes(other.parts, addition.parts))) continue;
    if (!addition.isSafe) risky.push(addition);
    else if (offered.some((other) => other.kind === addition.kind)) passedOver.push(addition);
    else offered.push(addition);
  }
  return [...offered, ...[...passedOver, ...risky].slice(0, Math.max(0, FEWEST_OFFERED - offered.length))];
}

type PileMixer = {
  readonly labOf: (parts: readonly MixPart[]) => LabD65;
  /** Exact additions, best first; parts name tubes of the box. */
  readonly solveAdditions: (query: PileQuery, pileVolume: number) => { parts: MixPart[]; cost: number }[];
  /** Single tubes that take the pile to the target on one axis: first on the one that is furthest off. */
  readonly mendOneAxis: (query: PileQuery, pile: LabD65, pileVolume: number) => MixPart[][];
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
    mendOneAxis: ({ target, allowed }, pile, pileVolume) => {
      const needed = threeWayDifference(pile, target);
      return [...AXES]
        .filter((axis) => needed[axis] !== 0)
        .sort((one, other) => Math.abs(needed[other]) - Math.abs(needed[one]))
        .flatMap((axis) =>
          correctors(
            {
              pile: pileOptics,
              tubes: allowed.map(opticsOf),
              axis: AXIS_NAMES[axis],
              change: needed[axis],
              maxTubes: 1,
            },
            conditions.view,
            conditions.surface,
          )
            .map(({ parts, predicted }) => ({ parts, miss: deltaE2000(target, predicted) }))
            .sort((one, other) => one.miss - other.miss),
        )
        .map(({ parts }) =>
          parts.map(({ tube, volume }) => ({ tube: allowed[tube] ?? -1, volume: volume * pileVolume })),
        );
    },
    solveAdditions: ({ target, maxTubes }, pileVolume) => {
      const found: { parts: MixPart[]; cost: number }[] = [];
      for (let size = 1; size <= Math.min(maxTubes, query.allowed.length); size++) {
        for (const subset of subsetsOf(query.allowed.length, size)) {
          const tubes = Uint8Array.from([0, ...Array.from(subset, (place) => place + 1)]);
          const start = Float64Array.from(tubes, (_, j) => (j === 0 ? 1 : 0.05));
          const squared = solver.solve(target, REFERENCE_FACTORS, tubes, start, tubes.length, FINE);
          const pileShare = solver.volumes[0] as number;
          const [pileScaled = 0, ...addedScaled] = solver.scaledVolumes(tubes.length);
          const leastScaled = LEAST_SHARE * (1 - pileScaled);
          if (!(pileShare > 0) || addedScaled.some((scaled) => scaled <= leastScaled)) continue;
          const scale = pileVolume / pileShare;
          const parts = Array.from(subset, (place, j) => ({
            tube: query.allowed[place] ?? -1,
            volume: (solver.volumes[j + 1] as number) * scale,
          }));
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

function doseAddition(
  query: PileQuery,
  mixer: PileMixer,
  pile: LabD65,
  pileVolume: number,
  exact: readonly MixPart[],
): DosedAddition {
  const placeOf = (tube: number): number => query.allowed.indexOf(tube) + 1;
  const after = (factors: readonly number[]): LabD65 =>
    mixer.labOf([
      { tube: 0, volume: pileVolume },
      ...exact.map((part, i) => ({
        tube: placeOf(part.tube),
        volume: part.volume * (factors[i] ?? Number.NaN),
      })),
    ]);
  const dose = safeDose(query.target, pile, exact.length, query.strengthError, after);
  const parts = exact.map((part) => ({ tube: part.tube, volume: part.volume * dose.share }));
  const predicted = after(exact.map(() => dose.share));
  const added = parts.reduce((sum, part) => sum + part.volume, 0);
  return {
    parts,
    kind: additionKind(
      pile,
      parts.map((part) => mixer.labOf([{ tube: placeOf(part.tube), volume: 1 }])),
      mixer.labOf(parts.map((part) => ({ tube: placeOf(part.tube), volume: part.volume }))),
    ),
    predicted,
    deltaE2000: deltaE2000(query.target, predicted),
    change: threeWayDifference(pile, predicted),
    growth: 1 + added / pileVolume,
    share: dose.share,
    crossingRisk: dose.crossingRisk,
    isSafe: dose.isSafe,
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
