/** What is wrong with what was typed, and what to type instead. */
import { type ColorFailure, LARGEST_AXIS } from "../domain/reading/typedColor";
import type { NumberFailure, NumberRange } from "../domain/reading/typedNumber";

/** @param what - with its article: "an amount in parts". */
export function numberFailureWords(failure: NumberFailure, range: NumberRange, what = "a number"): string {
  const span = range.isAboveZero
    ? `above 0 and up to ${range.most.toLocaleString("en-GB")}`
    : `from ${range.least.toLocaleString("en-GB")} to ${range.most.toLocaleString("en-GB")}`;
  switch (failure.code) {
    case "empty":
      return `Type ${what} ${span}.`;
    case "not-a-number":
      return `“${failure.text}” is no number. Type ${what} ${span}.`;
    case "other-unit":
      return `“${failure.unit}” is not the unit here. Type ${what} ${span}.`;
    case "outside":
      return `${failure.value.toLocaleString("en-GB")} is outside. Type ${what} ${span}.`;
  }
}

export function colorFailureWords(failure: ColorFailure): string {
  switch (failure.code) {
    case "empty":
      return "Type a hex colour such as #4a7d80, or CIELAB such as 46 -15 -13.";
    case "not-a-colour":
      return `“${failure.text}” is neither hex (#4a7d80), nor rgb(74, 125, 128) or another style-sheet colour, nor three CIELAB numbers (46 -15 -13).`;
    case "lightness-outside":
      return `L* runs from 0 (black) to 100 (white); ${failure.lightness} lies outside. Write red, green and blue as rgb(125, 140, 90).`;
    case "axis-outside":
      return `a* and b* of a paint lie between −${LARGEST_AXIS} and ${LARGEST_AXIS}. Check the signs and the decimal point.`;
  }
}
