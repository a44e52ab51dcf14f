/** Each failure tells its own story: what failed, what stays, what to do. */
import { isStorageFull, type WorkFailure } from "../domain/failure";

/** @param what - that was asked for, with a capital: "The recipes". */
export function workFailureWords(what: string, failure: WorkFailure): string {
  switch (failure.code) {
    case "cancelled":
      return `${what} were not worked out: it was given up.`;
    case "lost":
      return `${what} could not be worked out: the calculation stopped unexpectedly. Everything you kept is as it was. Try again; if it stops again, close other windows first.`;
    case "refused":
      return `${what} could not be worked out: ${sentenceEnd(failure.detail)} Everything you kept is as it was.`;
  }
}

function sentenceEnd(text: string): string {
  return /[.?]$/.test(text) ? text : `${text}.`;
}

/** What a write that failed says; whatever was kept before is still there. */
export function saveFailureWords(error: unknown): string {
  const name = error instanceof Error ? error.name : "";
  if (name === "PileChangedError")
    return "This pile was changed in another window meanwhile, so nothing was written. It is shown as it lies now: look, then go on.";
  if (name === "ChangedSinceError" && error instanceof Error) return error.message;
  if (name === "KeeperStoppedError")
    return "What keeps your work stopped in the middle of this. It has begun again; if it does not answer, reload this page. Look whether this is there. If not, do it once more.";
  if (isStorageFull(error))
    return "The browser's storage is full, so this was not saved. Free some space, then do it again.";
  const detail = error instanceof Error ? error.message : String(error);
  return `This was not saved; everything kept before is still there. Try it once more. (${detail})`;
}

/** Of a task on the whole store, which does all of it or nothing. */
export function storeFailureWords(failure: WorkFailure): string {
  switch (failure.code) {
    case "cancelled":
      return "It was given up; nothing was changed.";
    case "lost":
      return "The work was broken off, perhaps for want of memory; nothing was changed. Close other windows, then do it again.";
    case "refused":
      return `It could not be done: ${sentenceEnd(failure.detail)} Nothing was changed.`;
  }
}
