/** Why work that was asked for did not come to an end. */
export type WorkFailure =
  /** Nobody waits for it any more; nothing needs to be said. */
  | { readonly code: "cancelled" }
  /** What computes has died, for want of memory say. Asking once more starts it afresh. */
  | { readonly code: "lost"; readonly detail: string }
  /** The question itself cannot be answered. */
  | { readonly code: "refused"; readonly detail: string };

/**
 * Whether a write failed because the browser keeps no more. A browser that finds it out only at the end of a transaction
 * gives the transaction up, and the database library then reports that, with the reason in its message.
 */
export function isStorageFull(error: unknown): boolean {
  return error instanceof Error && `${error.name} ${error.message}`.includes("QuotaExceeded");
}
