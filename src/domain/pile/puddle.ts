/** Ids of what is left of piles, as doses name them. */
const PREFIX = "pile:";
/** Stands before the share of paint in the id of a rest that is thinned with water. */
const THINNED = "@";

export function leftoverId(pileId: string): string {
  return `${PREFIX}${pileId}`;
}

/** Of a rest of a wash, which is paint and water at once. @param paintShare - of its volume, (0, 1). */
export function puddleId(pileId: string, paintShare: number): string {
  return `${leftoverId(pileId)}${THINNED}${paintShare.toPrecision(6)}`;
}

/** The pile behind a leftover's id; undefined for a tube's. */
export function pileOfLeftover(id: string): string | undefined {
  return id.startsWith(PREFIX) ? id.slice(PREFIX.length).split(THINNED)[0] : undefined;
}

/** Whether a dose is of a rest that has water in it: with it, a mixture is a wash. */
export function isPuddle({ tubeId }: { readonly tubeId: string }): boolean {
  return tubeId.startsWith(PREFIX) && tubeId.includes(THINNED);
}
