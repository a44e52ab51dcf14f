/**
 * What a painter's own "thin", "middle" and "full" mean: films that were laid over grounds and read teach how thick
 * they are, for that paint and that way of thinning.
 *
 *   ln X = ln X_usual + g + d_word + e,   g ~ N(0, 0.5²), d ~ N(0, 0.3²), e ~ N(0, 0.08²) from film to film
 *
 * g is the hand, d what a word means to it. A maximum a posteriori estimate by Levenberg-Marquardt; the spread is that
 * of its normal matrix.
 */
import type { LabD65 } from "../color/types";
import { REFERENCE_FACTORS } from "../color/ciede2000";
import { type LocalMetric, localMetric } from "../color/localMetric";
import type { SurfaceConstants } from "../mixing/saunderson";
import { num } from "../numbers";
import { minimizeLeastSquares } from "../optimize/levenbergMarquardt";
import { solveSymmetric } from "../optimize/solveSymmetric";
import { labFromReflectance, type ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel, Reflectance } from "../spectrum/types";
import { type Layer, stackOver } from "./stack";

export const FILM_WORDS = ["thin", "middle", "full"] as const;
export type FilmWord = (typeof FILM_WORDS)[number];

/** One film that was laid and read, over one ground or over several. */
export type LaidFilm = {
  readonly word: FilmWord;
  readonly optics: OpticalModel;
  /** What the word usually means, of one pass; above 0. */
  readonly usualThickness: number;
  readonly passes: number;
  readonly readings: readonly {
    /** As it is seen. */
    readonly ground: Reflectance;
    readonly lab: LabD65;
    /** ΔE00, above 0. */
    readonly uncertainty: number;
  }[];
};

export type FilmHabit = {
  /** What one's own film is to the usual one; 1 where nothing was learned. */
  readonly factors: Readonly<Record<FilmWord, number>>;
  /** Standard deviation of their logarithms. */
  readonly spreads: Readonly<Record<FilmWord, number>>;
  readonly filmCount: number;
};

const HAND_SPREAD = 0.5;
const WORD_SPREAD = 0.3;
const FILM_SPREAD = 0.08;
const MAX_ITERATIONS = 40;
const TOLERANCE = 1e-6;
/** Films beyond these thicknesses are readings gone wrong; the fit stays between them. */
const FURTHEST = Math.log(50);

export const USUAL_HABIT: FilmHabit = {
  factors: { thin: 1, middle: 1, full: 1 },
  spreads: usualSpreads(),
  filmCount: 0,
};

/** @throws RangeError for a reading without an uncertainty above 0, and for a film of no thickness. */
export function filmHabit(
  films: readonly LaidFilm[],
  view: ViewingWeights<"D65">,
  surface: SurfaceConstants,
): FilmHabit {
  if (films.length === 0) return USUAL_HABIT;
  for (const { usualThickness, readings } of films) {
    if (!(usualThickness > 0)) throw new RangeError(`A film is above 0 thick, got ${usualThickness}`);
    for (const { uncertainty } of readings)
      if (!(uncertainty > 0))
        throw new RangeError(`A reading has an uncertainty above 0, got ${uncertainty}`);
  }
  const hand = 0;
  const wordAt = (word: FilmWord): number => 1 + FILM_WORDS.indexOf(word);
  const filmAt = (film: number): number => 1 + FILM_WORDS.length + film;
  const read = films.map(({ readings }) =>
    readings.map(({ lab, uncertainty }) => ({
      lab,
      uncertainty,
      metric: localMetric(lab, REFERENCE_FACTORS),
    })),
  );
  const residualsOf = (p: readonly number[]): readonly number[] => {
    const at = (index: number): number => num(p[index]);
    const priors = [
      at(hand) / HAND_SPREAD,
      ...FILM_WORDS.map((word) => at(wordAt(word)) / WORD_SPREAD),
      ...films.map((_, film) => at(filmAt(film)) / FILM_SPREAD),
    ];
    const misses = films.flatMap((film, i) => {
      const log = Math.min(FURTHEST, Math.max(-FURTHEST, at(hand) + at(wordAt(film.word)) + at(filmAt(i))));
      const layer: Layer = {
        optics: film.optics,
        thickness: film.usualThickness * Math.exp(log),
        passes: film.passes,
        coverShare: 1,
      };
      return film.readings.flatMap(({ ground }, j) => {
        const [, seen = ground] = stackOver(ground, [layer], surface);
        const lab = labFromReflectance(seen, view);
        const known = read[i]?.[j];
        return known ? missOf(lab, known) : [];
      });
    });
    return [...priors, ...misses];
  };
  const start = new Array<number>(1 + FILM_WORDS.length + films.length).fill(0);
  const { parameters, normalMatrix } = minimizeLeastSquares(residualsOf, start, {
    maxIterations: MAX_ITERATIONS,
    relativeTolerance: TOLERANCE,
  });
  const factorOf = (word: FilmWord): number =>
    Math.exp((parameters[hand] ?? 0) + (parameters[wordAt(word)] ?? 0));
  const spreadOf = (word: FilmWord): number => {
    const sum = start.map((_, index) => (index === hand || index === wordAt(word) ? 1 : 0));
    const moved = solveSymmetric(normalMatrix, sum);
    const variance = moved ? (moved[hand] ?? 0) + (moved[wordAt(word)] ?? 0) : HAND_SPREAD ** 2;
    return Math.sqrt(Math.max(0, variance));
  };
  return {
    factors: { thin: factorOf("thin"), middle: factorOf("middle"), full: factorOf("full") },
    spreads: { thin: spreadOf("thin"), middle: spreadOf("middle"), full: spreadOf("full") },
    filmCount: films.length,
  };
}

/** Along L*, chroma and hue, in standard deviations. */
function missOf(
  lab: LabD65,
  { lab: read, uncertainty, metric }: { lab: LabD65; uncertainty: number; metric: LocalMetric },
): readonly number[] {
  const [l, a, b] = [lab[0] - read[0], lab[1] - read[1], lab[2] - read[2]];
  // An uncertainty is of the whole difference; each axis has its share.
  const each = uncertainty / Math.sqrt(3);
  return [
    (l * metric.light) / each,
    (metric.alongA * a + metric.alongB * b) / each,
    (metric.acrossA * a + metric.acrossB * b) / each,
  ];
}

function usualSpreads(): Readonly<Record<FilmWord, number>> {
  const usual = Math.hypot(HAND_SPREAD, WORD_SPREAD);
  return { thin: usual, middle: usual, full: usual };
}
