/** What each school says of its own way. */
import type { School } from "../domain/school/school";

/** How a school goes about a correction. */
export function coachWords({ first }: School): string {
  switch (first) {
    case "value":
      return "Mend the value first; a hue is easier to judge once the values agree.";
    case "hue":
      return "Mend the hue first, then the value; dulling comes last.";
    case "base":
      return "Bring the base hue right first, then its brightness, then lighten or darken it.";
  }
}
