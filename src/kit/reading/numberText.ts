import * as z from "zod/mini";
import { type NumberRange, parseNumber, parseOptionalNumber } from "../../domain/reading/typedNumber";
import { numberFailureWords } from "../../words/typed";

/**
 * A field of a form that holds a number as it is typed; what is wrong with it is said in words.
 *
 * @param what - with its article: "the largest miss in L*".
 */
export function numberText(range: NumberRange, what: string) {
  return z.string().check(
    z.superRefine((text, context) => {
      const read = parseNumber(text, range);
      if (!read.ok)
        context.addIssue({
          code: "custom",
          message: numberFailureWords(read.failure, range, what),
          input: text,
        });
    }),
  );
}

/** The same for a number that may be left out. @param cleaned - what is read of the text, such as a price without its currency. */
export function optionalNumberText(range: NumberRange, cleaned = (text: string): string => text) {
  return z.string().check(
    z.superRefine((text, context) => {
      const read = parseOptionalNumber(cleaned(text), range);
      if (!read.ok)
        context.addIssue({
          code: "custom",
          message: numberFailureWords(read.failure, range).replace(/\.$/, ", or leave it empty."),
          input: text,
        });
    }),
  );
}
