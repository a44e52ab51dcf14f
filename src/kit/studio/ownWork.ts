/**
 * That there was work of one's own in this browser, kept apart from the store: when a browser or a cleaning tool empties the
 * store, the next opening must not look like a first visit.
 */
import { forget, recall, remember } from "./remembered";

const KEY = "gaman-own-work";

export type OwnWork = {
  /** Of the painting that was in hand last. */
  readonly painting: string;
  /** When it was last open, milliseconds since 1970. */
  readonly at: number;
};

export function rememberWork(work: OwnWork): void {
  remember(KEY, JSON.stringify(work));
}

/** Its end was wanted: by the painter, here or in another window. */
export function forgetWork(): void {
  forget(KEY);
}

/** What was here before; undefined for none, and for what is not to be read. */
export function workBefore(): OwnWork | undefined {
  try {
    const said: unknown = JSON.parse(recall(KEY) ?? "null");
    if (typeof said !== "object" || said === null || !("painting" in said) || !("at" in said))
      return undefined;
    const { painting, at } = said;
    return typeof painting === "string" && typeof at === "number" && Number.isFinite(at)
      ? { painting, at }
      : undefined;
  } catch {
    return undefined;
  }
}
