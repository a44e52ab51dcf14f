/** What is looked for in the log, as the painter chose it; the question to the log follows from it. */
import type { LabD65 } from "../../core/color/types";
import { type ChromaVocabulary, chromaOfWords } from "../../core/describe/chromaWords";
import { lightnessFromValue, type ValueScale } from "../../core/describe/valueScale";
import type { LogKind, LogRow } from "../../domain/log/logRow";
import type { Note } from "../../domain/note/note";
import { labFromStored } from "../../domain/reading/storedColor";
import type { LogOrder, LogQuery } from "../../persistence/log/logQuery";

export type LogFilters = {
  readonly kind: LogKind;
  readonly text: string;
  readonly huePlace?: string | undefined;
  /** On the painter's scale. */
  readonly value?: number | undefined;
  readonly chromaWord?: string | undefined;
  readonly tubeId?: string | undefined;
  readonly paintingId?: string | undefined;
  readonly state?: LogRow["state"] | undefined;
  /** ΔE00 at most. */
  readonly miss?: number | undefined;
  /** Days such as 2026-11-23; empty for none. */
  readonly from: string;
  readonly until: string;
  readonly nearNoteId?: string | undefined;
  /** A colour as typed, and what was read of it; undefined while it is none. */
  readonly nearText: string;
  readonly nearLab?: LabD65 | undefined;
  readonly order: LogOrder;
  readonly isDescending: boolean;
};

export const NO_FILTERS: LogFilters = {
  kind: "match",
  text: "",
  from: "",
  until: "",
  nearText: "",
  order: "at",
  isDescending: true,
};

/** The newest matches: what is asked before anything is chosen. Always this same object. */
export const NEWEST_MATCHES: LogQuery = { kind: "match", order: "at", isDescending: true };

export type FilterContext = {
  readonly scale: ValueScale;
  readonly vocabulary: ChromaVocabulary;
  readonly notes: readonly Note[];
};

/** How many of the filters besides words are set. */
export function filterCount(filters: LogFilters): number {
  const { huePlace, value, chromaWord, tubeId, paintingId, state, miss, from, until } = filters;
  const { nearNoteId, nearLab } = filters;
  const isSet = (held: unknown): boolean => held !== undefined && held !== "";
  const chosen = [huePlace, value, chromaWord, tubeId, paintingId, state, miss];
  return (
    chosen.filter(isSet).length +
    Number(isSet(from) || isSet(until)) +
    Number(isSet(nearNoteId) || isSet(nearLab))
  );
}

/** Looks through another kind of record: what means something for one kind only is put away. */
export function withKind(filters: LogFilters, kind: LogKind): LogFilters {
  return {
    ...filters,
    kind,
    state: undefined,
    // Readings name no tubes of their own.
    tubeId: kind === "reading" ? undefined : filters.tubeId,
    order: "at",
    isDescending: true,
  };
}

/** Takes every filter off but the kind of record and the words. */
export function cleared({ kind, text }: LogFilters): LogFilters {
  return { ...NO_FILTERS, kind, text };
}

/** Fields that are not chosen are not in the question. */
export function queryOf(filters: LogFilters, context: FilterContext): LogQuery {
  const { kind, text, huePlace, value, chromaWord, tubeId, paintingId, state, miss, order, isDescending } =
    filters;
  const near = nearOf(filters, context.notes);
  const time = timeOf(filters);
  const chroma =
    chromaWord === undefined
      ? undefined
      : chromaRanges(context.vocabulary).find(({ word }) => word === chromaWord)?.range;
  const query: LogQuery = {
    kind,
    order,
    isDescending,
    ...(text !== "" && { text }),
    ...(huePlace !== undefined && { huePlace }),
    ...(value !== undefined && { lightness: lightnessAround(value, context.scale) }),
    ...(chroma && { chroma }),
    ...(tubeId !== undefined && { tubeId }),
    ...(paintingId !== undefined && { paintingId }),
    ...(state !== undefined && { state }),
    ...(miss !== undefined && { miss: [0, miss] as const }),
    ...(time && { time }),
    ...(near && { near }),
  };
  const isPlain = Object.keys(query).length === 3;
  return isPlain && kind === "match" && order === "at" && isDescending ? NEWEST_MATCHES : query;
}

function nearOf({ nearNoteId, nearLab }: LogFilters, notes: readonly Note[]): LabD65 | undefined {
  if (nearLab) return nearLab;
  const note = notes.find(({ id }) => id === nearNoteId);
  return note && labFromStored(note.target);
}

const LAST_DAY = 8.64e15;

function timeOf({ from, until }: LogFilters): readonly [number, number] | undefined {
  // A day on which the clocks change is an hour shorter or longer than others.
  const [first, last] = [momentOf(from, "00:00:00"), momentOf(until, "23:59:59.999")];
  if (first === undefined && last === undefined) return undefined;
  return [first ?? 0, last ?? LAST_DAY];
}

/** @param day - such as 2026-11-23, where the painter is. */
function momentOf(day: string, clock: string): number | undefined {
  const time = new Date(`${day}T${clock}`).getTime();
  return Number.isFinite(time) ? time : undefined;
}

const MOST_VALUES = 20;
const HALF_STEP = 0.5;

/** Values of the painter's scale that can be looked for. */
export function valuesOf({ atBlack, atWhite }: ValueScale): readonly number[] {
  const steps = Math.max(atBlack, atWhite);
  const count = Math.min(steps, MOST_VALUES);
  return Array.from({ length: count + 1 }, (_, i) => Math.round((i * steps) / count));
}

/** L* from half a step below a value to half a step above it. */
function lightnessAround(value: number, scale: ValueScale): readonly [number, number] {
  const steps = Math.max(scale.atBlack, scale.atWhite);
  const half = (HALF_STEP * steps) / Math.min(steps, MOST_VALUES);
  const ends = [value - half, value + half].map((v) => lightnessFromValue(v, scale));
  return [Math.min(...ends), Math.max(...ends)];
}

const BRIGHTEST = 200;

/** Each chroma word with its range: from halfway to the word before to halfway to the one after. */
export function chromaRanges(
  vocabulary: ChromaVocabulary,
): readonly { readonly word: string; readonly range: readonly [number, number] }[] {
  const words = chromaOfWords(vocabulary);
  // The middle of each word and the end of the one before give its end.
  let low = 0;
  return words.map(({ word, chroma }, i) => {
    const high = i === words.length - 1 ? BRIGHTEST : 2 * chroma - low;
    const range = [low, high] as const;
    low = high;
    return { word, range };
  });
}
