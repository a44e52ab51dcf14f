/** By which of the painters' means an addition works, judged by the colours of its tubes and of the pile. */
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import type { MixPart } from "../learning/learnTubes";

export type AdditionKind =
  /** White alone, or white with something that mends what white does. */
  | "white"
  | "white-plus"
  /** A tube of about the opposite hue. */
  | "complement"
  /** A tube of a neighbouring hue, which keeps the colour bright. */
  | "neighbour"
  /** A dull tube of about the pile's own value. */
  | "own-grey"
  /** A dark, dull tube. */
  | "dark"
  /** Several means at once. */
  | "joint";

const DULL_CHROMA = 14;
const WHITE_LIGHTNESS = 90;
const NEIGHBOUR_DEGREES = 75;
const OPPOSITE_DEGREES = 125;
const SAME_VALUE = 15;

/** @param masstoneOf - colour of a tube alone. */
export function additionKind(
  pile: LabD65,
  parts: readonly MixPart[],
  masstoneOf: (tube: number) => LabD65,
): AdditionKind {
  const kinds = new Set(parts.map((part) => kindOfTube(pile, masstoneOf(part.tube))));
  const [only] = kinds;
  if (kinds.size === 1 && only) return only;
  if (kinds.size === 2 && kinds.has("white")) return "white-plus";
  return "joint";
}

function kindOfTube(pile: LabD65, tube: LabD65): AdditionKind {
  const [pileL, pileC, pileH] = lchFromLab(pile);
  const [l, c, h] = lchFromLab(tube);
  if (l >= WHITE_LIGHTNESS && c < DULL_CHROMA) return "white";
  if (c < DULL_CHROMA) return Math.abs(l - pileL) <= SAME_VALUE ? "own-grey" : "dark";
  if (pileC < 3) return "joint";
  const turn = Math.abs(hueDifferenceDegrees(pileH, h));
  if (turn >= OPPOSITE_DEGREES) return "complement";
  return turn <= NEIGHBOUR_DEGREES ? "neighbour" : "joint";
}
