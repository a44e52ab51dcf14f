import { isWater } from "../tube/water";
import { contentsOf } from "./contents";
import type { Pile } from "./pile";

/** Whether water lies in it: then it is poured, not scraped. */
export function isWash(pile: Pile): boolean {
  return contentsOf(pile).some(isWater);
}
