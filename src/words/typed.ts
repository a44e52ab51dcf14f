/** What is wrong with what was typed, and what to type instead. */
import { type ColorFailure, LARGEST_AXIS } from "../domain/reading/typedColor";
import { type DurationFailure, MOST_MINUTES } from "../domain/reading/typedDuration";
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

const DAY_MINUTES = 24 * 60;

export function durationFailureWords(failure: DurationFailure): string {
  switch (failure.code) {
    case "empty":
      return "Type how long: minutes, or 2 h, 1 h 30, 3 days.";
    case "no-duration":
      return `“${failure.text}” is no length of time. Type minutes, or 2 h, 1 h 30, 3 days.`;
    case "outside":
      return `Type a time above 0 and up to ${MOST_MINUTES / DAY_MINUTES} days.`;
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
