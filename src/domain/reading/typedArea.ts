/** An area as a painter says it: "600", "20 x 30", "8 × 10 in", "0.5 m²". */
import { fail, type Result, succeed } from "../../core/result";
import { type NumberFailure, parseNumber } from "./typedNumber";

/** The largest area that paint is worked out for, cm²: a wall of ten metres by ten. */
export const MOST_AREA_CM2 = 1_000_000;

const CM_OF: Readonly<Record<string, number>> = {
  "": 1,
  mm: 0.1,
  cm: 1,
  m: 100,
  in: 2.54,
  inch: 2.54,
  inches: 2.54,
  '"': 2.54,
  "”": 2.54,
};
const CM2_OF: Readonly<Record<string, number>> = {
  "": 1,
  "mm²": 0.01,
  "cm²": 1,
  "sq cm": 1,
  "m²": 10_000,
  "in²": 2.54 ** 2,
  "sq in": 2.54 ** 2,
};
const BETWEEN_SIDES = /\s*(?:x|×|\*|\bby\b)\s*/i;
const SIDE = { least: 0, most: 100_000, isAboveZero: true, units: Object.keys(CM_OF) };
const AREA = { least: 0, most: 1e9, isAboveZero: true, units: Object.keys(CM2_OF) };

/** @returns cm², above 0 and up to {@link MOST_AREA_CM2}; a bare number is cm², a side without a unit has that of the other. */
export function parseArea(text: string): Result<number, NumberFailure> {
  const sides = text.trim().split(BETWEEN_SIDES);
  const area = sides.length === 2 ? ofSides(sides) : measured(withSquares(text), AREA, CM2_OF);
  if (!area.ok || area.value <= MOST_AREA_CM2) return area;
  return fail({ code: "outside", value: area.value });
}

function ofSides(sides: readonly string[]): Result<number, NumberFailure> {
  const shared = sides.map(unitOf).find((unit) => unit !== "") ?? "";
  let area = 1;
  for (const side of sides) {
    const length = measured(unitOf(side) === "" ? `${side} ${shared}` : side, SIDE, CM_OF);
    if (!length.ok) return length;
    area *= length.value;
  }
  return succeed(area);
}

/** "cm2" and "cm^2" as "cm²". */
function withSquares(text: string): string {
  return text.replace(/(?<![a-z])(mm|cm|m|in)\s*\^?2(?=\s*$)/i, "$1²");
}

/** What stands behind the number. */
function unitOf(text: string): string {
  return (/[^\d.,/¼½¾⅓⅔]*$/.exec(text)?.[0] ?? "").trim().toLowerCase();
}

/** @param sizes - of the units that may stand behind it. */
function measured(
  text: string,
  range: typeof AREA,
  sizes: Readonly<Record<string, number>>,
): Result<number, NumberFailure> {
  const read = parseNumber(text, range);
  return read.ok ? succeed(read.value * (sizes[unitOf(text)] ?? Number.NaN)) : read;
}
