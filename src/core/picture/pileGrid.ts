/**
 * Piles on a palette that do not line up in value, from a photo of it.
 *
 * Piles of a row should have one value. The photo's light may fall off across it, adding to every lightness, or
 * scaling it, or both:
 *
 *   L_rc = v_r + x_rc (p + q v_r)        v_r: value of row r; x_rc: place along the rows, -0.5 to 0.5
 *
 * A fall-off from row to row cannot be told from the values of the rows and does not matter to them. All is
 * fitted robustly, so that one pile that is off does not bend the light: least absolute deviations by
 * reweighting. A single string, one row, should rise in even steps: v then is a straight line and no light can
 * be told from it.
 *
 * Source of the reweighting: E. J. Schlossmacher, J. Am. Stat. Assoc. 68(344), 857-859 (1973).
 */
import { minimizeLeastSquares } from "../optimize/levenbergMarquardt";

export type GridPile = {
  readonly row: number;
  readonly column: number;
  /** L* as photographed. */
  readonly lightness: number;
};

export type GridFinding = GridPile & {
  /** L* that its row asks for at this place. */
  readonly expected: number;
  /** lightness - expected: below zero is too dark. */
  readonly off: number;
};

export type PileGridCheck = {
  /** Piles that are off by more than the tolerance, worst first. */
  readonly offPiles: readonly GridFinding[];
  readonly all: readonly GridFinding[];
  /** Fall of the light from the left end to the right end, in L* at the middle value. */
  readonly slope: number;
};

/** Fewer piles than this say nothing about which of them is off. */
export const FEWEST_PILES = 4;
const REWEIGHTINGS = 25;
/** Residuals below this, L*, weigh alike. */
const FLAT = 0.2;

/** @param tolerance - L* by which a pile may be off, > 0. Throws a RangeError for too few piles. */
export function checkPileGrid(piles: readonly GridPile[], tolerance: number): PileGridCheck {
  if (piles.length < FEWEST_PILES)
    throw new RangeError(`A check needs at least ${FEWEST_PILES} piles, not ${piles.length}`);
  const rows = [...new Set(piles.map((pile) => pile.row))].sort((a, b) => a - b);
  const columns = piles.map((pile) => pile.column);
  const first = Math.min(...columns);
  const span = Math.max(1, Math.max(...columns) - first);
  const x = piles.map((pile) => (pile.column - first) / span - 0.5);
  const isString = rows.length === 1;
  const middle = median(piles.map((pile) => pile.lightness));
  const rowOf = piles.map((pile) => rows.indexOf(pile.row));

  const expectedAt = (parameters: readonly number[], index: number): number => {
    const place = x[index] as number;
    if (isString) return (parameters[0] as number) + (parameters[1] as number) * place;
    const value = parameters[rowOf[index] as number] as number;
    const [p = 0, q = 0] = parameters.slice(rows.length);
    return value + place * (p + q * (value - middle));
  };
  let parameters: readonly number[] = isString
    ? [middle, 0]
    : [
        ...rows.map((row) => median(piles.filter((pile) => pile.row === row).map((pile) => pile.lightness))),
        0,
        0,
      ];
  let weights = piles.map(() => 1);
  for (let round = 0; round < REWEIGHTINGS; round++) {
    const held = weights;
    parameters = minimizeLeastSquares(
      (tried) => [
        ...piles.map((pile, i) => Math.sqrt(held[i] as number) * (pile.lightness - expectedAt(tried, i))),
        // A light that scales the darks alone is no light; a weak pull keeps q from chasing single piles.
        ...(isString ? [] : [0.5 * (tried[rows.length + 1] as number)]),
      ],
      parameters,
      { maxIterations: 30, relativeTolerance: 1e-9 },
    ).parameters;
    weights = piles.map(
      (pile, i) => 1 / Math.max(FLAT, Math.abs(pile.lightness - expectedAt(parameters, i))),
    );
  }
  const all = piles.map((pile, i): GridFinding => {
    const expected = expectedAt(parameters, i);
    return { ...pile, expected, off: pile.lightness - expected };
  });
  return {
    all,
    offPiles: all
      .filter(({ off }) => Math.abs(off) > tolerance)
      .sort((a, b) => Math.abs(b.off) - Math.abs(a.off)),
    slope: isString ? 0 : (parameters[rows.length] as number),
  };
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  const upper = sorted[half] as number;
  return sorted.length % 2 ? upper : (upper + (sorted[half - 1] as number)) / 2;
}

/**
 * Places of a grid's piles from its four corner piles, in the order of reading: a photo taken at an angle
 * keeps straight lines straight (the projective map of a square).
 *
 * @param rows - at least 1.
 * @param columns - at least 1.
 * @param corners - top left, top right, bottom right, bottom left, in pixels.
 * @throws RangeError when the four corners lie in one line.
 */
export function gridPlaces(
  corners: readonly [Place, Place, Place, Place],
  rows: number,
  columns: number,
): Place[] {
  const [a, b, c, d] = corners;
  const dx = [b.xPx - c.xPx, d.xPx - c.xPx, a.xPx - b.xPx + c.xPx - d.xPx] as const;
  const dy = [b.yPx - c.yPx, d.yPx - c.yPx, a.yPx - b.yPx + c.yPx - d.yPx] as const;
  const determinant = dx[0] * dy[1] - dx[1] * dy[0];
  if (Math.abs(determinant) < 1) throw new RangeError("The four corners lie in one line");
  const g = (dx[2] * dy[1] - dx[1] * dy[2]) / determinant;
  const h = (dx[0] * dy[2] - dx[2] * dy[0]) / determinant;
  const places: Place[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const u = columns > 1 ? column / (columns - 1) : 0.5;
      const v = rows > 1 ? row / (rows - 1) : 0.5;
      const w = 1 + g * u + h * v;
      places.push({
        xPx: (a.xPx + u * (b.xPx - a.xPx + g * b.xPx) + v * (d.xPx - a.xPx + h * d.xPx)) / w,
        yPx: (a.yPx + u * (b.yPx - a.yPx + g * b.yPx) + v * (d.yPx - a.yPx + h * d.yPx)) / w,
      });
    }
  }
  return places;
}

export type Place = { readonly xPx: number; readonly yPx: number };
