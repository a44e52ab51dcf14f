/**
 * Which tube goes first.
 *
 * A hand misjudges every dose by about the same volume, so the tube whose extra touch moves the finished
 * colour least is laid down first, and the one that moves it most comes last, in small steps. That rule
 * starts a yellow-green from yellow, a turquoise from blue, a purple from the weaker of its parents, and
 * most tints from white.
 *
 * @param shiftPerVolume - ΔE00 by which the finished mixture moves per unit of extra volume, per part.
 * @returns places of the parts in their order of laying down; equal shifts keep their order.
 */
export function layingOrder(shiftPerVolume: readonly number[]): number[] {
  return shiftPerVolume
    .map((shift, place) => ({ shift, place }))
    .sort((a, b) => a.shift - b.shift || a.place - b.place)
    .map(({ place }) => place);
}
