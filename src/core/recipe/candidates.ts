/** Solved sets of tubes, cleaned of traces and computed again: what the answers are chosen from. */
import { aimDistance } from "../color/aimDistance";
import { deltaE2000 } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { mixedLab } from "../mixing/mixedLab";
import { sumOf } from "../numbers";
import type { NumberRow } from "../spectrum/types";
import { keepsLimits } from "./solverLimits";
import type { RecipeQuery } from "./types";

export type Solved = {
  readonly tubes: Uint8Array;
  /** Volumes as scaled by strength. */
  readonly scaled: NumberRow;
  /** ΔE00², and more where limits are broken. */
  readonly squared: number;
};

export function bySquared(a: Solved, b: Solved): number {
  return a.squared - b.squared;
}

/** The least ΔE00² of them. */
export function bestOf(solved: readonly Solved[]): number {
  return solved.reduce((best, { squared }) => Math.min(best, squared), Number.POSITIVE_INFINITY);
}

export type Candidate = {
  readonly tubes: readonly number[];
  /** Shares of an opaque mixture, amounts per area of a film. */
  readonly volumes: readonly number[];
  readonly lab: LabD65;
  /** From the target, by the rule that the search goes by (../color/aimDistance). */
  readonly distance: number;
  /** From the target, with the factors that were asked for. */
  readonly deltaE2000: number;
  /** ΔE00 by which a 10 % larger dose of each tube moves the colour; worked out when it is asked for. */
  readonly dosingShifts: () => readonly number[];
};

/** A share that a hand cannot lay down and an eye cannot see: such a tube is left out. */
const SMALLEST_SHARE = 1e-5;
const DOSING_ERROR = 0.1;
/** ΔE00 below which closeness is noise of the solver and the plainer recipe wins. */
export const INDISTINGUISHABLE = 0.005;

/**
 * Leaves out traces, then computes the colour again, so that what is said is what the volumes give.
 *
 * @param volumes - in the order of the tubes; there may be more behind them.
 */
export function candidateFrom(
  tubes: Uint8Array,
  volumes: Float64Array,
  mixer: ColorModel,
  query: RecipeQuery,
): Candidate | undefined {
  const least = SMALLEST_SHARE * sumOf(volumes, tubes.length);
  const keptTubes: number[] = [];
  const kept: number[] = [];
  for (let j = 0; j < tubes.length; j++) {
    const volume = volumes[j] as number;
    if (!(volume > least)) continue;
    keptTubes.push(tubes[j] as number);
    kept.push(volume);
  }
  if (kept.length === 0) return undefined;
  const scale = mixer.isScaleFree ? 1 / sumOf(kept) : 1;
  const keptVolumes = kept.map((volume) => volume * scale);
  return mixedCandidate(keptTubes, keptVolumes, mixer, query);
}

/**
 * A candidate from volumes that are final.
 *
 * @param tubes - indices into the paint table.
 * @param volumes - shares of an opaque mixture, amounts per area of a film.
 */
export function mixedCandidate(
  tubes: readonly number[],
  volumes: readonly number[],
  mixer: ColorModel,
  query: Pick<RecipeQuery, "target" | "factors">,
): Candidate {
  const lab = mixedLab(mixer, tubes, volumes);
  const shiftOf = (place: number): number => {
    const dosed = volumes.map((volume, i) => (i === place ? volume * (1 + DOSING_ERROR) : volume));
    return deltaE2000(lab, mixedLab(mixer, tubes, dosed));
  };
  let shifts: readonly number[] | undefined;
  return {
    tubes,
    volumes,
    lab,
    distance: aimDistance(query.target, lab, query.factors),
    deltaE2000: deltaE2000(query.target, lab, query.factors),
    dosingShifts: () => (shifts ??= volumes.map((_, place) => shiftOf(place))),
  };
}

/** How far the colour moves at most when one dose is 10 % too large, ΔE00. */
export function largestShiftOf({ dosingShifts }: Candidate): number {
  return Math.max(...dosingShifts());
}

/** Closest first; of equally close ones the one with fewer tubes, then the one that forgives a wrong dose. */
export function byClosenessThenSize(a: Candidate, b: Candidate): number {
  const steps = Math.round(a.distance / INDISTINGUISHABLE) - Math.round(b.distance / INDISTINGUISHABLE);
  return steps || a.tubes.length - b.tubes.length || largestShiftOf(a) - largestShiftOf(b);
}

/** A larger subset whose extra tube came out at zero repeats a smaller one: keep the closer of the two. */
export function distinctByTubes<C extends Candidate>(candidates: readonly C[]): C[] {
  const byTubes = new Map<string, C>();
  for (const candidate of candidates) {
    const key = candidate.tubes.join(",");
    const other = byTubes.get(key);
    if (!other || candidate.distance < other.distance) byTubes.set(key, candidate);
  }
  return [...byTubes.values()];
}

/** Up to which share of the volume a part, and up to which ΔE00 a colour, does not make another answer. */
export type Sameness = { readonly share: number; readonly deltaE2000: number };

/** Of exact mixtures: an invisible trace. */
export const TRACE: Sameness = { share: 1e-3, deltaE2000: 0.05 };
/** Of what a hand lays down: a painter would call them one recipe. */
export const GLANCE: Sameness = { share: 0.05, deltaE2000: 0.5 };

/** Same tubes, or the same but for small parts, and colours that are nearly one. */
export function areOneAnswer(a: Candidate, b: Candidate, { share, deltaE2000: apart }: Sameness): boolean {
  const isSameTubes = a.tubes.join() === b.tubes.join() || mainTubes(a, share) === mainTubes(b, share);
  return isSameTubes && deltaE2000(a.lab, b.lab) <= apart;
}

function mainTubes({ tubes, volumes }: Candidate, leastShare: number): string {
  const total = sumOf(volumes);
  return tubes.filter((_, i) => (volumes[i] ?? 0) >= leastShare * total).join();
}

/**
 * Whether a set of tubes holds what it must and nothing that it must not.
 *
 * @param tubes - indices into the paint table.
 */
export function isAllowedSet(
  tubes: ArrayLike<number> & Iterable<number>,
  { required = [], forbidden = [] }: Pick<RecipeQuery, "required" | "forbidden">,
): boolean {
  if (required.length === 0 && forbidden.length === 0) return true;
  const held = [...tubes];
  return required.every((tube) => held.includes(tube)) && !forbidden.some((tube) => held.includes(tube));
}

/** Whether a finished candidate keeps every wish of the query. */
export function isAllowed({ tubes, volumes, lab }: Candidate, query: RecipeQuery): boolean {
  const { limits, mostShare, thickestFilm, target } = query;
  return (
    isAllowedSet(tubes, query) &&
    keepsLimits({ axes: limits, mostShare, mostVolume: thickestFilm }, target, lab, tubes, volumes)
  );
}
