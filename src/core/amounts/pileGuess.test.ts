import { describe, expect, it } from "vitest";
import { labOfMix, pigment, randomMixes, SIX_TUBES } from "../../../tests/support/paint";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { aimAt, writeAimResiduals } from "../color/aimDistance";
import type { LabD65 } from "../color/types";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { evenLadder } from "./ladder";
import { type PileGuess, pileGuess } from "./pileGuess";

const mixer = new MixtureEvaluator(
  SIX_TUBES.map((id) => pigment(id).optics),
  VIEWING.D65,
  PAINT_SURFACE,
);

/** @param volumes - the exact mixture; any amount can be laid. */
function guessOf(tubes: readonly number[], volumes: readonly number[], target: LabD65): PileGuess {
  const aim = aimAt(target);
  const indices = new Uint8Array(tubes);
  const lab = new Float64Array(3);
  const pile = {
    paintCount: tubes.length,
    exact: volumes,
    main: volumes.indexOf(Math.max(...volumes)),
    sizes: [1],
    ladders: tubes.map(() => evenLadder(1e-6)),
    mostShares: tubes.map(() => Number.POSITIVE_INFINITY),
    largestRange: [0, Number.POSITIVE_INFINITY],
    totalRange: [0, Number.POSITIVE_INFINITY],
    total: Number.NaN,
    deltaEPerUnit: 0,
  } as const;
  return pileGuess(pile, (out, amounts) => {
    mixer.writeLab(lab, indices, amounts, tubes.length);
    writeAimResiduals(out, aim, lab[0] as number, lab[1] as number, lab[2] as number);
  });
}

/** What a pile is guessed to cost, no amount of it moved. */
function guessed(guess: PileGuess, pile: readonly number[], size = 1): number {
  guess.now.set(pile);
  return guess.walk(size, 0, false, Number.POSITIVE_INFINITY);
}

const MIXES = [3, 4, 5].flatMap((count) =>
  randomMixes(SIX_TUBES, count, 12, 40 + count).map((mix) => ({
    tubes: Object.keys(mix).map((id) => SIX_TUBES.findIndex((tube) => tube === id)),
    volumes: Object.values(mix),
    target: labOfMix(mix),
  })),
);

describe("piles that are guessed", () => {
  it.each([
    ["one amount", (place: number, moved: number) => place === moved],
    ["all amounts but one", (place: number, moved: number) => place !== moved],
    ["two amounts", (place: number, moved: number) => place === moved || place === moved - 1],
  ])(
    "are as far off as they are when they are worked out: %s a tenth up, the main paint among them",
    (_, isMoved) => {
      const misses = MIXES.flatMap(({ tubes, volumes, target }) => {
        const guess = guessOf(tubes, volumes, target);
        guess.guessFrom(Float64Array.from(volumes));
        return volumes.map((_, moved) => {
          const pile = volumes.map((volume, place) => (isMoved(place, moved) ? 1.1 * volume : volume));
          const own = guess.missOf(pile);
          return { own, error: Math.abs(guessed(guess, pile) - own) };
        });
      });
      const mean = (values: readonly number[]): number =>
        values.reduce((sum, one) => sum + one, 0) / values.length;
      expect(mean(misses.map(({ own }) => own))).toBeGreaterThan(0.2);
      expect(mean(misses.map(({ error }) => error))).toBeLessThan(0.03 * mean(misses.map(({ own }) => own)));
    },
  );

  it("are the same in any size, and with more of all alike", () => {
    for (const { tubes, volumes, target } of MIXES) {
      const guess = guessOf(tubes, volumes, target);
      guess.guessFrom(Float64Array.from(volumes));
      const here = guess.missOf(volumes);
      expect(guessed(guess, volumes)).toBeCloseTo(here, 9);
      expect(
        guessed(
          guess,
          volumes.map((volume) => 5 * volume),
          5,
        ),
      ).toBeCloseTo(here, 9);
      expect(
        guessed(
          guess,
          volumes.map((volume) => 1.05 * volume),
        ),
      ).toBeCloseTo(here, 2);
    }
  });

  it("of a pile like the one before need but its slopes to be learnt anew", () => {
    const errors = MIXES.flatMap(({ tubes, volumes, target }) => {
      const guess = guessOf(tubes, volumes, target);
      guess.guessFrom(Float64Array.from(volumes));
      const like = Float64Array.from(volumes, (volume, place) => volume * (place % 2 === 0 ? 1.2 : 0.9));
      const pile = [...like].map((volume, place) => (place === 0 ? 1.1 * volume : volume));
      const own = guess.missOf(pile);
      const far = Math.abs(guessed(guess, pile) - own);
      guess.guessFromLike(like);
      return [{ far, near: Math.abs(guessed(guess, pile) - own) }];
    });
    const sum = (values: readonly number[]): number => values.reduce((total, one) => total + one, 0);
    expect(sum(errors.map(({ near }) => near))).toBeLessThan(sum(errors.map(({ far }) => far)));
  });
});
