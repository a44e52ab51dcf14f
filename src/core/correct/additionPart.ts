/** What one addition is made of. */
import type { MixPart } from "../learning/evidence";

/** A part of an addition: a tube, or a tube that was thinned first. */
export type AdditionPart = MixPart & {
  /** The volume is of a weaker mixture: one part of the tube in so many of the carrier. */
  readonly thinned?: { readonly carrier: number; readonly carrierParts: number };
};

/** Volumes of the tubes themselves. */
export function plainParts(parts: readonly AdditionPart[]): MixPart[] {
  return parts.flatMap(({ tube, volume, thinned }) => {
    if (!thinned) return [{ tube, volume }];
    const share = 1 / (1 + thinned.carrierParts);
    return [
      { tube, volume: volume * share },
      { tube: thinned.carrier, volume: volume * (1 - share) },
    ];
  });
}

/** Whether two additions are of the same tubes, in whatever order and amounts. */
export function isSameTubes(a: readonly MixPart[], b: readonly MixPart[]): boolean {
  const key = (parts: readonly MixPart[]): string =>
    parts
      .map(({ tube }) => tube)
      .sort((x, y) => x - y)
      .join();
  return key(a) === key(b);
}
