import * as z from "zod/mini";
import type { Result } from "../../core/result";
import {
  type NumberFailure,
  type NumberRange,
  parseNumber,
  parseOptionalNumber,
} from "../../domain/reading/typedNumber";
import { numberFailureWords } from "../../words/typed";

/**
 * A field of a form: text as it is typed, a number once it is read; what is wrong with it is said in words.
 *
 * @param what - with its article: "the largest miss in L*".
 */
export function numberText(range: NumberRange, what: string) {
  return readText(
    (text) => parseNumber(text, range),
    (failure) => numberFailureWords(failure, range, what),
  );
}

/** The same for a number that may be left out. @param cleaned - what is read of the text, such as a price without its currency. */
export function optionalNumberText(range: NumberRange, cleaned = (text: string): string => text) {
  return readText(
    (text) => parseOptionalNumber(cleaned(text), range),
    (failure) => numberFailureWords(failure, range).replace(/\.$/, ", or leave it empty."),
  );
}

function readText<T>(
  read: (text: string) => Result<T, NumberFailure>,
  wordsOf: (failure: NumberFailure) => string,
) {
  return z.pipe(
    z.string(),
    z.transform((text: string, context) => {
      const result = read(text);
      if (result.ok) return result.value;
      context.issues.push({ code: "custom", message: wordsOf(result.failure), input: text });
      return z.NEVER;
    }),
  );
}
