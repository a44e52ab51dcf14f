/** What the log calls the state of things. */
import type { LogKind, LogRow } from "../domain/log/logRow";
import type { StoredColor } from "../domain/reading/storedColor";

export const STATE_WORDS: Readonly<Record<LogRow["state"], string>> = {
  provisional: "provisional",
  confirmed: "checked dry",
  moved: "changed while drying",
  open: "on the board",
  side: "sample on the side",
  kept: "kept as match",
  "set-aside": "set aside",
  wet: "read wet",
  dry: "read dry",
  added: "added",
};

/** What a row of the log is called by. */
export function noteOfRow({ note, noteId }: Pick<LogRow, "note" | "noteId">): string {
  return note ?? (noteId === undefined ? "a pile without a name" : "a note no longer known");
}

export const SOURCE_WORDS: Readonly<Record<StoredColor["source"], string>> = {
  measured: "measured",
  "by-eye": "by eye",
  picture: "from a picture",
  typed: "typed",
  file: "from a file",
  predicted: "predicted",
  generic: "generic",
};

export const KIND_WORDS: Readonly<Record<LogKind, { readonly one: string; readonly many: string }>> = {
  match: { one: "match", many: "matches" },
  pile: { one: "pile", many: "piles" },
  addition: { one: "addition", many: "additions" },
  reading: { one: "reading", many: "readings" },
};

/** States that rows of a kind can be in. */
export const STATES_OF: Readonly<Record<LogKind, readonly LogRow["state"][]>> = {
  match: ["provisional", "confirmed", "moved"],
  pile: ["open", "side", "kept", "set-aside"],
  addition: [],
  reading: ["wet", "dry"],
};
