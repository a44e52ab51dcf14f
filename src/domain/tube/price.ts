import type { Tube } from "./tube";

/** In the painter's currency; what is left of an older pile is paid for. */
export function pricePerMl({ price, volumeMl }: Pick<Tube, "price" | "volumeMl">): number | undefined {
  return price === undefined || volumeMl === undefined ? undefined : price / volumeMl;
}
