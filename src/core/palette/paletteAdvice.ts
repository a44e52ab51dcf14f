/** What each tube of a palette is there for, and what adding, dropping or swapping one buys on the notes. */
import { meanOf } from "./choosePalette";
import { REACHED } from "../reach/reached";
import type { NoteMisses } from "./noteMisses";
import { sumOf } from "../numbers";

/** A tube whose removal costs less than this on average, ΔE00, is hardly missed. */
export const REDUNDANT_BELOW = 0.5;

export type TubeWorth = {
  /** Place in the box. */
  readonly tube: number;
  /** Mean ΔE00 over the notes that its removal adds. */
  readonly removalCost: number;
  readonly isRedundant: boolean;
  /** Notes that would be missed by more than {@link REACHED} further without it, worst first. */
  readonly neededFor: readonly number[];
  /** Tubes fewer in the plainest recipes because it is there, summed over the notes that both ways reach. */
  readonly savedTubes: number;
  /** Notes whose plainest recipe it makes plainer. */
  readonly plainer: readonly number[];
};

export type TubeGain = {
  readonly tube: number;
  readonly meanMiss: number;
  /** Mean ΔE00 over the notes that it takes away, >= 0. */
  readonly gain: number;
  /** Notes that it brings within {@link REACHED}. */
  readonly reached: readonly number[];
};

export type TubeSwap = {
  readonly out: number;
  readonly into: number;
  readonly meanMiss: number;
  readonly gain: number;
};

export type PaletteAdvice = {
  readonly misses: readonly number[];
  readonly meanMiss: number;
  /** One for each tube of the palette, in its order. */
  readonly worth: readonly TubeWorth[];
  /** Offered tubes that are not in the palette, best first. */
  readonly additions: readonly TubeGain[];
  /** Swaps that gain something, best first. */
  readonly swaps: readonly TubeSwap[];
};

/** @param palette - places in the box. @param offered - places that may be added. */
export function paletteAdvice(
  misses: NoteMisses,
  palette: readonly number[],
  offered: readonly number[],
): PaletteAdvice {
  const own = misses.ofPalette(palette);
  const meanMiss = meanOf(own);
  const others = offered.filter((tube) => !palette.includes(tube));
  const fewest = misses.fewestTubes(palette, REACHED);
  const without = palette.map((tube) => palette.filter((other) => other !== tube));
  const worth = palette.map((tube, place): TubeWorth => {
    const rest = without[place] ?? [];
    const left = misses.ofPalette(rest);
    const removalCost = rest.length > 0 ? meanOf(left) - meanMiss : Number.POSITIVE_INFINITY;
    const lost = own.map((miss, note) => (left[note] as number) - miss);
    const plainest = misses.fewestTubes(rest, REACHED);
    const saved = fewest.map((count, note) => {
      const otherwise = plainest[note];
      return count === undefined || otherwise === undefined ? 0 : otherwise - count;
    });
    return {
      tube,
      removalCost,
      isRedundant: removalCost < REDUNDANT_BELOW,
      neededFor: notesBy(lost, (loss) => loss > REACHED),
      savedTubes: sumOf(saved),
      plainer: notesBy(Float32Array.from(saved), (count) => count > 0),
    };
  });
  const additions = others
    .map((tube): TubeGain => {
      const more = own.slice();
      misses.lowerWith(more, palette, tube);
      return {
        tube,
        meanMiss: meanOf(more),
        gain: meanMiss - meanOf(more),
        reached: notesBy(more, (miss, note) => miss <= REACHED && (own[note] as number) > REACHED),
      };
    })
    .sort((a, b) => a.meanMiss - b.meanMiss || a.tube - b.tube);
  const swaps = palette
    .flatMap((out, place) => {
      const rest = without[place] ?? [];
      const left = misses.ofPalette(rest);
      return others.map((into): TubeSwap => {
        const swapped = left.slice();
        misses.lowerWith(swapped, rest, into);
        return { out, into, meanMiss: meanOf(swapped), gain: meanMiss - meanOf(swapped) };
      });
    })
    .filter(({ gain }) => gain > 0)
    .sort((a, b) => b.gain - a.gain || a.out - b.out || a.into - b.into);
  // The rule decides; what is told is ΔE00, as the bench will tell it.
  const told = misses.deltaEOfPalette(palette);
  return { misses: told, meanMiss: meanOf(told), worth, additions, swaps };
}

/** Notes whose number passes, largest first. */
function notesBy(values: Float32Array, passes: (value: number, note: number) => boolean): number[] {
  return Array.from(values, (value, note) => ({ value, note }))
    .filter(({ value, note }) => passes(value, note))
    .sort((a, b) => b.value - a.value || a.note - b.note)
    .map(({ note }) => note);
}
