/**
 * One thing changed on purpose, in amounts that a hand can lay: of the doses around the exact one that which comes
 * nearest to the wanted change with the least side effect. What is said of it is what the laid dose does.
 */
import { type Dosing, type DosingChoice, dosingOf } from "../amounts/dosing";
import { type LabD65, labD65 } from "../color/types";
import type { SurfaceConstants } from "../mixing/saunderson";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import type { ViewingWeights } from "../spectrum/colorimetry";
import { type Corrector, correctorOf, type CorrectorQuery, correctors, movedAlong } from "./correctors";

export type LaidCorrectorQuery = CorrectorQuery & {
  /** Volume of the pile, > 0, in the unit of the dosing. */
  readonly pileVolume: number;
  readonly dosing: DosingChoice;
};

export type LaidCorrectors = {
  /** Volumes are those of the whole addition, in the unit of the dosing. Least side effect first. */
  readonly ways: readonly Corrector[];
  /** Tubes that would do it, of which the smallest amount does too much for so small a pile. */
  readonly tooStrong: readonly number[];
};

/** A dose that moves the pile by less or more than these shares of what was wanted does something else. */
const LEAST_MOVE = 0.5;
const MOST_MOVE = 1.5;
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
  const dosing = dosingOf(query.dosing);
  const mixer = new MixtureEvaluator([query.pile, ...query.tubes], view, surface);
  const out = new Float64Array(3);
  const labWith = (parts: Corrector["parts"]): LabD65 => {
    mixer.writeLab(
      out,
      Uint8Array.from([0, ...parts.map(({ tube }) => tube + 1)]),
      Float64Array.from([pileVolume, ...parts.map(({ volume }) => volume)]),
      parts.length + 1,
    );
    return labD65(out[0] as number, out[1] as number, out[2] as number);
  };
  const start = labWith([]);
  const exact = correctors(query, view, surface);
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
  const ways = laid.filter(does).map(({ way }) => way);
  const used = new Set(ways.flatMap(({ parts }) => parts.map(({ tube }) => tube)));
  const tooStrong = laid.flatMap((one) => {
    const [only, ...more] = one.way.parts;
    return only && more.length === 0 && !does(one) && !used.has(only.tube) ? [only.tube] : [];
  });
  const distinct = ways.filter(
    (way, i) => ways.findIndex((other) => keyOf(other.parts) === keyOf(way.parts)) === i,
  );
  return {
    ways: distinct.sort((a, b) => a.sideEffect - b.sideEffect || a.parts.length - b.parts.length),
    tooStrong,
  };
}

function keyOf(parts: Corrector["parts"]): string {
  return parts.map(({ tube, volume }) => `${tube}:${volume}`).join();
}

/** Each amount rounded, one step less and one more; a part below the smallest dose may stay out. */
function dosesAround(exact: Corrector["parts"], dosing: Dosing): Corrector["parts"][] {
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
