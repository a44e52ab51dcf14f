/** Which tube goes first. */

/**
 * A hand misjudges every dose by about the same volume, so the tube whose extra touch moves the finished
 * colour least is laid down first, and the one that moves it most comes last, in small steps. That rule
 * starts a yellow-green from yellow, a turquoise from blue, a purple from the weaker of its parents, and
 * most tints from white.
 *
 * @param shiftPerVolume - ΔE00 by which the finished mixture moves per unit of extra volume, per part.
 * @returns places of the parts in their order of laying down; equal shifts keep their order.
 */
export function layingOrder(shiftPerVolume: readonly number[]): number[] {
  return ascending(shiftPerVolume);
}

/** Schools begin with the weakest tube, the lightest, or the one of which most is needed. */
export type LayingStart = "weakest" | "lightest" | "majority";

/**
 * The order of a school, from one that begins with the weakest.
 *
 * @param parts - in the order of {@link layingOrder}: share of the volume, and L* of the masstone.
 * @returns places of the parts; the weaker comes first where the school sees no difference.
 */
export function orderOfSchool(
  start: LayingStart,
  parts: readonly { readonly share: number; readonly lightness: number }[],
): number[] {
  switch (start) {
    case "weakest":
      return parts.map((_, place) => place);
    case "lightest":
      return ascending(parts.map(({ lightness }) => -lightness));
    case "majority":
      return ascending(parts.map(({ share }) => -share));
  }
}

function ascending(keys: readonly number[]): number[] {
  return keys
    .map((key, place) => ({ key, place }))
    .sort((a, b) => a.key - b.key || a.place - b.place)
    .map(({ place }) => place);
}
