/**
 * One thing changed on purpose, in amounts that a hand can lay: of the doses around the exact one that which comes
 * nearest to the wanted change with the least side effect. What is said of it is what the laid dose does.
 */
import { type Dosing, type DosingChoice, dosingOf, measuringOn, WATER_PLACE } from "../amounts/dosing";
import type { SurfaceConstants } from "../mixing/saunderson";
import { volumeOf } from "../numbers";
import type { ViewingWeights } from "../spectrum/colorimetry";
import { labAfterAddition, pileModel, waterPlaceOf } from "./pileModel";
import { type Corrector, correctorOf, type CorrectorQuery, correctors, movedAlong } from "./correctors";

export type LaidCorrectorQuery = CorrectorQuery & {
  /** Volume of the pile, > 0, in the unit of the dosing. */
  readonly pileVolume: number;
  readonly dosing: DosingChoice;
  /** Volumes of the pile that may be added at most; {@link MOST_ADDED} when it is left out. */
  readonly mostAdded?: number;
  /** White tubes, by their place: two of them in one addition are one and the same means. */
  readonly whites?: readonly number[];
  /** Whether dulling may lighten, so that white alone counts as a way to dull; true when it is left out. */
  readonly mayLighten?: boolean;
};

/** What is added to change one thing is no new pile: as with any addition, at most it grows fourfold. */
export const MOST_ADDED = 3;

export type LaidCorrectors = {
  /** Volumes are those of the whole addition, in the unit of the dosing. Least side effect first. */
  readonly ways: readonly Corrector[];
  /** Tubes that would do it, of which the smallest amount does too much for so small a pile. */
  readonly tooStrong: readonly number[];
  /** Where no way is within the limit of growth: the one that would take the least paint, and how much. */
  readonly beyond: Corrector | undefined;
};

/** A dose that moves the pile by less or more than these shares of what was wanted does something else. */
const LEAST_MOVE = 0.5;
const MOST_MOVE = 1.5;
/** White that lightens less than this while it dulls makes up for what darkens, L*. */
const VALUE_HELD = 2;
/** How much of a side effect is worth one unit along the axis. */
const SIDE_EFFECT_WEIGHT = 0.3;

/** @throws RangeError when the wanted change is zero or not finite, or the pile has no volume. */
export function laidCorrectors(
  query: LaidCorrectorQuery,
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): LaidCorrectors {
  const { pileVolume, axis, change } = query;
  if (!(pileVolume > 0)) throw new RangeError(`A pile has a volume above zero, got ${pileVolume}`);
  const dosing = withWater(dosingOf(query.dosing), waterPlaceOf(query));
  const mixer = pileModel(query, view, surface);
  const labWith = labAfterAddition(mixer, pileVolume);
  const start = labWith([]);
  const { mostAdded = MOST_ADDED, whites = [], mayLighten = true } = query;
  const addedBy = ({ parts }: Corrector): number => volumeOf(parts);
  const whitesIn = ({ parts }: Corrector): number => parts.filter(({ tube }) => whites.includes(tube)).length;
  const isMeant = (way: Corrector): boolean => {
    if (whitesIn(way) > 1) return false;
    const isQuietened = axis === "chroma" && change < 0 && whitesIn(way) > 0;
    return !isQuietened || mayLighten || way.change.deltaLightness <= VALUE_HELD;
  };
  const every = correctors(query, view, surface).filter(isMeant);
  const exact = every.filter((way) => addedBy(way) <= mostAdded);
  const laid = exact.map(({ parts }) => {
    const whole = parts.map(({ tube, volume }) => ({ tube, volume: volume * pileVolume }));
    return dosesAround(whole, dosing)
      .map((dose) => correctorOf(axis, start, dose, labWith(dose)))
      .map((way) => {
        const moved = movedAlong(axis, start, way.predicted);
        return { way, moved, cost: Math.abs(moved - change) + SIDE_EFFECT_WEIGHT * way.sideEffect };
      })
      .reduce((best, next) => (next.cost < best.cost ? next : best));
  });
  const does = ({ moved }: { readonly moved: number }): boolean =>
    moved / change >= LEAST_MOVE && moved / change <= MOST_MOVE;
  const ways = laid
    .filter(does)
    .map(({ way }) => way)
    .filter((way) => isMeant(way) && addedBy(way) <= mostAdded * pileVolume);
  const used = new Set(ways.flatMap(({ parts }) => parts.map(({ tube }) => tube)));
  const tooStrong = laid.flatMap((one) => {
    const [only, ...more] = one.way.parts;
    return only && more.length === 0 && !does(one) && !used.has(only.tube) ? [only.tube] : [];
  });
  const distinct = ways.filter(
    (way, i) => ways.findIndex((other) => keyOf(other.parts) === keyOf(way.parts)) === i,
  );
  const [least] = [...every].sort((one, other) => addedBy(one) - addedBy(other));
  return {
    ways: distinct.sort((a, b) => a.sideEffect - b.sideEffect || a.parts.length - b.parts.length),
    tooStrong,
    beyond:
      distinct.length === 0 && tooStrong.length === 0 && least && addedBy(least) > mostAdded
        ? { ...least, parts: least.parts.map(({ tube, volume }) => ({ tube, volume: volume * pileVolume })) }
        : undefined,
  };
}

/** The same measure for tubes by their place, water among them. */
export function withWater(dosing: Dosing, water: number | undefined): Dosing {
  const placeOf = (tube: number): number => (tube === water ? WATER_PLACE : tube);
  return {
    ...dosing,
    ...measuringOn((tube) => dosing.ladder(placeOf(tube))),
  };
}

function keyOf(parts: Corrector["parts"]): string {
  return parts.map(({ tube, volume }) => `${tube}:${volume}`).join();
}

/** Each amount rounded, one step less and one more; a part below the smallest dose may stay out. */
export function dosesAround(exact: Corrector["parts"], dosing: Dosing): Corrector["parts"][] {
  let all: Corrector["parts"][] = [[]];
  for (const { tube, volume } of exact) {
    const rounded = dosing.round(volume, tube);
    const step = dosing.step(rounded, tube);
    const choices = [rounded, rounded - step, rounded + step].filter(
      (choice) => choice >= dosing.smallest(tube) / 2,
    );
    const canStayOut = exact.length > 1 && volume < dosing.smallest(tube);
    all = all.flatMap((dose) => [
      ...choices.map((choice) => [...dose, { tube, volume: dosing.round(choice, tube) }]),
      ...(canStayOut ? [dose] : []),
    ]);
  }
  return all.filter((dose) => dose.length > 0);
}
