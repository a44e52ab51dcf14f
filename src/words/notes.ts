/** What a note is called by its state. */
import type { Note } from "../domain/note/note";

export const NOTE_STATE_WORDS: Readonly<Record<Note["state"], string>> = {
  open: "not mixed yet",
  mixing: "in progress",
  drying: "drying, check it dry",
  checked: "checked dry",
};
