/**
 * Which painted cells went wrong: those that miss their prediction in another way than the cells like them do. A tube that
 * differs from its model moves all of its mixtures alike, a wrong dose moves one.
 */
import { deltaE2000 } from "../../core/color/ciede2000";
import { labD65, type LabD65 } from "../../core/color/types";
import { meanStrength } from "../../core/mixing/strength";
import { opticsOfTube } from "../tube/optics";
import type { Tube } from "../tube/tube";
import type { ChartDose } from "./chartDoses";

export type PaintedBeside = {
  readonly key: string;
  readonly read: LabD65;
  readonly predicted: LabD65;
  /** Of each tube in it, the share of the colouring; they sum to 1. */
  readonly tubes: ReadonlyMap<number, number>;
};

/** Predicted colours so far apart hardly speak of each other, in CIELAB. */
const LIKE = 14;
/** What cells have in common counts beside how near their colours lie. */
const COMMON = 0.1;
/** A cell as far off as this from what the others say, ΔE00, may be one of another mixture. */
const LEAST = 6;
/** Against the middle of all such distances on the sheet. */
const TIMES = 4;
/** With fewer cells nothing can be said of one. */
const FEWEST = 6;

/** Keys of cells that are not believed. */
export function doubtedCells(cells: readonly PaintedBeside[]): readonly string[] {
  if (cells.length < FEWEST) return [];
  let left = cells;
  const doubted: string[] = [];
  // The worst one pulls at the others: each is judged again without it.
  for (;;) {
    const off = left.map((cell) => deltaE2000(cell.read, expected(cell, left)));
    const worst = off.reduce((at, distance, i) => (distance > (off[at] ?? 0) ? i : at), 0);
    const middle = [...off].sort((one, other) => one - other)[Math.floor(off.length / 2)] ?? 0;
    const cell = left[worst];
    if (!cell || left.length < FEWEST || (off[worst] ?? 0) < Math.max(LEAST, TIMES * middle)) return doubted;
    doubted.push(cell.key);
    left = left.filter((one) => one !== cell);
  }
}

/** The prediction, moved as the others that are like it were found to be moved. */
function expected(cell: PaintedBeside, all: readonly PaintedBeside[]): LabD65 {
  let whole = COMMON;
  const moved = [0, 0, 0];
  for (const other of all) {
    if (other === cell) continue;
    const apart = Math.hypot(...cell.predicted.map((axis, i) => axis - (other.predicted[i] ?? 0)));
    const weight = Math.exp(-((apart / LIKE) ** 2) / 2) * (COMMON + common(cell, other));
    whole += weight;
    for (const axis of [0, 1, 2] as const)
      moved[axis] = (moved[axis] ?? 0) + weight * (other.read[axis] - other.predicted[axis]);
  }
  const at = (axis: 0 | 1 | 2): number => cell.predicted[axis] + (moved[axis] ?? 0) / whole;
  return labD65(at(0), at(1), at(2));
}

function common(one: PaintedBeside, other: PaintedBeside): number {
  let sum = 0;
  for (const [tube, share] of one.tubes) sum += Math.min(share, other.tubes.get(tube) ?? 0);
  return sum;
}

/** Of each tube of a mixture, its share of the colouring: volume times K + S. */
export function sharesOfColour(
  doses: readonly ChartDose[],
  tubes: readonly Tube[],
): ReadonlyMap<number, number> {
  const strengths = doses.flatMap(({ tube, parts }) => {
    const own = tubes[tube];
    const optics = own && opticsOfTube(own);
    return optics ? [{ tube, strength: parts * meanStrength(optics) }] : [];
  });
  const whole = strengths.reduce((sum, { strength }) => sum + strength, 0);
  return new Map(strengths.map(({ tube, strength }) => [tube, strength / whole]));
}
