/**
 * The best few tubes of a box for the notes of a painting.
 *
 * The score of a palette is the mean distance by which it misses the notes (./noteMisses); what is told of it is ΔE00. Where the number of tube sets allows it,
 * all palettes of each size are compared and the answer is exact. Otherwise palettes grow, shrink and swap one
 * tube at a time from several beginnings until nothing improves; no palette can do better than the whole box, and
 * that bound is stated with the answer. Deterministic.
 */
import type { NoteMisses } from "./noteMisses";

export type PaletteWishes = {
  /** Sizes asked for, 1 to {@link MOST_CHOSEN}, from the smallest to the largest. */
  readonly fewest: number;
  readonly most: number;
  /** Places in the box that every palette must hold. */
  readonly held: readonly number[];
  /** Places that may be taken besides. */
  readonly offered: readonly number[];
};

export type ChosenPalette = {
  /** Places in the box, ascending. */
  readonly tubes: readonly number[];
  /** ΔE00 of each note. */
  readonly misses: readonly number[];
  readonly meanMiss: number;
  readonly worstMiss: number;
};

export type PaletteChoice = {
  /** For each size from the smallest: the best palettes, best first. */
  readonly sizes: readonly { readonly size: number; readonly palettes: readonly ChosenPalette[] }[];
  /** True when every palette was compared. */
  readonly isExact: boolean;
  /** Mean ΔE00 below which no palette of these tubes can come; undefined when it was not worth finding out. */
  readonly lowerBound: number | undefined;
};

export const MOST_CHOSEN = 8;
/** Best palettes shown of each size, and how many the search for large boxes goes on from. */
const SHOWN = 3;
const BEAM = 10;
/** Up to how many solves, of tube sets for notes, and palettes all are compared: some seconds. */
export type ExactLimits = { readonly solves: number; readonly palettes: number };
const EXACT_LIMITS: ExactLimits = { solves: 90_000, palettes: 60_000 };
const MOST_SWEEPS = 4;

/**
 * @param onProgress - told the share that is done, (0, 1]; a false answer ends the work. Undefined then.
 * @throws RangeError without notes, or for sizes outside 1 to {@link MOST_CHOSEN}.
 */
export function choosePalettes(
  misses: NoteMisses,
  wishes: PaletteWishes,
  onProgress: (share: number) => boolean = () => true,
  limits = EXACT_LIMITS,
): PaletteChoice | undefined {
  const { fewest, most, held } = wishes;
  const offered = wishes.offered.filter((tube) => !held.includes(tube));
  if (
    !Number.isInteger(fewest) ||
    !Number.isInteger(most) ||
    fewest < 1 ||
    most > MOST_CHOSEN ||
    fewest > most
  )
    throw new RangeError(`Palettes of 1 to ${MOST_CHOSEN} tubes can be chosen, not ${fewest} to ${most}`);
  if (misses.noteCount === 0) throw new RangeError("A palette is chosen for notes, and there are none");
  const best = new BestOfSizes(misses);
  const candidates = held.length + offered.length;
  const largest = Math.min(most, candidates);
  const isExact = isExactAffordable(misses, held.length, offered.length, largest, limits);
  const isDone = isExact
    ? compareAll(misses, held, offered, largest, best, onProgress)
    : searchNear(misses, held, offered, largest, best, onProgress);
  if (!isDone) return undefined;
  const sizes = Array.from({ length: Math.max(0, largest - fewest + 1) }, (_, i) => fewest + i);
  const told = sizes
    .map((size) => ({
      size,
      palettes: best
        .of(size)
        .slice(0, SHOWN)
        .map((palette) => toldOf(palette, misses)),
    }))
    .filter(({ palettes }) => palettes.length > 0);
  const { lowerBound } = best;
  return {
    sizes: told,
    isExact,
    lowerBound:
      isExact || lowerBound === undefined
        ? undefined
        : // Where a palette does better than the mixture of all tubes, the solver had missed it.
          Math.min(lowerBound, ...told.flatMap(({ palettes }) => palettes.map(({ meanMiss }) => meanMiss))),
  };
}

function isExactAffordable(
  misses: NoteMisses,
  held: number,
  offered: number,
  largest: number,
  limits: ExactLimits,
): boolean {
  const setCount = sumOfBinomials(held + offered, 1, misses.recipeTubes);
  const paletteCount = sumOfBinomials(offered, 0, Math.max(0, largest - held));
  return setCount * misses.noteCount <= limits.solves && paletteCount <= limits.palettes;
}

function sumOfBinomials(count: number, from: number, to: number): number {
  let sum = 0;
  let binomial = 1;
  for (let size = 0; size <= Math.min(count, to); size++) {
    if (size >= from) sum += binomial;
    binomial = (binomial * (count - size)) / (size + 1);
  }
  return sum;
}

/** In ΔE00, as the bench will tell it. */
function toldOf({ tubes }: ChosenPalette, misses: NoteMisses): ChosenPalette {
  const deltaEs = misses.deltaEOfPalette(tubes);
  return { tubes, misses: deltaEs, meanMiss: meanOf(deltaEs), worstMiss: Math.max(...deltaEs) };
}

class BestOfSizes {
  lowerBound: number | undefined;
  private readonly bySize = new Map<number, ChosenPalette[]>();

  constructor(private readonly misses: NoteMisses) {}

  boundBy(wholeBox: readonly number[]): void {
    this.lowerBound = meanOf(wholeBox);
  }

