/**
 * How a colour is made to look by what lies around it: simultaneous contrast pushes it away from its
 * surround, so a mixture that is judged alone must lean the other way to be seen as meant.
 *
 * Only directions are given. How strong the effect is depends on sizes and edges, and no number for it holds.
 *
 * Source: M. E. Chevreul, De la loi du contraste simultané (1839); CIE 15:2018 for the axes.
 */
import { lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { comparedTemperature } from "../describe/difference";

export type ContrastPush = {
  /** How it looks there, against how it looks alone; undefined where the surround hardly differs. */
  readonly value: "lighter" | "darker" | undefined;
  readonly chroma: "brighter" | "duller" | undefined;
  readonly warmth: "warmer" | "cooler" | undefined;
};

/** Differences below these push too little to speak of: L* and C*. */
const LEAST_LIGHTNESS = 6;
const LEAST_CHROMA = 6;

export function contrastPush(lab: LabD65, surround: LabD65): ContrastPush {
  const [l, c] = lchFromLab(lab);
  const [ls, cs] = lchFromLab(surround);
  const temperature = comparedTemperature(lab, surround);
  return {
    value: Math.abs(l - ls) < LEAST_LIGHTNESS ? undefined : l > ls ? "lighter" : "darker",
    chroma: Math.abs(c - cs) < LEAST_CHROMA ? undefined : c > cs ? "brighter" : "duller",
    warmth: temperature === "as warm" ? undefined : temperature,
  };
}

const OPPOSITES = {
  lighter: "darker",
  darker: "lighter",
  brighter: "duller",
  duller: "brighter",
  warmer: "cooler",
  cooler: "warmer",
} as const;

/** The lean that makes up for it: the opposite of every push. */
export function contrastRemedy({ value, chroma, warmth }: ContrastPush): ContrastPush {
  return {
    value: value && OPPOSITES[value],
    chroma: chroma && OPPOSITES[chroma],
    warmth: warmth && OPPOSITES[warmth],
  };
}
