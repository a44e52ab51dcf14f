/** What a pile of some tubes looks like from an aim: its colour, how far off it is, and how its amounts move it. */
import { aimAt, writeAimResiduals } from "../color/aimDistance";
import type { DeltaE2000Factors } from "../color/ciede2000";
import type { LabD65 } from "../color/types";
import type { ColorModel, PileToLay } from "../mixing/colorModel";
import { labIn } from "../mixing/mixedLab";
import { sumOf, zeros } from "../numbers";
import { layPile } from "./layPile";
import type { WriteResiduals } from "./pileGuess";

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
  /** By the model where it can, else in plain form. */
  readonly lay: (pile: PileToLay) => readonly number[];
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
  const indices = new Uint8Array(tubes);
  const aim = aimAt(target, factors);
  const scaled = zeros(count);
  const lab = zeros(3);

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
  const writeResiduals: WriteResiduals = (out, volumes) => {
    writeScaled(volumes);
    mixer.writeLab(lab, indices, scaled, count);
    writeAimResiduals(out, aim, lab[0] as number, lab[1] as number, lab[2] as number);
  };

  return {
    thicknessOf,
    colorOf,
    lay: (pile) => (wash ? undefined : mixer.layPile?.(pile, indices, aim)) ?? layPile(pile, writeResiduals),
  };
}