  /** The best of a size, best first. */
  of(size: number): readonly ChosenPalette[] {
    return this.bySize.get(size) ?? [];
  }

  /** True when the palette is among the best of its size and was not there yet. */
  offer(tubes: readonly number[], misses: Float32Array): boolean {
    const meanMiss = meanOf(misses);
    const list = this.bySize.get(tubes.length) ?? [];
    const last = list[BEAM - 1];
    if (last && meanMiss >= last.meanMiss) return false;
    const sorted = [...tubes].sort((a, b) => a - b);
    const key = sorted.join();
    if (list.some((entry) => entry.tubes.join() === key)) return false;
    const entry = { tubes: sorted, misses: Array.from(misses), meanMiss, worstMiss: Math.max(...misses) };
    this.bySize.set(
      tubes.length,
      [...list, entry].sort((a, b) => a.meanMiss - b.meanMiss || a.worstMiss - b.worstMiss).slice(0, BEAM),
    );
    return true;
  }

  offerPalette(tubes: readonly number[]): boolean {
    return this.offer(tubes, this.misses.ofPalette(tubes));
  }

  /** Offers the palette with each of the tubes added that it does not hold; true when one was taken. */
  offerWith(tubes: readonly number[], added: readonly number[]): boolean {
    const sorted = [...tubes].sort((a, b) => a - b);
    const without = this.misses.ofPalette(sorted);
    let isBetter = false;
    for (const tube of added) {
      if (tubes.includes(tube)) continue;
      const lowered = without.slice();
      this.misses.lowerWith(lowered, sorted, tube);
      if (this.offer([...sorted, tube], lowered)) isBetter = true;
    }
    return isBetter;
  }
}

/** Tubes are taken or left one after the other; the misses of what is taken are handed on. */
function compareAll(
  misses: NoteMisses,
  held: readonly number[],
  offered: readonly number[],
  largest: number,
  best: BestOfSizes,
  onProgress: (share: number) => boolean,
): boolean {
  let goesOn = true as boolean;
  const descend = (taken: readonly number[], soFar: Float32Array, from: number): void => {
    if (taken.length > 0) best.offer(taken, soFar);
    if (taken.length >= largest) return;
    for (let next = from; next < offered.length && goesOn; next++) {
      const tube = offered[next] as number;
      const lowered = soFar.slice();
      misses.lowerWith(lowered, taken, tube);
      descend([...taken, tube], lowered, next + 1);
      // Of those that begin with the first tube are half of all, and they meet nearly all sets of tubes.
      if (taken.length === held.length) goesOn = onProgress(1 - 0.5 ** (next + 1 - from));
    }
  };
  descend(
    held,
    held.length > 0
      ? misses.ofPalette(held)
      : new Float32Array(misses.noteCount).fill(Number.POSITIVE_INFINITY),
    0,
  );
  return goesOn && onProgress(1);
}

/** From several beginnings: one tube more, one tube swapped, one tube fewer, until no size improves. */
function searchNear(
  misses: NoteMisses,
  held: readonly number[],
  offered: readonly number[],
  largest: number,
  best: BestOfSizes,
  onProgress: (share: number) => boolean,
): boolean {
  const first = Math.max(1, held.length);
  const steps = MOST_SWEEPS * 2 * (largest - first + 1);
  let step = 0;
  const tell = (): boolean => onProgress(Math.min(1, ++step / steps));
  if (held.length > 0) best.offerPalette(held);
  else for (const tube of offered) best.offerPalette([tube]);
  // Pairs are few enough to try them all, and a good pair may hold no tube that is good alone.
  if (held.length <= 1 && largest >= 2) offerAllPairs(held, offered, best);
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
    let isBetter = false;
    for (let size = first; size <= largest; size++) {
      for (const { tubes } of best.of(size - 1)) if (best.offerWith(tubes, offered)) isBetter = true;
      if (swapUntilBest(size, held, offered, best)) isBetter = true;
      if (!tell()) return false;
    }
    for (let size = largest - 1; size >= first; size--) {
      for (const { tubes } of best.of(size + 1))
        for (const tube of tubes)
          if (!held.includes(tube) && best.offerPalette(tubes.filter((other) => other !== tube)))
            isBetter = true;
      if (swapUntilBest(size, held, offered, best)) isBetter = true;
      if (!tell()) return false;
    }
    if (!isBetter) break;
  }
  best.boundBy(misses.ofWholeBox([...held, ...offered]));
  return onProgress(1);
}

function offerAllPairs(held: readonly number[], offered: readonly number[], best: BestOfSizes): void {
  const firsts = held.length === 1 ? held : offered;
  for (const one of firsts) for (const other of offered) if (one !== other) best.offerPalette([one, other]);
}

function swapUntilBest(
  size: number,
  held: readonly number[],
  offered: readonly number[],
  best: BestOfSizes,
): boolean {
  const swapped = new Set<string>();
  let isBetter = false;
  for (;;) {
    const next = best.of(size).find((entry) => !swapped.has(entry.tubes.join()));
    if (!next) return isBetter;
    swapped.add(next.tubes.join());
    for (const out of next.tubes) {
      if (held.includes(out)) continue;
      const rest = next.tubes.filter((tube) => tube !== out);
      if (
        best.offerWith(
          rest,
          offered.filter((tube) => tube !== out),
        )
      )
        isBetter = true;
    }
  }
}

export function meanOf(values: Float32Array | readonly number[]): number {
  let sum = 0;
  for (const value of values) sum += value;
  return sum / values.length;
}
