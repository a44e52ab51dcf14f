/** By which of the painters' means an addition works, judged by the colours of its tubes and of the pile. */
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";

export type AdditionKind =
  /** White alone, or white with something that mends what white does. */
  | "white"
  | "white-plus"
  /** A tube of about the opposite hue. */
  | "complement"
  /** A tube of a neighbouring hue, which keeps the colour bright. */
  | "neighbour"
  /** A grey of about the pile's own value: one tube, or black and white together. */
  | "own-grey"
  /** A dark, dull tube. */
  | "dark"
  /** A darker, duller tube of the pile's own hue. */
  | "family-shade"
  /** Water alone, which thins a wash. */
  | "water"
  /** Several means at once. */
  | "joint";

const DULL_CHROMA = 14;
const WHITE_LIGHTNESS = 90;
const NEIGHBOUR_DEGREES = 75;
const OPPOSITE_DEGREES = 125;
const FAMILY_DEGREES = 40;
const FAMILY_DARKER = 10;
const SAME_VALUE = 15;

/**
 * @param tubes - colours of the added tubes alone.
 * @param together - colour of the addition by itself, mixed.
 */
export function additionKind(pile: LabD65, tubes: readonly LabD65[], together: LabD65): AdditionKind {
  const kinds = new Set(tubes.map((tube) => kindOfTube(pile, tube)));
  const [only] = kinds;
  if (kinds.size === 1 && only) return only;
  const [lightness, chroma] = lchFromLab(together);
  const isGrey = kinds.has("white") && [...kinds].every((kind) => GREYS.has(kind));
  if (isGrey && chroma < DULL_CHROMA && Math.abs(lightness - pile[0]) <= SAME_VALUE) return "own-grey";
  return kinds.size === 2 && kinds.has("white") ? "white-plus" : "joint";
}

const GREYS: ReadonlySet<AdditionKind> = new Set(["white", "dark", "own-grey"]);

function kindOfTube(pile: LabD65, tube: LabD65): AdditionKind {
  const [pileL, pileC, pileH] = lchFromLab(pile);
  const [l, c, h] = lchFromLab(tube);
  if (l >= WHITE_LIGHTNESS && c < DULL_CHROMA) return "white";
  if (c < DULL_CHROMA) return Math.abs(l - pileL) <= SAME_VALUE ? "own-grey" : "dark";
  if (pileC < 3) return "joint";
  const turn = Math.abs(hueDifferenceDegrees(pileH, h));
  if (turn >= OPPOSITE_DEGREES) return "complement";
  if (turn <= FAMILY_DEGREES && l < pileL - FAMILY_DARKER && c < pileC) return "family-shade";
  return turn <= NEIGHBOUR_DEGREES ? "neighbour" : "joint";
}
