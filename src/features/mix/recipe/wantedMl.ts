/** What a painter asks for in the form of amounts, in millilitres. */
import { neededMl } from "../../../core/amounts/needed";
import type { Result } from "../../../core/result";
import { MOST_AREA_CM2, parseArea } from "../../../domain/reading/typedArea";
import { type NumberFailure, type NumberRange, parseNumber } from "../../../domain/reading/typedNumber";
import { mlText } from "../../../words/doses";
import { numberFailureWords } from "../../../words/typed";

export const WANTED_WAYS = ["area", "piles", "ml"] as const;
type WantedWay = (typeof WANTED_WAYS)[number];
/** As typed; only the fields that its way shows are read. */
export type TypedWanted = {
  readonly way: WantedWay;
  readonly area: string;
  readonly film: string;
  readonly count: string;
  readonly margin: string;
};

/** A knife's pile the size of a walnut, ml. */
export const PILE_ML = 8;
const MOST_ML = 10_000;
const AREA = { least: 0, most: MOST_AREA_CM2, isAboveZero: true };
const FILM = { least: 0, most: 50, isAboveZero: true, units: ["mm"] };
const COUNT = { least: 0, most: MOST_ML, isAboveZero: true, units: ["ml", "piles", "pile"] };
const MARGIN = { least: 0, most: 200, units: ["%"] };

export type WantedFault = { readonly field: keyof TypedWanted; readonly words: string };
export type Wanted = { readonly ml: number; readonly marginShare: number };

/** @returns what is wanted, or what is wrong with each field. */
export function readWanted(typed: TypedWanted): Result<Wanted, readonly WantedFault[]> {
  const faults: WantedFault[] = [];
  const read = (
    field: Exclude<keyof TypedWanted, "way">,
    range: NumberRange,
    what: string,
    parse: (text: string, range: NumberRange) => Result<number, NumberFailure> = parseNumber,
  ): number => {
    const value = parse(typed[field], range);
    if (value.ok) return value.value;
    faults.push({ field, words: numberFailureWords(value.failure, range, what) });
    return Number.NaN;
  };
  const ml =
    typed.way === "area"
      ? [
          read("area", AREA, "an area in cm², such as 600 or 20 x 30 cm,", parseArea),
          read("film", FILM, "the thickness of the film in mm"),
        ]
      : [read("count", COUNT, typed.way === "piles" ? "a number of piles" : "an amount in ml")];
  const margin = read("margin", MARGIN, "the share for waste in %");
  if (faults.length > 0) return { ok: false, failure: faults };
  const [first = Number.NaN, filmMm] = ml;
  const needMl =
    filmMm === undefined
      ? first * (typed.way === "piles" ? PILE_ML : 1)
      : neededMl({ by: "area", areaCm2: first, filmMm });
  if (needMl <= MOST_ML) return { ok: true, value: { ml: needMl, marginShare: margin / 100 } };
  const words = `That comes to ${mlText(needMl)} ml. Up to ${MOST_ML.toLocaleString("en-GB")} ml are worked out at once.`;
  return { ok: false, failure: [{ field: typed.way === "area" ? "area" : "count", words }] };
}
