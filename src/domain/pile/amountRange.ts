import type { NumberRange } from "../reading/typedNumber";

/** Volumes that no painter puts into one pile: a slip of the decimal point is caught here. */
export const MOST_PARTS = 1000;

/** An amount of paint typed in parts. */
export const AMOUNT: NumberRange = {
  least: 0,
  most: MOST_PARTS,
  isAboveZero: true,
  units: ["part", "parts"],
};
