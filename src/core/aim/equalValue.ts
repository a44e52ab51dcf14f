/** Two hues compared at one value, so that a difference of value does not pass for one of hue. */
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { screenColorFromLab } from "../color/srgb";
import { type LabD65, labD65 } from "../color/types";
import { NEUTRAL_CHROMA } from "../describe/chromaWords";
import { fail, type Result, succeed } from "../result";

export type EqualValuePair = {
  /** Both at the same L*, with the chroma and hue that they had. */
  readonly first: LabD65;
  readonly second: LabD65;
  /** From the first to the second, degrees in (-180, 180]; positive from red towards yellow. */
  readonly hueDifferenceDegrees: number;
};

export type EqualValueFailure =
  /** One of them has too little chroma for a hue to mean anything. */
  | { readonly code: "neutral"; readonly which: "first" | "second" | "both" }
  /** There is no value at which a screen can show both with their own chroma. */
  | { readonly code: "no-common-value" };

/** Values are tried outwards from the middle of the two, L*. */
const TRIES = [0, 2, -2, 4, -4, 7, -7, 10, -10, 14, -14, 19, -19, 25, -25];

export function atEqualValue(first: LabD65, second: LabD65): Result<EqualValuePair, EqualValueFailure> {
  const [l1, c1, h1] = lchFromLab(first);
  const [l2, c2, h2] = lchFromLab(second);
  if (c1 < NEUTRAL_CHROMA || c2 < NEUTRAL_CHROMA) {
    const which = c1 < NEUTRAL_CHROMA ? (c2 < NEUTRAL_CHROMA ? "both" : "first") : "second";
    return fail({ code: "neutral", which });
  }
  for (const by of TRIES) {
    const lightness = (l1 + l2) / 2 + by;
    const pair = [labD65(lightness, first[1], first[2]), labD65(lightness, second[1], second[2])] as const;
    if (pair.every((lab) => screenColorFromLab(lab).isExact))
      return succeed({
        first: pair[0],
        second: pair[1],
        hueDifferenceDegrees: hueDifferenceDegrees(h1, h2),
      });
  }
  return fail({ code: "no-common-value" });
}
