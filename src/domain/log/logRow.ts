/** Every match, pile, addition and reading as one kind of line. */
import type { Match } from "../match/match";
import type { Dose, Pile } from "../pile/pile";
import type { Reading } from "../reading/reading";
import type { StoredColor } from "../reading/storedColor";

export const LOG_KINDS = ["match", "pile", "addition", "reading"] as const;
export type LogKind = (typeof LOG_KINDS)[number];

/** What a row of the log shows. Colours are CIELAB under D65. */
export type LogRow = {
  readonly kind: LogKind;
  /** Of the match, pile or reading; of an addition its pile's and its place in it. */
  readonly id: string;
  readonly at: number;
  readonly noteId: string | undefined;
  readonly pileId: string;
  readonly paintingId: string;
  /** Name of the note, or of a pile without one; nothing where the note is gone or the pile has no name. */
  readonly note: string | undefined;
  readonly painting: string;
  /** What was aimed at. */
  readonly target: readonly [number, number, number] | undefined;
  /** What came out or was read; nothing for what was not read. */
  readonly color: readonly [number, number, number] | undefined;
  readonly source: StoredColor["source"] | undefined;
  /** ΔE00 of the two. */
  readonly miss: number | undefined;
  /** A match's verdict, a pile's state, a reading's film. */
  readonly state: Match["verdict"] | Pile["state"] | Reading["film"] | "added";
  /** Of a match or a pile all that went in; of an addition the one dose. */
  readonly doses: readonly Dose[];
  readonly additionCount: number;
  readonly remark: string;
  /** What the box predicted when a match was kept. */
  readonly predicted: readonly [number, number, number] | undefined;
};

/** So many rows come at once. */
export const LOG_PAGE = 60;
