/** Exact additions to a pile: the pile counts as an ingredient of which all is used. */
import { aimDistance } from "../color/aimDistance";
import { REFERENCE_FACTORS } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import { threeWayDifference } from "../describe/difference";
import type { LearningConditions } from "../learning/boxModel";
import type { MixPart } from "../learning/evidence";
import type { LearnedTubes } from "../learning/learnTubes";
import { labIn } from "../mixing/mixedLab";
import { blendOptics } from "../mixing/mixture";
import { opaqueModel } from "../mixing/opaqueModel";
import { volumeOf, zeros } from "../numbers";
import { subsetsOf } from "../recipe/subsets";
import { FINE, subsetSolver } from "../recipe/subsetSolver";
import type { OpticalModel } from "../spectrum/types";
import { tubeAt } from "../tube/tubeAt";
import { type AdditionPart, plainParts } from "./additionPart";
import { correctors } from "./correctors";
import type { PileQuery } from "./pileQuery";
import { AXES, type WriteAfter } from "./safeDose";
import { meantGrowth } from "./ways";

const AXIS_NAMES = { deltaLightness: "value", deltaChroma: "chroma", deltaHue: "hue" } as const;
/** ΔE00 that one doubling of the pile is worth: a slightly better colour is not worth a bucket of paint. */
const DELTA_E_PER_DOUBLING = 0.9;
/** ΔE00 that an addition must gain to be worth its paint; up to what the pile is meant to be paint costs nothing. */
export function priceOfGrowth({ parts, meantVolume }: PileQuery, growth: number): number {
  const larger = growth / meantGrowth(volumeOf(parts), meantVolume);
  return DELTA_E_PER_DOUBLING * Math.log2(Math.max(1, larger));
}

/** Share of an addition, as scaled by strength, below which a tube in it is nothing. */
const LEAST_SHARE = 1e-3;

/** Paint that may be added, as it is or thinned. */
type Entry = Pick<AdditionPart, "tube" | "thinned">;

export type PileMixer = {
  readonly pile: LabD65;
  /** Colour of the pile, or of nothing, with parts added. */
  readonly labOf: (volumeBefore: number, parts: readonly AdditionPart[]) => LabD65;
  /** The same for many volumes of the same parts. */
  readonly afterAdding: (volumeBefore: number, parts: readonly Entry[]) => WriteAfter;
  /** Exact additions, best first; parts name tubes of the box. */
  readonly solveAdditions: (maxTubes: number) => { parts: AdditionPart[]; cost: number }[];
  /** Single tubes that take the pile to the target on one axis: first on the one that is furthest off. */
  readonly mendOneAxis: () => AdditionPart[][];
};

/** An evaluator whose tube 0 is the pile itself and whose further tubes are the paint that may be added. */
export function pileMixer(
  query: PileQuery,
  learned: LearnedTubes,
  conditions: LearningConditions,
  entries: readonly Entry[] = query.allowed.map((tube) => ({ tube })),
): PileMixer {
  const blendOf = (parts: readonly MixPart[]): OpticalModel =>
    blendOptics(parts.map(({ tube, volume }) => ({ optics: tubeAt(learned.tubes, tube), volume })));
  const pileOptics = blendOf(query.parts);
  const paints = entries.map((entry) => blendOf(plainParts([{ ...entry, volume: 1 }])));
  const mixer = opaqueModel([pileOptics, ...paints], conditions.view, conditions.surface);
  const solver = subsetSolver(mixer);
  const out = zeros(3);
  const { target, factors = REFERENCE_FACTORS } = query;
  const pileVolume = volumeOf(query.parts);
  const placeOf = ({ tube, thinned }: Entry): number =>
    1 + entries.findIndex((entry) => entry.tube === tube && entry.thinned === thinned);
  const afterAdding: PileMixer["afterAdding"] = (volumeBefore, parts) => {
    const places = Uint8Array.from([0, ...parts.map(placeOf)]);
    const all = zeros(places.length);
    all[0] = volumeBefore;
    return (lab, volumes) => {
      for (let i = 0; i < parts.length; i++) all[i + 1] = volumes[i] as number;
      mixer.writeLab(lab, places, all, places.length);
    };
  };
  const labOf: PileMixer["labOf"] = (volumeBefore, parts) => {
    afterAdding(volumeBefore, parts)(
      out,
      parts.map(({ volume }) => volume),
    );
    return labIn(out);
  };
  const pile = labOf(1, []);
  return {
    pile,
    labOf,
    afterAdding,
    mendOneAxis: () => {
      const needed = threeWayDifference(pile, target);
      return [...AXES]
        .filter((axis) => needed[axis] !== 0)
        .sort((one, other) => Math.abs(needed[other]) - Math.abs(needed[one]))
        .flatMap((axis) =>
          correctors(
            { pile: pileOptics, tubes: paints, axis: AXIS_NAMES[axis], change: needed[axis], maxTubes: 1 },
            conditions.view,
            conditions.surface,
          )
            .map(({ parts, predicted }) => ({ parts, miss: aimDistance(target, predicted) }))
            .sort((one, other) => one.miss - other.miss),
        )
        .map(({ parts }) =>
          parts.flatMap(({ tube, volume }) => {
            const entry = entries[tube];
            return entry ? [{ ...entry, volume: volume * pileVolume }] : [];
          }),
        );
    },
    solveAdditions: (maxTubes) => {
      const found: { parts: AdditionPart[]; cost: number }[] = [];
      for (let size = 1; size <= Math.min(maxTubes, entries.length); size++) {
        for (const subset of subsetsOf(entries.length, size)) {
          const tubes = Uint8Array.from([0, ...Array.from(subset, (place) => place + 1)]);
          const start = Float64Array.from(tubes, (_, j) => (j === 0 ? 1 : 0.05));
          const squared = solver.solve(target, factors, tubes, start, tubes.length, FINE);
          const pileShare = solver.volumes[0] as number;
          const [pileScaled = 0, ...addedScaled] = solver.scaledVolumes(tubes.length);
          const leastScaled = LEAST_SHARE * (1 - pileScaled);
          if (!(pileShare > 0) || addedScaled.some((scaled) => scaled <= leastScaled)) continue;
          const scale = pileVolume / pileShare;
          const parts = Array.from(subset).flatMap((place, j) => {
            const entry = entries[place];
            return entry ? [{ ...entry, volume: (solver.volumes[j + 1] as number) * scale }] : [];
          });
          const added = volumeOf(parts);
          found.push({
            parts,
            cost: Math.sqrt(squared) + priceOfGrowth(query, 1 + added / pileVolume),
          });
        }
      }
      return found.sort((a, b) => a.cost - b.cost);
    },
  };
}
