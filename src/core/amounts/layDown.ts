/**
 * From exact shares to amounts that can be laid down: a range of pile sizes is tried, and the pile is kept whose colour stays
 * closest for little paint (./layPile). Water for a wash is an amount like any other. The loss against the exact recipe is
 * part of the answer.
 */
import { deltaE2000, type DeltaE2000Factors, REFERENCE_FACTORS } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import type { ColorModel } from "../mixing/colorModel";
import { sumOf } from "../numbers";
import { type Dosing, WATER_PLACE } from "./dosing";
import { roundOn } from "./ladder";
import { type FilmOfPile, pileColor } from "./pileColor";
import { ALMOST_ONE } from "./steps";

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

export type LayingWishes = {
  /** How strictly each axis is judged. */
  readonly factors?: DeltaE2000Factors;
  /** Largest share of the paint by place, (0, 1]: of a rest there is only so much. */
  readonly mostShare?: readonly number[];
};

/** Amounts that are laid, of which no one has asked yet what they are worth. */
export type Laying = Pick<LaidDown, "volumes" | "totalVolume" | "filmThickness"> & {
  readonly told: () => LaidDown;
};

const ENOUGH = Number.POSITIVE_INFINITY;
const ANY_SIZE = [0, ENOUGH] as const;

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
  wishes: LayingWishes = {},
): LaidDown {
  const wash = typeof film === "number" ? { thickness: film, undiluted: undefined } : film;
  return laying(mixer, tubes, shares, target, dosing, wash, wishes).told();
}

/** The same for a search, which lays many mixtures and tells of few. */
export function laying(
  mixer: ColorModel,
  tubes: readonly number[],
  shares: readonly number[],
  target: LabD65,
  dosing: Dosing,
  wash: FilmOfPile | undefined,
  { factors = REFERENCE_FACTORS, mostShare }: LayingWishes,
): Laying {
  const thinning = wash?.undiluted === undefined ? 0 : Math.max(0, wash.undiluted / wash.thickness - 1);
  const hasWater = thinning > 0;
  const places = hasWater ? [...tubes, WATER_PLACE] : tubes;
  const count = tubes.length;
  const exact = hasWater ? [...shares, thinning] : shares;
  const color = pileColor(mixer, tubes, target, factors, wash);
  const largest = Math.max(...shares);
  const main = shares.indexOf(largest);
  const ladders = places.map((tube) => dosing.ladder(tube));
  const ofMain = ladders[main];
  // The size of a pile counts its water.
  const sizes = dosing.sizesOfLargest(largest / sumOf(exact));
  if (!ofMain || sizes.length === 0) throw new RangeError("A dosing must try at least one size");
  const most = sizes[sizes.length - 1] as number;
  const { total, totalRange, deltaEPerUnit } = dosing;
  const laid = color.lay({
    paintCount: count,
    exact,
    main,
    sizes,
    ladders,
    mostShares: places.map((_, place) => (mostShare?.[place] ?? ENOUGH) / ALMOST_ONE),
    largestRange:
      (total ?? totalRange)
        ? ANY_SIZE
        : [roundOn(ofMain, sizes[0] as number) * ALMOST_ONE, roundOn(ofMain, most) / ALMOST_ONE],
    totalRange: totalRange ?? ANY_SIZE,
    total: total ?? Number.NaN,
    deltaEPerUnit,
  });
  const volumes = laid.slice(0, count);
  const totalVolume = sumOf(laid, count);
  const filmThickness = color.thicknessOf(laid);
  return {
    volumes,
    totalVolume,
    filmThickness,
    told: () => {
      const predicted = color.colorOf(laid);
      const difference = deltaE2000(target, predicted);
      return {
        volumes,
        totalVolume,
        filmThickness,
        water: laid[count] ?? 0,
        predicted,
        deltaE2000: difference,
        lossDeltaE2000: difference - deltaE2000(target, color.colorOf(exact)),
      };
    },
  };
}
