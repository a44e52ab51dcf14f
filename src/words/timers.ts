/** What timers are called, and what is to be done when one is due. */
import type { Timer } from "../domain/timer/timer";

export const TIMER_WORDS: Readonly<Record<Timer["kind"], { readonly name: string; readonly due: string }>> = {
  "open-time": { name: "open time", due: "the pile stiffens now: use it or cover it" },
  cover: { name: "under a cover", due: "the covered pile will not keep longer" },
  "dry-check": { name: "dry check", due: "look at the dry paint now" },
  stir: { name: "stir", due: "stir it, or its dips will differ" },
};

/** "2 d 3 h", "1 h 05 min", "4:07". */
export function leftWords(milliseconds: number): string {
  const seconds = Math.max(0, Math.ceil(milliseconds / 1000));
  const minutes = Math.floor(seconds / 60);
  const hours = Math.floor(minutes / 60);
  const days = Math.floor(hours / 24);
  if (days > 0) return `${days} d ${hours % 24} h`;
  if (hours > 0) return `${hours} h ${String(minutes % 60).padStart(2, "0")} min`;
  return `${minutes}:${String(seconds % 60).padStart(2, "0")}`;
}

const HOUR_MINUTES = 60;
const DAY_MINUTES = 24 * HOUR_MINUTES;

/** A usual time, rounded as one says it: "3 days", "8 hours", "10 minutes". */
export function aboutWords(minutes: number): string {
  const said = (count: number, what: string): string =>
    `${Math.round(count)} ${what}${Math.round(count) === 1 ? "" : "s"}`;
  if (minutes >= DAY_MINUTES) return said(minutes / DAY_MINUTES, "day");
  if (minutes >= HOUR_MINUTES) return said(minutes / HOUR_MINUTES, "hour");
  return said(minutes, "minute");
}
