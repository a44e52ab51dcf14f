/** What a match is for, and how close it has to come for that. */
import { type DeltaE2000Factors, REFERENCE_FACTORS } from "../../core/color/ciede2000";
import { type AxisTolerance, WORKING_TOLERANCE } from "../../core/describe/difference";
import type { Note } from "../note/note";

export type Purpose = NonNullable<Note["purpose"]>;

/** Largest misses for each purpose; for one's own limits, until they are set. */
const TOLERANCES: Readonly<Record<Purpose, AxisTolerance>> = {
  vanish: { lightness: 0.8, chroma: 1.2, hue: 1.2 },
  family: WORKING_TOLERANCE,
  relation: { lightness: 3, chroma: 7, hue: 5 },
  "stand-in": { lightness: 1.5, chroma: 2, hue: 1.5 },
  own: WORKING_TOLERANCE,
};

export function toleranceOf(note: Pick<Note, "purpose" | "tolerance">): AxisTolerance {
  if (note.purpose === "own" && note.tolerance) return note.tolerance;
  return TOLERANCES[note.purpose ?? "family"];
}

/** ΔE00 within which a pile is left alone: about what the three tolerances allow together, halved. */
export function closenessOf({ lightness, chroma, hue }: AxisTolerance): number {
  return Math.max(0.5, Math.hypot(lightness, chroma / 2, hue / 2) / 2);
}

/** ΔE00 that "near enough to paint with" may be off in all, doubt included. */
const NEAR_ENOUGH = 3;

/**
 * ΔE00 within which miss and doubt together have to be before a pile is called right; undefined where only the
 * step to its neighbours counts, which an eye sees without a figure.
 */
export function surenessOf(purpose: Purpose, tolerance: AxisTolerance): number | undefined {
  if (purpose === "relation") return undefined;
  return (NEAR_ENOUGH * closenessOf(tolerance)) / closenessOf(WORKING_TOLERANCE);
}

/** How strictly recipes are judged along each axis: a tight chroma weighs more than a loose one, against value. */
export function factorsOf(tolerance: AxisTolerance): DeltaE2000Factors {
  const share = (axis: keyof AxisTolerance): number => tolerance[axis] / WORKING_TOLERANCE[axis];
  const { kL, kC, kH } = REFERENCE_FACTORS;
  return {
    kL,
    kC: (kC * share("chroma")) / share("lightness"),
    kH: (kH * share("hue")) / share("lightness"),
  };
}
