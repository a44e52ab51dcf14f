/** All sets of `size` out of `count` tubes in a fixed order, as rows of indices. */
import { sumOf, upTo } from "../numbers";
export function subsetsOf(count: number, size: number): Uint8Array[] {
  const rows: Uint8Array[] = [];
  if (size < 1 || size > count) return rows;
  const row = upTo(size);
  for (;;) {
    rows.push(new Uint8Array(row));
    let place = size - 1;
    while (place >= 0 && row[place] === count - size + place) place--;
    if (place < 0) return rows;
    row[place] = (row[place] as number) + 1;
    for (let next = place + 1; next < size; next++) row[next] = (row[next - 1] as number) + 1;
  }
}

const lattices = new Map<string, readonly Float64Array[]>();

/**
 * Starting mixtures for a set of tubes: all ways to deal `levels` units out to `size` tubes with at least
 * one each, squared so that the lattice is denser where one tube rules, and scaled to a sum of one. Made once for each
 * size, and not to be written to.
 */
export function interiorLattice(size: number, levels: number): readonly Float64Array[] {
  const key = `${size}:${levels}`;
  const known = lattices.get(key);
  if (known) return known;
  const made = madeLattice(size, levels);
  lattices.set(key, made);
  return made;
}

function madeLattice(size: number, levels: number): Float64Array[] {
  const rows: Float64Array[] = [];
  const row = new Array<number>(size).fill(0);
  const deal = (place: number, left: number): void => {
    if (place === size - 1) {
      row[place] = left;
      const squares = row.map((units) => units * units);
      const sum = sumOf(squares);
      rows.push(Float64Array.from(squares, (value) => value / sum));
      return;
    }
    for (let units = 1; units <= left - (size - 1 - place); units++) {
      row[place] = units;
      deal(place + 1, left - units);
    }
  };
  if (size >= 1 && levels >= size) deal(0, levels);
  return rows;
}
