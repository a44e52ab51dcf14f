/**
 * The best pile beside a pile: each amount one step down, as it is, or one step up. A search for amounts asks for tens of
 * thousands of them, so that nothing is allocated for one, one that was weighed around the pile before is passed over, and
 * one that is guessed to be far worse is not weighed. Of opaque paint a kernel does the same (kernel/beside.ts).
 */
import type { PileAround } from "../mixing/colorModel";
import { sumOf } from "../numbers";

/** Nearer by less than this is no gain. */
export const NO_GAIN = 1e-9;

/**
 * Where a pile lies from its aim as value, chroma and hue, in ΔE00, and how each amount moves it per unit of its
 * logarithm: three numbers, then three for each place of paint. So a pile beside it can be guessed.
 */
export type WriteOutlook = (out: Float64Array, volumes: Float64Array) => void;

/**
 * A guess is taken for wrong by so much, and by so much of the way that it was moved: one that is further off than that
 * from the best pile found is not weighed.
 */
const GUESS_WRONG = 0.25;
const GUESS_WRONG_OF_WAY = 0.4;

/**
 * Looks at all piles beside one: writes the best to `pile.best`, and returns what it costs; where none costs less, what the
 * pile itself does.
 *
 * @param mostMoved - amounts that may be moved at once, at least 1.
 * @param cost - of the pile itself.
 */
export type BestBeside = (mostMoved: number, cost: number) => number;

/**
 * @param paintCount - places of paint; what follows is water.
 * @param costOf - what a pile costs: in ΔE00, paint included. It reads the amounts and keeps nothing of them.
 */
export function besidePile(
  pile: PileAround,
  paintCount: number,
  costOf: (volumes: ArrayLike<number>) => number,
  writeOutlook: WriteOutlook | undefined,
): BestBeside {
  const { now, steps, ways, before, best, mostShares, totalRange } = pile;
  const count = now.length;
  const [least, most] = pile.largestRange;
  const trial = new Float64Array(count);
  /** How each of the steps moves the pile, three numbers. */
  const moves = new Float64Array(6 * count);
  const outlook = new Float64Array(3 + 3 * count);
  let cost = Number.NaN;
  let bestCost = Number.NaN;
  let distance = Number.NaN;

  /** Whether the largest amount is as large as asked for, and of no paint is there more than there is. */
  const canBe = (): boolean => {
    let largest = 0;
    let whole = 0;
    for (let place = 0; place < paintCount; place++) {
      const volume = trial[place] as number;
      whole += volume;
      if (volume > largest) largest = volume;
    }
    if (largest < least || largest > most) return false;
    for (let place = 0; place < paintCount; place++)
      if ((trial[place] as number) > (mostShares[place] as number) * whole) return false;
    return true;
  };

  const wasThere = (place: number): boolean => {
    const volume = trial[place] as number;
    const at = 3 * place;
    return before[at] === volume || before[at + 1] === volume || before[at + 2] === volume;
  };

  const areRestThere = (from: number): boolean => {
    for (let place = from; place < count; place++) if (!wasThere(place)) return false;
    return true;
  };

  /** Weighs a pile that may be the best: where it is guessed to lie, and the guess taken for wrong. */
  const weigh = (light: number, chroma: number, hue: number, added: number): void => {
    if (writeOutlook) {
      const l = (outlook[0] as number) + light;
      const c = (outlook[1] as number) + chroma;
      const h = (outlook[2] as number) + hue;
      const guess = cost + Math.sqrt(l * l + c * c + h * h) - distance + pile.deltaEPerUnit * added;
      const way = Math.sqrt(light * light + chroma * chroma + hue * hue);
      if (guess - GUESS_WRONG - GUESS_WRONG_OF_WAY * way >= bestCost) return;
    }
    // Asked of the whole move alone: what one amount takes away another may give back.
    const total = sumOf(trial);
    if (total < (totalRange[0] as number) || total > (totalRange[1] as number)) return;
    const weighed = costOf(trial);
    if (weighed >= bestCost - NO_GAIN) return;
    bestCost = weighed;
    best.set(trial);
  };

  /**
   * Every combination, the first place outermost; a move that cannot be is not gone on with.
   *
   * @param isNew - not weighed around the pile before. @param mostMoved - so many places more may be moved.
   * @param light, chroma, hue - where the steps so far are guessed to move the pile. @param added - paint that they add.
   */
  const visit = (
    place: number,
    isNew: boolean,
    mostMoved: number,
    light: number,
    chroma: number,
    hue: number,
    added: number,
    isMoved: boolean,
  ): void => {
    if (place === count || mostMoved === 0) {
      if (isMoved && (isNew || !areRestThere(place))) weigh(light, chroma, hue, added);
      return;
    }
    const own = now[place] as number;
    visit(place + 1, isNew || !wasThere(place), mostMoved, light, chroma, hue, added, isMoved);
    for (let step = 2 * place; step < 2 * place + 2; step++) {
      const next = steps[step] as number;
      if (Number.isNaN(next)) continue;
      trial[place] = next;
      if (canBe())
        visit(
          place + 1,
          isNew || !wasThere(place),
          mostMoved - 1,
          light + (moves[3 * step] as number),
          chroma + (moves[3 * step + 1] as number),
          hue + (moves[3 * step + 2] as number),
          // Water is no paint.
          place < paintCount ? added + next - own : added,
          true,
        );
    }
    trial[place] = own;
  };

  const lookAhead = (write: WriteOutlook): void => {
    write(outlook, now);
    const [l = Number.NaN, c = Number.NaN, h = Number.NaN] = outlook;
    distance = Math.sqrt(l * l + c * c + h * h);
    for (let step = 0; step < 2 * count; step++)
      for (let axis = 0; axis < 3; axis++)
        moves[3 * step + axis] = (ways[step] as number) * (outlook[3 + 3 * (step >> 1) + axis] as number);
  };

  return (mostMoved, costNow) => {
    cost = costNow;
    bestCost = costNow;
    trial.set(now);
    if (writeOutlook) lookAhead(writeOutlook);
    // Of single steps only some around the pile before were weighed.
    visit(0, mostMoved < count, mostMoved, 0, 0, 0, 0, false);
    return bestCost;
  };
}
