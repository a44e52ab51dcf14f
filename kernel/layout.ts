/**
 * Where everything lies in the memory of the kernel. All numbers are 64-bit floats unless said otherwise; offsets are in
 * bytes. The host (src/kernel/kernel.ts) knows the same numbers.
 *
 * A palette is a table of its own:
 *
 *   HEAD  number of tubes, whether all have one surface, k1 and k2 where none is known, sums of the weights of X, Y, Z,
 *         and how far behind the palette's beginning the rows in single precision lie
 *   X, Y, Z weights of the viewing conditions, each divided by the white, a row of bands each
 *   of each tube K, then S: a row of bands each
 *   for each tube: its scale, whether its surface is known (0 or 1), its k1, its k2
 *   the same weights, and of each tube the same K and S, in single precision
 */
export const BANDS: usize = 36;
export const ROW: usize = BANDS * 8;
/** In single precision. */
export const HALF_ROW: usize = ROW / 2;

/** Which tubes take part, a byte each, and their volumes. */
export const TUBES: usize = 0;
export const VOLUMES: usize = 64;
/** L*, a*, b*, and their slopes by each volume. */
export const LAB: usize = 320;
export const SLOPES: usize = 344;
/** Aim: L*, a*, b*, k_L, k_C, k_H, cosine and sine of its hue, cost of leaving its wedge. */
export const AIM: usize = 1112;
/** Least scaled volumes, and scaled volumes: where to start from and where it ended. */
export const FLOORS: usize = 1184;
export const SCALED: usize = 1440;
/** How many mixtures were worked out by the last solve. */
export const EVALUATIONS: usize = 1696;

/** K and S of the mixture, and in single precision what a tube's K and S are worth, band by band. */
export const K_MIX: usize = 1712;
export const S_MIX: usize = K_MIX + ROW;
export const OF_K: usize = S_MIX + ROW;
export const OF_S: usize = OF_K + ROW;
/** Of X, Y, Z by k1 and k2 of the mixture. */
export const BY_SURFACE: usize = OF_S + ROW;

export const TRIAL: usize = BY_SURFACE + 48;
export const KEPT_LAB: usize = TRIAL + 256;
export const KEPT_SLOPES: usize = KEPT_LAB + 24;
export const RESIDUALS: usize = KEPT_SLOPES + 768;
export const MOVED: usize = RESIDUALS + 32;
export const METRIC: usize = MOVED + 32;
export const BESIDE: usize = METRIC + 64;
export const JACOBIAN: usize = METRIC + 96;
export const GRADIENT: usize = JACOBIAN + 1024;
export const STEP: usize = GRADIENT + 256;
export const FREE: usize = STEP + 256;
export const NORMAL: usize = FREE + 256;
export const FACTOR: usize = NORMAL + 8192;

/** A pile that is laid has so many places at most. */
export const PLACES: i32 = 8;
const OF_PLACES: usize = 64;
/** Exact amounts, largest shares, amounts of the main paint that are tried, and the amounts that are laid. */
export const EXACT: usize = 22304;
export const MOST_SHARES: usize = EXACT + OF_PLACES;
export const SIZES: usize = MOST_SHARES + OF_PLACES;
export const LAID: usize = SIZES + 1024;
/** Of each place: smallest amount, number of rungs, then foot and step of each of up to eight. */
export const LADDERS: usize = LAID + OF_PLACES;
export const LADDER: usize = 144;
/** What the largest amount and all amounts may be, what they sum to or not a number, ΔE00 for one unit of paint. */
export const LEAST_LARGEST: usize = LADDERS + 8 * LADDER;
export const MOST_LARGEST: usize = LEAST_LARGEST + 8;
export const LEAST_TOTAL: usize = MOST_LARGEST + 8;
export const MOST_TOTAL: usize = LEAST_TOTAL + 8;
export const TOTAL: usize = MOST_TOTAL + 8;
export const PER_UNIT: usize = TOTAL + 8;
/** What is known of piles around one: see src/core/amounts/pileGuess. */
export const NOW: usize = PER_UNIT + 8;
export const FROM: usize = NOW + OF_PLACES;
export const WANTED: usize = FROM + OF_PLACES;
export const BEST_BESIDE: usize = WANTED + OF_PLACES;
export const HERE: usize = BEST_BESIDE + OF_PLACES;
export const WORKED: usize = HERE + 32;
export const BASE: usize = WORKED + 32;
export const UP: usize = BASE + 32;
export const SLOPES_FROM: usize = UP + 256;
export const SLOPES_NOW: usize = SLOPES_FROM + 256;
export const TOGETHER: usize = SLOPES_NOW + 256;
export const NEXT: usize = TOGETHER + 2048;
export const MOVES: usize = NEXT + 128;
export const SEEN: usize = MOVES + 128;
export const WAY_NOW: usize = SEEN + OF_PLACES;
/** After so many moves: which place was moved, by how much, and the residuals. */
export const MOVED_PLACES: usize = WAY_NOW + OF_PLACES;
export const MOVED_BY: usize = MOVED_PLACES + OF_PLACES;
export const SUMS: usize = MOVED_BY + OF_PLACES;

/** Target, then weights of value, of chroma by a* and b*, of hue by a* and b*. */
export const METRIC_OF_SEARCH: usize = SUMS + 9 * 32;
/** √(K (K + 2 S)) of the mixture, band by band. */
export const ROOTS: usize = METRIC_OF_SEARCH + 64;
/** Of each place one step down and one up: how its residuals go on from there. */
export const TURNED: usize = ROOTS + ROW;
/** What is told of each of up to 512 sets: behind the tables that the compiler lays. */
export const NEAREST: usize = 73728;

/** Of a palette. */
export const HEAD: usize = 64;
