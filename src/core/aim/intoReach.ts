/**
 * All notes brought into what a palette mixes, with their relations kept: the order of value stays exactly as it
 * was, and each hue its own.
 *
 * Chroma gives way first, note by note. Where that is not enough, because a value itself is out of reach, the
 * values of all notes are drawn together evenly towards the range in which the palette mixes greys, by as
 * little as is needed.
 */
import { chromaOf } from "../color/cieLab";
import { type LabD65, labD65 } from "../color/types";
import type { NearestMixture } from "../palette/nearestMixture";

export type ReachedNote = {
  readonly lab: LabD65;
  /** ΔE00 of the palette's nearest mixture from `lab`. */
  readonly missDeltaE2000: number;
  /** Share of the chroma that was kept, [0, 1]. */
  readonly chromaKept: number;
};

export type IntoReach = {
  readonly notes: readonly ReachedNote[];
  /** Places of notes whose hue this palette does not mix at any chroma; they stay as near as they come. */
  readonly unreached: readonly number[];
  /** L* of the ends of the notes before and after. */
  readonly rangeBefore: readonly [number, number];
  readonly rangeAfter: readonly [number, number];
};

/** ΔE00 within which a note counts as brought into reach. */
export const BROUGHT_INTO_REACH = 0.6;
/** Steps of drawing the values together, and of chroma before it is refined. */
const RANGE_STEPS = 8;
const CHROMA_STEPS = 8;
const REFINEMENTS = 5;
/** Greys are looked for at every so many L*. */
const GREY_STEP = 2;

/**
 * @param onProgress - told the share that is done now and then.
 * @throws RangeError without notes.
 */
export function intoReach(
  nearest: NearestMixture,
  labs: readonly LabD65[],
  onProgress?: (share: number) => void,
): IntoReach {
  const lightnesses = labs.map((lab) => lab[0]);
  const before: readonly [number, number] = [Math.min(...lightnesses), Math.max(...lightnesses)];
  if (labs.length === 0) throw new RangeError("There are no notes to bring into reach");
  const greys = greyRange(nearest);
  const inner: readonly [number, number] = greys
    ? [Math.max(before[0], greys[0]), Math.min(before[1], greys[1])]
    : before;
  let best: { readonly notes: readonly (ReachedNote | undefined)[]; range: readonly [number, number] } = {
    notes: [],
    range: before,
  };
  let fewest = Number.POSITIVE_INFINITY;
  for (let step = 0; step <= RANGE_STEPS; step++) {
    onProgress?.(step / (RANGE_STEPS + 1));
    const t = step / RANGE_STEPS;
    const range: readonly [number, number] = [
      before[0] + t * (inner[0] - before[0]),
      before[1] + t * (inner[1] - before[1]),
    ];
    if (range[1] < range[0]) break;
    const notes = labs.map((lab) => withinReach(nearest, movedTo(lab, before, range)));
    const missing = notes.filter((note) => note === undefined).length;
    if (missing < fewest) {
      fewest = missing;
      best = { notes, range };
    }
    if (missing === 0) break;
  }
  const unreached: number[] = [];
  const notes = labs.map((lab, index): ReachedNote => {
    const found = best.notes[index];
    if (found) return found;
    unreached.push(index);
    const moved = movedTo(lab, before, best.range);
    return { lab: moved, missDeltaE2000: nearest.to(moved).deltaE2000, chromaKept: 1 };
  });
  return { notes, unreached, rangeBefore: before, rangeAfter: best.range };
}

function movedTo([l, a, b]: LabD65, from: readonly [number, number], to: readonly [number, number]): LabD65 {
  const span = from[1] - from[0];
  return labD65(span > 0 ? to[0] + ((l - from[0]) * (to[1] - to[0])) / span : l, a, b);
}

function faded([l, a, b]: LabD65, kept: number): LabD65 {
  return labD65(l, a * kept, b * kept);
}

/** The most chroma of the same value and hue that is mixed; undefined when none is. */
function withinReach(nearest: NearestMixture, lab: LabD65): ReachedNote | undefined {
  const missAt = (kept: number): number => nearest.to(faded(lab, kept)).deltaE2000;
  const whole = missAt(1);
  if (whole <= BROUGHT_INTO_REACH) return { lab, missDeltaE2000: whole, chromaKept: 1 };
  if (chromaOf(lab) === 0) return undefined;
  for (let step = CHROMA_STEPS - 1; step >= 0; step--) {
    let inside = step / CHROMA_STEPS;
    let miss = missAt(inside);
    if (miss > BROUGHT_INTO_REACH) continue;
    let outside = (step + 1) / CHROMA_STEPS;
    for (let i = 0; i < REFINEMENTS; i++) {
      const middle = (inside + outside) / 2;
      const found = missAt(middle);
      if (found <= BROUGHT_INTO_REACH) {
        inside = middle;
        miss = found;
      } else outside = middle;
    }
    return { lab: faded(lab, inside), missDeltaE2000: miss, chromaKept: inside };
  }
  return undefined;
}

/** Lowest and highest L* at which the palette mixes a grey; undefined when it mixes none. */
function greyRange(nearest: NearestMixture): readonly [number, number] | undefined {
  const mixes = (lightness: number): boolean =>
    nearest.to(labD65(lightness, 0, 0)).deltaE2000 <= BROUGHT_INTO_REACH;
  const levels = Array.from({ length: Math.floor(100 / GREY_STEP) + 1 }, (_, i) => i * GREY_STEP);
  const low = levels.find(mixes);
  const high = [...levels].reverse().find(mixes);
  return low === undefined || high === undefined ? undefined : [low, high];
}
