/** A number typed by a person: comma or point, blanks, a unit behind it, a fraction of a part. */
import { fail, type Result, succeed } from "../../core/result";

export type NumberRange = {
  /** Both ends belong to it. */
  readonly least: number;
  readonly most: number;
  /** When zero itself is not meant: an amount of nothing is no amount. */
  readonly isAboveZero?: boolean;
  /** May stand behind the number: "ml", "%". */
  readonly units?: readonly string[];
};

export type NumberFailure =
  | { readonly code: "empty" }
  | { readonly code: "not-a-number"; readonly text: string }
  /** One unit is asked for and another was typed. */
  | { readonly code: "other-unit"; readonly unit: string }
  | { readonly code: "outside"; readonly value: number };

const FRACTIONS: Readonly<Record<string, number>> = {
  "¼": 0.25,
  "½": 0.5,
  "¾": 0.75,
  "⅓": 1 / 3,
  "⅔": 2 / 3,
};
const PLAIN = /^[-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+)$/;
/** "1/16", "1 1/2". */
const RATIO = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/;

/**
 * "2", "2,5", " 2.5 ml", "½", "1½", "1/16", "1 1/2". Thousands are not written: "1,234" is a little more than one.
 *
 * @param text - as typed.
 */
export function parseNumber(text: string, range: NumberRange): Result<number, NumberFailure> {
  const trimmed = text.replace(/−/g, "-").trim();
  if (trimmed === "") return fail({ code: "empty" });
  const [, digits = "", unit = ""] =
    /^([-+]?[\d.,/\s¼½¾⅓⅔]*[\d¼½¾⅓⅔.,])\s*([^\d\s.,/¼½¾⅓⅔].*)?$/.exec(trimmed) ?? [];
  if (digits === "") return fail({ code: "not-a-number", text: trimmed });
  if (unit !== "" && !(range.units ?? []).includes(unit.trim().toLowerCase()))
    return fail({ code: "other-unit", unit: unit.trim() });
  const value = valueOf(digits.trim());
  if (value === undefined) return fail({ code: "not-a-number", text: trimmed });
  const isInside = value >= range.least && value <= range.most && !(range.isAboveZero && value <= 0);
  return isInside ? succeed(value) : fail({ code: "outside", value });
}

function valueOf(digits: string): number | undefined {
  const fraction = FRACTIONS[digits.at(-1) ?? ""];
  if (fraction !== undefined) {
    const whole = digits.slice(0, -1).trim();
    if (whole === "") return fraction;
    return /^\d+$/.test(whole) ? Number(whole) + fraction : undefined;
  }
  const ratio = RATIO.exec(digits);
  if (ratio) {
    const [, whole = "0", above = "", below = ""] = ratio;
    return Number(below) > 0 ? Number(whole) + Number(above) / Number(below) : undefined;
  }
  return PLAIN.test(digits) ? Number(digits.replace(",", ".")) : undefined;
}

/** The same for a field that may be left empty. */
export function parseOptionalNumber(
  text: string,
  range: NumberRange,
): Result<number | undefined, NumberFailure> {
  return text.trim() === "" ? succeed(undefined) : parseNumber(text, range);
}

const CURRENCY = /[€$£¥]|\b(?:eur|usd|gbp|chf|jpy)\b/gi;

/** A price as the bare number that is kept: each box has one currency, and knows which. */
export function withoutCurrency(text: string): string {
  return text.replace(CURRENCY, "").trim();
}
