/** What each member of a string aims at: the family's hue at its row, with the chroma that the rule asks for. */
import { labFromLch, lchFromLab } from "../color/cieLab";
import { type LabD65, labD65, lchUnder } from "../color/types";
import type { ChromaRule } from "./types";

export type RowAim = {
  readonly row: number;
  readonly aim: LabD65;
  readonly isOutOfReach: boolean;
};

/** What the palette can do in the family's hue. */
export type FamilyReach = {
  /** Darkest and lightest member that it can make, L*. */
  readonly ends: readonly [darkest: number, lightest: number];
  /** The most chroma at a value in the family's hue, C*ab. */
  readonly mostChroma: (lightness: number) => number;
};

/** Members may miss the ends by so little and still count as reached, L*. */
export const END_WITHIN = 0.5;

/** @param seen - light and shadow as they were read, for the rule "seen". */
export function aimsOf(
  rule: ChromaRule,
  local: LabD65,
  seen: { readonly light: LabD65 | undefined; readonly dark: LabD65 | undefined },
  rows: readonly number[],
  reach: FamilyReach,
): readonly RowAim[] {
  const [darkest, lightest] = reach.ends;
  return rows.map((row) => {
    const lightness = Math.min(Math.max(row, darkest), lightest);
    return {
      row,
      aim: aimAt(rule, local, seen, lightness, reach),
      isOutOfReach: Math.abs(lightness - row) > END_WITHIN,
    };
  });
}

function aimAt(
  rule: ChromaRule,
  local: LabD65,
  seen: { readonly light: LabD65 | undefined; readonly dark: LabD65 | undefined },
  lightness: number,
  reach: FamilyReach,
): LabD65 {
  const [, chroma, hue] = lchFromLab(local);
  const ofChroma = (most: number): LabD65 =>
    labFromLch(lchUnder<"D65">(lightness, Math.min(most, reach.mostChroma(lightness)), hue));
  switch (rule) {
    case "neutral":
      return labD65(lightness, 0, 0);
    case "vivid":
      return ofChroma(Number.POSITIVE_INFINITY);
    case "even":
      return ofChroma(chroma);
    case "arc":
      return ofChroma(chroma * bow(lightness, local[0]));
    case "seen":
      return between(local, seen, lightness);
  }
}

/** 1 at the local value, 0 at black and white, round in between: painters draw it as a bow. */
export function bow(lightness: number, localLightness: number): number {
  const span = lightness > localLightness ? 100 - localLightness : localLightness;
  if (!(span > 0)) return 1;
  const way = Math.min(1, Math.abs(lightness - localLightness) / span);
  return Math.sqrt(1 - way * way);
}

/** On the line from the shadow over the local colour to the light, and on beyond them to black and white. */
function between(
  local: LabD65,
  { light, dark }: { readonly light: LabD65 | undefined; readonly dark: LabD65 | undefined },
  lightness: number,
): LabD65 {
  const inner = [dark, local, light].filter((lab) => lab !== undefined);
  const knots = [labD65(0, 0, 0), ...inner.filter(([l]) => l > 0 && l < 100), labD65(100, 0, 0)].sort(
    (one, other) => one[0] - other[0],
  );
  const above = Math.max(
    1,
    knots.findIndex(([l]) => l >= lightness),
  );
  const [from, to] = [knots[above - 1], knots[above]];
  if (!from || !to) return labD65(lightness, 0, 0);
  const share = to[0] > from[0] ? (lightness - from[0]) / (to[0] - from[0]) : 1;
  return labD65(lightness, from[1] + share * (to[1] - from[1]), from[2] + share * (to[2] - from[2]));
}
