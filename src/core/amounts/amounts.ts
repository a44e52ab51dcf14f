/**
 * Amounts that a knife can lay down, and their words.
 *
 * One part is whatever pile the painter calls a part. Below a quarter the words are touch and speck, whose
 * sizes are the painter's own (1/16 and 1/64 of a part unless set).
 */
import { quarterText } from "../describe/valueScale";

export type AmountSizes = {
  /** Share of a part, below 1/4. */
  readonly touchParts: number;
  /** Share of a part, below a touch. */
  readonly speckParts: number;
};

export const DEFAULT_SIZES: AmountSizes = { touchParts: 1 / 16, speckParts: 1 / 64 };

/** Amounts above these are judged in steps of so many parts: a hand is about this good. */
const COARSE_ABOVE = [
  { parts: 8, step: 1 },
  { parts: 2, step: 0.5 },
  { parts: 0.5, step: 0.25 },
] as const;

/** The step in which an amount of this size can be laid down, in parts. */
export function handStep(parts: number, sizes: AmountSizes): number {
  const coarse = COARSE_ABOVE.find((entry) => parts >= entry.parts);
  if (coarse) return coarse.step;
  return parts >= 2 * sizes.touchParts ? sizes.touchParts : sizes.speckParts;
}

/** Nearest amount that a hand can lay down; never none when some was asked for. */
export function roundToHand(parts: number, sizes: AmountSizes): number {
  const step = handStep(parts, sizes);
  return Math.max(sizes.speckParts, Math.round(parts / step) * step);
}

/** "7½ parts", "1 part", "half a part", "3 touches", "a speck". */
export function amountWords(parts: number, sizes: AmountSizes): string {
  if (!(parts >= 0) || !Number.isFinite(parts))
    throw new RangeError(`An amount must be finite and >= 0, got ${parts}`);
  if (parts === 0) return "none";
  const quarters = parts * 4;
  if (parts >= 0.2 && Math.abs(quarters - Math.round(quarters)) < 1e-6) {
    const text = quarterText(parts);
    return text === "¼" || text === "½" || text === "¾" || text === "1" ? `${text} part` : `${text} parts`;
  }
  const touches = parts / sizes.touchParts;
  if (touches >= 1 - 1e-6) return counted(touches, "touch", "touches");
  return counted(parts / sizes.speckParts, "speck", "specks");
}

function counted(amount: number, one: string, many: string): string {
  const rounded = Math.round(amount * 2) / 2;
  if (rounded <= 1) return `a ${one}`;
  return `${quarterText(rounded)} ${many}`;
}
