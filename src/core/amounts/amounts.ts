/**
 * Amounts that a knife can lay down, and their words.
 *
 * One part is whatever pile the painter calls a part. Below a quarter the words are touch and speck, whose
 * sizes are the painter's own (1/16 and 1/64 of a part unless set).
 */
import { quarterText } from "../describe/valueScale";
import { isNotNegative } from "../numbers";
import type { Ladder } from "./ladder";

export type AmountSizes = {
  /** Share of a part, below 1/4. */
  readonly touchParts: number;
  /** Share of a part, below a touch. */
  readonly speckParts: number;
};

export const DEFAULT_SIZES: AmountSizes = { touchParts: 1 / 16, speckParts: 1 / 64 };

/** From a half part on amounts are judged in steps of so many parts: a hand is about this good. */
const COARSE_FROM = [
  { foot: 0.5, step: 0.25 },
  { foot: 2, step: 0.5 },
  { foot: 8, step: 1 },
] as const;

/** Amounts that a hand can lay down, in parts of a pile by volume. */
export function handLadder({ touchParts, speckParts }: AmountSizes): Ladder {
  const fine = [
    { foot: 0, step: speckParts },
    { foot: touchParts, step: touchParts / 2 },
    { foot: 4 * touchParts, step: touchParts },
  ].filter(({ foot }) => foot < COARSE_FROM[0].foot);
  return { smallest: speckParts, rungs: [...fine, ...COARSE_FROM] };
}

/**
 * "7½ parts", "½ part", "3 touches", "a speck"; "about 3½ parts" for an amount that a hand would not have
 * chosen, whose exact figure then has to stand beside it.
 *
 * @param parts - of a pile by volume, at least 0.
 */
export function amountWords(parts: number, sizes: AmountSizes): string {
  const { text, isExact } = wordedAmount(parts, sizes);
  return isExact ? text : `about ${text}`;
}

/**
 * The words of an amount, and whether they are the amount itself or near it.
 *
 * @param parts - of a pile by volume, at least 0.
 * @throws RangeError unless the amount is finite and at least 0.
 */
export function wordedAmount(
  parts: number,
  sizes: AmountSizes,
): { readonly text: string; readonly isExact: boolean } {
  if (!isNotNegative(parts)) throw new RangeError(`An amount must be finite and >= 0, got ${parts}`);
  if (parts === 0) return { text: "none", isExact: true };
  const quarters = Math.max(1, Math.round(parts * 4));
  const isQuarters = Math.abs(parts * 4 - quarters) < EXACT;
  if (parts >= 0.5 || (isQuarters && parts >= 0.25)) {
    const text = quarterText(quarters / 4);
    return { text: `${text} ${quarters <= 4 ? "part" : "parts"}`, isExact: isQuarters };
  }
  if (parts >= (1 - EXACT) * sizes.touchParts) return counted(parts / sizes.touchParts, "touch", "touches");
  return counted(parts / sizes.speckParts, "speck", "specks");
}

/** Rounding of sums of binary fractions and decimals. */
const EXACT = 1e-6;

function counted(
  amount: number,
  one: string,
  many: string,
): { readonly text: string; readonly isExact: boolean } {
  const halves = Math.max(1, Math.round(amount * 2)) / 2;
  const isExact = Math.abs(amount - halves) < EXACT * Math.max(1, amount);
  if (halves === 1) return { text: `a ${one}`, isExact };
  return { text: halves < 1 ? `half a ${one}` : `${quarterText(halves)} ${many}`, isExact };
}
