/**
 * From exact shares to amounts for the knife: tries a range of pile sizes, rounds every amount to what a
 * hand can lay down, improves it one step at a time, and keeps the pile whose colour stays closest for
 * little paint. The loss against the exact recipe is part of the answer.
 */
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import type { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { type AmountSizes, handStep, roundToHand } from "./amounts";

export type LaidDown = {
  /** Parts of each tube, same order as the shares. */
  readonly parts: readonly number[];
  readonly totalParts: number;
  readonly predicted: LabD65;
  /** ΔE00 of the rounded mixture to the target. */
  readonly deltaE2000: number;
};

/** Parts of the largest ingredient that are tried. */
const LARGEST_PARTS = [1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 6, 7, 8, 10, 12] as const;
/** ΔE00 that a painter gives up to save one part of paint: a dozen parts must gain half a ΔE00 over two. */
const DELTA_E_PER_PART = 0.05;

export function layDown(
  mixer: MixtureEvaluator,
  tubes: readonly number[],
  shares: readonly number[],
  target: LabD65,
  sizes: AmountSizes,
): LaidDown {
  const indices = Uint8Array.from(tubes);
  const volumes = new Float64Array(tubes.length);
  const out = new Float64Array(3);
  const differenceOf = (parts: readonly number[]): number => {
    volumes.set(parts);
    mixer.writeLab(out, indices, volumes, tubes.length);
    return deltaE2000(target, labD65(out[0] as number, out[1] as number, out[2] as number));
  };
  const largest = Math.max(...shares);
  let best: { parts: number[]; cost: number } | undefined;
  for (const partsOfLargest of LARGEST_PARTS) {
    const scale = partsOfLargest / largest;
    const rounded = shares.map((share) => roundToHand(share * scale, sizes));
    const parts = improve(rounded, differenceOf, sizes);
    const cost = differenceOf(parts) + DELTA_E_PER_PART * sumOf(parts);
    if (!best || cost < best.cost) best = { parts, cost };
  }
  const parts = best?.parts ?? [];
  const difference = differenceOf(parts);
  return {
    parts,
    totalParts: sumOf(parts),
    predicted: labD65(out[0] as number, out[1] as number, out[2] as number),
    deltaE2000: difference,
  };
}

/** Moves one amount by one step as long as that brings the colour closer. */
function improve(
  start: readonly number[],
  differenceOf: (parts: readonly number[]) => number,
  sizes: AmountSizes,
): number[] {
  let parts = [...start];
  let difference = differenceOf(parts);
  for (;;) {
    let better: { parts: number[]; difference: number } | undefined;
    for (const [i, amount] of parts.entries()) {
      const step = handStep(amount, sizes);
      for (const moved of [amount - step, amount + step]) {
        if (moved < sizes.speckParts) continue;
        const trial = parts.map((value, j) => (j === i ? roundToHand(moved, sizes) : value));
        const trialDifference = differenceOf(trial);
        if (trialDifference < (better?.difference ?? difference) - 1e-9) {
          better = { parts: trial, difference: trialDifference };
        }
      }
    }
    if (!better) return parts;
    ({ parts, difference } = better);
  }
}

function sumOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0);
}
