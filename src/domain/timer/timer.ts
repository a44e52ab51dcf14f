/** A time by which something has to be done to paint. */
export const TIMER_KINDS = ["open-time", "cover", "dry-check", "stir"] as const;

export type Timer = {
  readonly id: string;
  readonly paintingId: string;
  /** What it was set for; nothing for one that is set for the whole board. */
  readonly noteId?: string | undefined;
  readonly kind: (typeof TIMER_KINDS)[number];
  readonly startedAt: number;
  readonly dueAt: number;
};
