/**
 * What a surround does to the look of a patch, as an estimate: induction of the opposite, in proportion to the
 * difference, on each opponent axis.
 *
 *   seen = patch + k (patch - surround),  k = 0.1, on L*, a*, b*
 *
 * The form is the opponent induction of D. Jameson, L. M. Hurvich, Vision Research 4(1-2), 135-154 (1964),
 * doi:10.1016/0042-6989(64)90037-9. The factor is a usual size for a large surround that touches the patch; it is not a
 * measurement of anybody's eye, so the answer is a direction with a rough size.
 */
import { labD65, type LabD65 } from "../color/types";

/** Share of the difference by which a surround pushes. */
const INDUCTION = 0.1;

/** Of the patch as it is seen there, less as it is: L*, a*, b*. */
export type Push = readonly [lightness: number, a: number, b: number];

export function surroundPush(patch: LabD65, surround: LabD65): Push {
  return [
    INDUCTION * (patch[0] - surround[0]),
    INDUCTION * (patch[1] - surround[1]),
    INDUCTION * (patch[2] - surround[2]),
  ];
}

/** The colour as it is seen there. */
export function seenOn(patch: LabD65, surround: LabD65): LabD65 {
  const [l, a, b] = surroundPush(patch, surround);
  return labD65(patch[0] + l, patch[1] + a, patch[2] + b);
}

/** What to mix, so that it is seen there as it is meant. */
export function mixedFor(meant: LabD65, surround: LabD65): LabD65 {
  const at = (axis: 0 | 1 | 2): number => (meant[axis] + INDUCTION * surround[axis]) / (1 + INDUCTION);
  return labD65(at(0), at(1), at(2));
}

export type RankedSurround = {
  /** Place among those that were offered. */
  readonly place: number;
  readonly push: Push;
  /** How far it pushes the wanted way, in units of L*, a*, b*; below 0 the wrong way. */
  readonly towards: number;
  /** How far it pushes elsewhere. */
  readonly aside: number;
};

/**
 * Surrounds by how much they make a patch look more of something, best first.
 *
 * @param wanted - direction on L*, a*, b*, of any length above 0.
 * @throws RangeError for no direction.
 */
export function rankSurrounds(
  patch: LabD65,
  wanted: Push,
  surrounds: readonly LabD65[],
): readonly RankedSurround[] {
  const length = Math.hypot(...wanted);
  if (!(length > 0)) throw new RangeError("A direction needs a length above 0");
  return surrounds
    .map((surround, place) => {
      const push = surroundPush(patch, surround);
      const towards = (push[0] * wanted[0] + push[1] * wanted[1] + push[2] * wanted[2]) / length;
      const aside = Math.sqrt(Math.max(0, Math.hypot(...push) ** 2 - towards ** 2));
      return { place, push, towards, aside };
    })
    .sort((one, other) => other.towards - one.towards || one.aside - other.aside);
}
