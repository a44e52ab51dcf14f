/**
 * Statistics that run small with the unit tests and at full size with `npm run study`, which prints their figures.
 *
 * One piece of code for both: what the unit tests check on a small sample with a fixed seed is what the study checks
 * on a large one.
 */
import { appendFileSync } from "node:fs";
import { expect } from "vitest";

const out = process.env.GAMAN_STUDY;

/** How many trials: few beside the unit tests, all of them in the study. */
export function sized(small: number, full: number): number {
  return out === undefined ? small : full;
}

/** A seed of one's own, or another for each with `npm run study -- --seed N`, so that no figure is tuned to one. */
export function seeded(own: number): number {
  return own + 7919 * Number(process.env.GAMAN_SEED ?? 0);
}

/** Every so-manyth of a list beside the unit tests, all of it in the study. */
export function thinned<T>(list: readonly T[], everyth: number): readonly T[] {
  return out === undefined ? list.filter((_, i) => i % everyth === 0) : list;
}

export type Bound = { readonly least?: number; readonly most?: number };

/** Checks a figure against its bound, and puts it into the study's table. */
export function figure(name: string, value: number, bound: Bound): void {
  if (out !== undefined) appendFileSync(out, `${JSON.stringify({ name, value, ...bound })}\n`);
  if (bound.least !== undefined) expect(value, name).toBeGreaterThanOrEqual(bound.least);
  if (bound.most !== undefined) expect(value, name).toBeLessThanOrEqual(bound.most);
}
