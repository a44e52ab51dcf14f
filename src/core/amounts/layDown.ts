/**
 * From exact shares to amounts that can be laid down: tries a range of pile sizes, rounds every amount,
 * improves it one step at a time, keeps the pile whose colour stays closest for little paint, and looks all
 * around it once more. Water for a wash is an amount like any other. The loss against the exact recipe is part
 * of the answer.
 */
import { aimAt, distanceTo } from "../color/aimDistance";
import { deltaE2000, type DeltaE2000Factors, REFERENCE_FACTORS } from "../color/ciede2000";
import { localMetric, writeAxes } from "../color/localMetric";
import { type LabD65, labD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { ALMOST_ONE, amountsFor, sumOf, type Trial } from "./amountsAround";
import { type Dosing, WATER_PLACE } from "./dosing";

export type LaidDown = {
  /** Volume of each tube in the unit of the dosing, same order as the shares. */
  readonly volumes: readonly number[];
  /** Volume of all paint, without water. */
  readonly totalVolume: number;
  /** Volume of water in the same unit; 0 for opaque paint. */
  readonly water: number;
  /** Of a film: the dry thickness that these amounts come to. */
  readonly filmThickness: number | undefined;
  readonly predicted: LabD65;
  /** ΔE00 of the rounded mixture to the target, and how much of that is the rounding's. */
  readonly deltaE2000: number;
  readonly lossDeltaE2000: number;
};

/** A film, and what water makes of it. */
export type FilmOfPile = {
  /** The dry thickness that the exact mixture is laid in. */
  readonly thickness: number;
  /** Dry thickness of one undiluted layer; without it no water is counted and the thickness stays. */
  readonly undiluted: number | undefined;
};

export type LayingWishes = {
  /** How strictly each axis is judged. */
  readonly factors?: DeltaE2000Factors;
  /** Largest share of the paint by place, (0, 1]: of a rest there is only so much. */
  readonly mostShare?: readonly number[];
  /** Looks all around every size instead of the best one: ten times the work, for the last tenths of ΔE00. */
  readonly isThorough?: boolean;
};

/** Of the miss of the best mixture so much stays, however it is rounded: the search for it ends a little before it. */
const NEVER_NEARER = 0.9;
/** So much of the paint that a search for the best amounts begins with is in them, at least. */
const PAINT_KEPT = 0.7;

/** An amount that is laid down: a tube of the paint table, or water. */
type Places = readonly number[];

/**
 * @param tubes - indices into the paint table.
 * @param shares - of each of them by volume in the best mixture of them for the target; they sum to 1.
 * @param film - how a wash is laid, or only its dry thickness; undefined for opaque paint.
 * @throws RangeError when the dosing tries no size at all.
 */
export function layDown(
  mixer: ColorModel,
  tubes: readonly number[],
  shares: readonly number[],
  target: LabD65,
  dosing: Dosing,
  film?: FilmOfPile | number,
  { factors = REFERENCE_FACTORS, mostShare, isThorough = false }: LayingWishes = {},
): LaidDown {
  const wash = typeof film === "number" ? { thickness: film, undiluted: undefined } : film;
  const thinning = wash?.undiluted === undefined ? 0 : Math.max(0, wash.undiluted / wash.thickness - 1);
  const hasWater = thinning > 0;
  const places: Places = hasWater ? [...tubes, WATER_PLACE] : tubes;
  const count = tubes.length;
  const exact = hasWater ? [...shares, thinning] : shares;
  const indices = Uint8Array.from(tubes);
  const buffer = new Float64Array(count);
  const out = new Float64Array(3);
  const thicknessOf = (volumes: ArrayLike<number>): number | undefined => {
    if (!wash) return undefined;
    if (wash.undiluted === undefined) return wash.thickness;
    const paint = sumOf(volumes, count);
    return (wash.undiluted * paint) / (paint + (volumes[count] ?? 0));
  };
  const writeScaled = (volumes: ArrayLike<number>): void => {
    const thickness = thicknessOf(volumes);
    const scale = thickness === undefined ? 1 : thickness / sumOf(volumes, count);
    for (let j = 0; j < count; j++) buffer[j] = (volumes[j] as number) * scale;
  };
  const colorOf = (volumes: ArrayLike<number>): LabD65 => {
    writeScaled(volumes);
    mixer.writeLab(out, indices, buffer, count);
    return labD65(out[0] as number, out[1] as number, out[2] as number);
  };
  const aim = aimAt(target, factors);
  const distanceOf = (volumes: ArrayLike<number>): number => {
    writeScaled(volumes);
    return mixer.distanceOf?.(aim, indices, buffer, count) ?? distanceTo(aim, colorOf(volumes));
  };
  const costOf = (volumes: ArrayLike<number>): number =>
    distanceOf(volumes) + dosing.deltaEPerUnit * sumOf(volumes, count);
  const slopes = new Float64Array(3 * count);
  const metric = localMetric(target, factors);
  const writeOutlook = (outlook: Float64Array, volumes: Float64Array): void => {
    mixer.writeLabAndSlopes(out, slopes, indices, volumes, count);
    const [l = Number.NaN, a = Number.NaN, b = Number.NaN] = out;
    writeAxes(outlook, 0, metric, l - target[0], a - target[1], b - target[2]);
    for (let j = 0; j < count; j++) {
      const volume = volumes[j] as number;
      const at = 3 * j;
      writeAxes(
        outlook,
        at + 3,
        metric,
        volume * (slopes[at] as number),
        volume * (slopes[at + 1] as number),
        volume * (slopes[at + 2] as number),
      );
    }
  };
  const whole = sumOf(shares, count);
  const largest = Math.max(...shares);
  // The size of a pile counts its water.
  const sizes = dosing.sizesOfLargest(largest / sumOf(exact, exact.length));
  const pile = amountsFor({
    places,
    paintCount: count,
    dosing,
    largestRange: largestRange(sizes, dosing, tubes[shares.indexOf(largest)]),
    mostShare,
    costOf,
    // Of a film the slopes are not those of its ratios alone.
    writeOutlook: mixer.isScaleFree ? writeOutlook : undefined,
  });
  let best: Trial | undefined;
  const leastMiss = NEVER_NEARER * distanceOf(exact);
  for (const size of sizes) {
    // However it is rounded, a pile of this size costs more than the best pile.
    if (best && leastMiss + dosing.deltaEPerUnit * PAINT_KEPT * whole * (size / largest) > best.cost)
      continue;
    const rounded = pile.rounded(exact.map((share) => (share * size) / largest));
    const trial = pile.improved(rounded, isThorough);
    if (!best || trial.cost < best.cost) best = trial;
  }
  if (!best) throw new RangeError("A dosing must try at least one size");
  const { volumes } = pile.improved(best.volumes, true);
  const predicted = colorOf(volumes);
  const difference = deltaE2000(target, predicted);
  return {
    volumes: volumes.slice(0, count),
    totalVolume: sumOf(volumes, count),
    water: volumes[count] ?? 0,
    filmThickness: thicknessOf(volumes),
    predicted,
    deltaE2000: difference,
    lossDeltaE2000: difference - deltaE2000(target, colorOf(exact)),
  };
}

/** Rounding may carry the main ingredient by half a step beyond the sizes that were asked for, not more. */
function largestRange(
  sizes: readonly number[],
  dosing: Dosing,
  mainTube: number | undefined,
): readonly [number, number] {
  const rounded = sizes.map((size) => dosing.round(size, mainTube ?? WATER_PLACE));
  return [Math.min(...rounded) * ALMOST_ONE, Math.max(...rounded) / ALMOST_ONE];
}
