/** What can be undone, by name. */
import type { LastDeed } from "../domain/pile/lastDeed";

export const DEED_WORDS: Readonly<Record<LastDeed["kind"], string>> = {
  dose: "dose",
  scraping: "scraping",
  sampling: "sample",
  reading: "reading",
  keeping: "keeping",
  "keeping-free": "keeping",
  verdict: "dry check",
  "setting-aside": "setting aside",
};
