/** What a pile of some tubes looks like from an aim: its colour, how far off it is, and how its amounts move it. */
import { aimAt, distanceTo } from "../color/aimDistance";
import type { DeltaE2000Factors } from "../color/ciede2000";
import { localMetric, writeAxes } from "../color/localMetric";
import type { LabD65 } from "../color/types";
import type { ColorModel, PileAround } from "../mixing/colorModel";
import { labIn } from "../mixing/mixedLab";
import { sumOf } from "../numbers";
import { type BestBeside, besidePile } from "./besidePile";

/** A film, and what water makes of it. */
export type FilmOfPile = {
  /** The dry thickness that the exact mixture is laid in. */
  readonly thickness: number;
  /** Dry thickness of one undiluted layer; without it no water is counted and the thickness stays. */
  readonly undiluted: number | undefined;
};

/** Volumes are those of the tubes, then that of water if there is any. Not reentrant: one pile is looked at at a time. */
export type PileColor = {
  /** Dry thickness that the amounts come to; undefined for opaque paint. */
  readonly thicknessOf: (volumes: ArrayLike<number>) => number | undefined;
  readonly colorOf: (volumes: ArrayLike<number>) => LabD65;
  /** By the rule that the search goes by, ΔE00 (../color/aimDistance). */
  readonly distanceOf: (volumes: ArrayLike<number>) => number;
  /** By the model where it can, else in plain form. @param costOf - what a pile costs. */
  readonly besideOf: (around: PileAround, costOf: (volumes: ArrayLike<number>) => number) => BestBeside;
};

/** @param tubes - indices into the paint table. @param wash - undefined for opaque paint. */
export function pileColor(
  mixer: ColorModel,
  tubes: readonly number[],
  target: LabD65,
  factors: DeltaE2000Factors,
  wash: FilmOfPile | undefined,
): PileColor {
  const count = tubes.length;
  const indices = Uint8Array.from(tubes);
  const aim = aimAt(target, factors);
  const metric = localMetric(target, factors);
  const scaled = new Float64Array(count);
  const lab = new Float64Array(3);
  const slopes = new Float64Array(3 * count);

  const thicknessOf = (volumes: ArrayLike<number>): number | undefined => {
    if (!wash) return undefined;
    if (wash.undiluted === undefined) return wash.thickness;
    const paint = sumOf(volumes, count);
    return (wash.undiluted * paint) / (paint + (volumes[count] ?? 0));
  };
  const writeScaled = (volumes: ArrayLike<number>): void => {
    const thickness = thicknessOf(volumes);
    const scale = thickness === undefined ? 1 : thickness / sumOf(volumes, count);
    for (let j = 0; j < count; j++) scaled[j] = (volumes[j] as number) * scale;
  };
  const colorOf = (volumes: ArrayLike<number>): LabD65 => {
    writeScaled(volumes);
    mixer.writeLab(lab, indices, scaled, count);
    return labIn(lab);
  };
  const writeOutlook = (outlook: Float64Array, volumes: Float64Array): void => {
    mixer.writeLabAndSlopes(lab, slopes, indices, volumes, count);
    const [l = Number.NaN, a = Number.NaN, b = Number.NaN] = lab;
    writeAxes(outlook, 0, metric, l - target[0], a - target[1], b - target[2]);
    for (let j = 0; j < count; j++) {
      const moved = (axis: number): number => (volumes[j] as number) * (slopes[3 * j + axis] as number);
      writeAxes(outlook, 3 + 3 * j, metric, moved(0), moved(1), moved(2));
    }
  };
  // Of a film the slopes are not those of its ratios alone.
  const outlookOf = mixer.isScaleFree ? writeOutlook : undefined;

  return {
    thicknessOf,
    colorOf,
    distanceOf: (volumes) => {
      writeScaled(volumes);
      return mixer.distanceOf?.(aim, indices, scaled, count) ?? distanceTo(aim, colorOf(volumes));
    },
    besideOf: (around, costOf) => {
      let plain: BestBeside | undefined;
      const inPlainForm: BestBeside = (mostMoved, cost) => {
        plain ??= besidePile(around, count, costOf, outlookOf);
        return plain(mostMoved, cost);
      };
      if (wash || !mixer.bestBeside) return inPlainForm;
      const asked = { ...around, tubes: indices, aim, metric };
      return (mostMoved, cost) => mixer.bestBeside?.(asked, mostMoved, cost) ?? inPlainForm(mostMoved, cost);
    },
  };
}
