/** A length of time as a person types it: "20", "20 min", "1:30", "1 h 30", "2 days 4 hours", "1½ h". */
import { fail, type Result, succeed } from "../../core/result";
import { parseNumber } from "./typedNumber";

/** A month: longer than any film that is judged. */
export const MOST_MINUTES = 31 * 24 * 60;

export type DurationFailure =
  | { readonly code: "empty" }
  | { readonly code: "no-duration"; readonly text: string }
  | { readonly code: "outside" };

const MINUTES_OF: readonly (readonly [RegExp, number])[] = [
  [/^(?:s|secs?|seconds?)$/, 1 / 60],
  [/^(?:m|mins?|minutes?)$/, 1],
  [/^(?:h|hrs?|hours?)$/, 60],
  [/^(?:d|days?)$/, 24 * 60],
  [/^(?:w|weeks?)$/, 7 * 24 * 60],
];
const CLOCK = /^(\d{1,3}):([0-5]\d)$/;
/** A number and what it counts; of the last one the word may be missing. */
const PIECE = /\s*(\d[\d.,/\s]*[¼½¾⅓⅔]?|[¼½¾⅓⅔])\s*([a-z]*)\.?,?\s*(?:and\s)?/y;
const ANY_NUMBER = { least: 0, most: Number.POSITIVE_INFINITY };

/** @returns minutes, above 0 and up to {@link MOST_MINUTES}; a bare number is minutes. */
export function parseDuration(text: string): Result<number, DurationFailure> {
  const trimmed = text.trim().toLowerCase();
  if (trimmed === "") return fail({ code: "empty" });
  const minutes = ofClock(trimmed) ?? ofPieces(trimmed);
  if (minutes === undefined) return fail({ code: "no-duration", text: text.trim() });
  return minutes > 0 && minutes <= MOST_MINUTES ? succeed(minutes) : fail({ code: "outside" });
}

/** "1:30" is an hour and a half. */
function ofClock(text: string): number | undefined {
  const [, hours, minutes] = CLOCK.exec(text) ?? [];
  return hours === undefined ? undefined : 60 * Number(hours) + Number(minutes);
}

/** Each piece is smaller than the one before: "3 days 2 hours", "1 h 30". */
function ofPieces(text: string): number | undefined {
  let sum = 0;
  let before = Number.POSITIVE_INFINITY;
  PIECE.lastIndex = 0;
  while (PIECE.lastIndex < text.length) {
    const [, digits = "", word = ""] = PIECE.exec(text) ?? [];
    const count = parseNumber(digits, ANY_NUMBER);
    const size = word === "" ? sizeOfBare(before) : MINUTES_OF.find(([name]) => name.test(word))?.[1];
    if (!count.ok || size === undefined || size >= before) return undefined;
    sum += count.value * size;
    before = size;
  }
  return sum;
}

/** A number without a word is minutes when it stands alone or after hours; after anything else nobody knows. */
function sizeOfBare(before: number): number | undefined {
  return before === Number.POSITIVE_INFINITY || before === 60 ? 1 : undefined;
}
