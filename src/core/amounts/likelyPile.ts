/**
 * The pile of one size that comes nearest to an exact mixture by a guess: each amount as the step below it or the step above
 * it. The guess takes the colour for straight in the logarithms of the amounts, so that no pile has to be mixed for it.
 */
import type { PileAround } from "../mixing/colorModel";

/** What a place can hold: the step at or below an exact amount and the one above it; not a number where there is none. */
export type StepsAround = (exact: number, place: number) => readonly [number, number];

/**
 * @param exact - amounts of this size. @param paintCount - places of paint; what follows is water.
 * @param outlook - of the exact mixture: see ./besidePile.
 * @returns undefined where no pile can be laid.
 */
export function likelyPile(
  exact: readonly number[],
  paintCount: number,
  stepsAround: StepsAround,
  outlook: Float64Array,
  { largestRange, mostShares, deltaEPerUnit }: PileAround,
): readonly number[] | undefined {
  const choices = exact.map((wanted, place) =>
    stepsAround(wanted, place).flatMap((volume) => {
      if (Number.isNaN(volume)) return [];
      const way = Math.log(volume / wanted);
      const moved = (axis: number): number => way * (outlook[3 + 3 * place + axis] as number);
      return [{ volume, light: moved(0), chroma: moved(1), hue: moved(2) }];
    }),
  );
  const trial = exact.slice();
  let best: readonly number[] | undefined;
  let least = Number.POSITIVE_INFINITY;

  const canBe = (paint: number): boolean => {
    let largest = 0;
    for (let place = 0; place < paintCount; place++) {
      const volume = trial[place] as number;
      if (volume > (mostShares[place] as number) * paint) return false;
      if (volume > largest) largest = volume;
    }
    return largest >= largestRange[0] && largest <= largestRange[1];
  };

  const visit = (place: number, l: number, c: number, h: number, paint: number): void => {
    const here = choices[place];
    if (here) {
      for (const { volume, light, chroma, hue } of here) {
        trial[place] = volume;
        visit(place + 1, l + light, c + chroma, h + hue, place < paintCount ? paint + volume : paint);
      }
      return;
    }
    const guess = Math.sqrt(l * l + c * c + h * h) + deltaEPerUnit * paint;
    if (guess >= least || !canBe(paint)) return;
    least = guess;
    best = trial.slice();
  };

  visit(0, outlook[0] as number, outlook[1] as number, outlook[2] as number, 0);
  return best;
}
