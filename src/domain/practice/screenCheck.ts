/** Whether a screen tells its darkest and its lightest steps apart: what it does not show it cannot teach. */
import { labD65 } from "../../core/color/types";
import type { Answered } from "./answered";
import type { Question } from "./practice";

type Check = { readonly base: number; readonly step: number };

/** Grey steps at the two ends, L*: the odd one is lighter among darks, darker among lights. */
const CHECKS: readonly Check[] = [
  { base: 8, step: 3 },
  { base: 18, step: 3 },
  { base: 96, step: -2 },
  { base: 89, step: -2 },
];
const PLACES = 4;
/** A screen is looked at in another light a month later. */
const VALID_MS = 30 * 24 * 3600 * 1000;
/** L* that a screen is trusted from and to when it told all steps. */
const WHOLE = { least: 0, most: 100 };
const ROOM = 6;

export function screenQuestions(seed: number): readonly Question[] {
  return CHECKS.map(({ base, step }, i) => {
    // Where the odd one lies must not be learned by heart.
    const odd = (seed + 3 * i + (seed >> (2 * i + 1))) % PLACES;
    return {
      drill: "screen",
      axis: "value",
      patches: Array.from({ length: PLACES }, (_, place) => labD65(place === odd ? base + step : base, 0, 0)),
      choices: [],
      key: [odd],
      by: step,
    };
  });
}

export type ScreenLimits = { readonly least: number; readonly most: number };

/** Undefined where it was not looked at lately. @param now - ms since 1970. */
export function screenLimits(answered: readonly Answered[], now: number): ScreenLimits | undefined {
  const told = answered.filter(({ at, question }) => question.drill === "screen" && at > now - VALID_MS);
  const last = CHECKS.map(({ base }) =>
    told.findLast(({ question }) => question.patches.some(([lightness]) => lightness === base)),
  );
  if (last.some((one) => one === undefined)) return undefined;
  let { least, most } = WHOLE;
  for (const [i, { base, step }] of CHECKS.entries()) {
    if (last[i]?.score.isRight === true) continue;
    if (step > 0) least = Math.max(least, base + ROOM);
    else most = Math.min(most, base - ROOM);
  }
  return { least, most };
}
