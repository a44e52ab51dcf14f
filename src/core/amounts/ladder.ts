/**
 * The amounts that a measure can lay down, as a ladder: above each rung's foot its step is the distance to the next amount.
 * Written out as numbers, so that a kernel can climb it too (kernel/lay.ts).
 */
import { ALMOST_ONE } from "./steps";

export type Ladder = {
  readonly smallest: number;
  /** By rising foot, the first at 0; all in the unit of the measure. */
  readonly rungs: readonly { readonly foot: number; readonly step: number }[];
};

/** The step in which a volume of about this size can be changed. */
export function stepOn({ rungs }: Ladder, volume: number): number {
  let step = Number.NaN;
  for (const rung of rungs) if (volume >= rung.foot) ({ step } = rung);
  return step;
}

/** The nearest volume that can be laid down; never none. */
export function roundOn(ladder: Ladder, volume: number): number {
  const step = stepOn(ladder, volume);
  return Math.max(ladder.smallest, Math.round(volume / step) * step);
}

/** The next volume down (-1) or up (1); not a number below the smallest. */
export function nextOn(ladder: Ladder, volume: number, direction: number): number {
  const next = volume + direction * stepOn(ladder, volume);
  return next < ladder.smallest * ALMOST_ONE ? Number.NaN : roundOn(ladder, next);
}

/** One step, however large the volume. */
export function evenLadder(step: number): Ladder {
  return { smallest: step, rungs: [{ foot: 0, step }] };
}

/** The same ladder in a unit of which so many make one of its own. */
export function ladderIn({ smallest, rungs }: Ladder, perUnit: number): Ladder {
  return {
    smallest: smallest * perUnit,
    rungs: rungs.map(({ foot, step }) => ({ foot: foot * perUnit, step: step * perUnit })),
  };
}
