/** Why work that was asked for did not come to an end. */
export type WorkFailure =
  /** Nobody waits for it any more; nothing needs to be said. */
  | { readonly code: "cancelled" }
  /** What computes has died, for want of memory say. Asking once more starts it afresh. */
  | { readonly code: "lost"; readonly detail: string }
  /** The question itself cannot be answered. */
  | { readonly code: "refused"; readonly detail: string };
