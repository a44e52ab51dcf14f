/**
 * What was in hand at a bench when its page closed. A worker goes with its page and may not have written it any more, so
 * it is kept where the page can write at once, and is handed to the store when that is opened next.
 */
import type { InHand } from "../../domain/pile/pile";
import type { Workspace } from "../../persistence/database";
import { forget, recall, remember } from "../studio/remembered";

type LastWord = { readonly noteId: string; readonly changes: InHand };

const keyOf = (workspace: Workspace): string => `gaman-last-words-${workspace}`;

/** Of one bench the newest: what was said before is in it. */
export function sayLast(workspace: Workspace, word: LastWord): void {
  const others = lastWordsOf(workspace).filter(({ noteId }) => noteId !== word.noteId);
  // A field that is put away would be left out of the text.
  remember(
    keyOf(workspace),
    JSON.stringify([...others, word], (_, value: unknown) => (value === undefined ? null : value)),
  );
}

/** It is written, or the page has come back and writes on. */
export function forgetLast(workspace: Workspace, noteId: string): void {
  const all = lastWordsOf(workspace);
  const others = all.filter((word) => word.noteId !== noteId);
  if (others.length === 0) forget(keyOf(workspace));
  else if (others.length < all.length) remember(keyOf(workspace), JSON.stringify(others));
}

/** The store that it was said to goes. */
export function forgetAllLast(workspace: Workspace): void {
  forget(keyOf(workspace));
}

/** What waits to be written; nothing where the text is not to be read. What it means is held against the store's schema. */
export function lastWordsOf(workspace: Workspace): readonly LastWord[] {
  try {
    const said: unknown = JSON.parse(recall(keyOf(workspace)) ?? "[]");
    if (!Array.isArray(said)) return [];
    return said.flatMap((word: unknown) => {
      if (typeof word !== "object" || word === null || !("noteId" in word) || !("changes" in word)) return [];
      const { noteId, changes } = word;
      if (typeof noteId !== "string" || typeof changes !== "object" || changes === null) return [];
      const fields = Object.entries(changes).map(([field, value]: [string, unknown]) => [
        field,
        value ?? undefined,
      ]);
      return [{ noteId, changes: Object.fromEntries(fields) as InHand }];
    });
  } catch {
    return [];
  }
}
