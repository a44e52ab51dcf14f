/** From a layer in the painter's words to a film: which paint, how thick, over what. */
import type { FilmHabit, FilmWord, LaidFilm } from "../../core/layers/filmHabit";
import { filmHabit, USUAL_HABIT } from "../../core/layers/filmHabit";
import type { Layer } from "../../core/layers/stack";
import { reflectancePaint } from "../../core/layers/reflectancePaint";
import { blendOptics, type PaintVolume } from "../../core/mixing/mixture";
import type { OpticalModel, Reflectance } from "../../core/spectrum/types";
import { UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { type GroundContext, seenOfGround } from "../ground/seenGround";
import type { Dose } from "../pile/pile";
import { labFromStored } from "../reading/storedColor";
import { evidenceUncertainty } from "../reading/uncertainty";
import { opticsOfTube } from "../tube/optics";
import type { Tube } from "../tube/tube";
import { isWater } from "../tube/water";
import type { PaintLayer, Scrap } from "./layering";

/** Share of what thins, of the three films that painters name. */
export const WORD_SHARES: Readonly<Record<FilmWord, number>> = { thin: 0.9, middle: 0.65, full: 0 };
const THIN_FROM = 0.8;
const MIDDLE_FROM = 0.35;

export function wordOfShare(thinnerShare: number): FilmWord {
  return thinnerShare >= THIN_FROM ? "thin" : thinnerShare >= MIDDLE_FROM ? "middle" : "full";
}

/** Between two words lies what lies between their films. */
function factorAt(share: number, { factors }: FilmHabit): number {
  const [low, high, at] =
    share >= WORD_SHARES.middle
      ? [
          factors.middle,
          factors.thin,
          Math.min(1, (share - WORD_SHARES.middle) / (WORD_SHARES.thin - WORD_SHARES.middle)),
        ]
      : [factors.full, factors.middle, share / WORD_SHARES.middle];
  return low ** (1 - at) * high ** at;
}

/** Dry thickness of one pass, 1 where titanium white has S·X = 1 at 550 nm. */
export function thicknessOf(thinnerShare: number, habit: FilmHabit): number {
  return UNDILUTED_THICKNESS * (1 - thinnerShare) * factorAt(thinnerShare, habit);
}

/** The share of what thins that gives a thickness; 0 where no thinning does, as for several coats. */
export function shareFor(thickness: number, habit: FilmHabit, most: number): number {
  let [low, high] = [0, most];
  // Thinner paint dries thinner, whatever the habit: so the share is found by halving.
  for (let step = 0; step < HALVINGS; step++) {
    const middle = (low + high) / 2;
    if (thicknessOf(middle, habit) > thickness) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
const HALVINGS = 40;

/** Undefined while the paint of a tube in it is not known, or for no paint. */
export function opticsOfAmounts(
  amounts: readonly Dose[],
  tubeById: ReadonlyMap<string, Tube>,
): OpticalModel | undefined {
  const parts: PaintVolume[] = [];
  for (const { tubeId, parts: volume } of amounts.filter((dose) => !isWater(dose))) {
    const tube = tubeById.get(tubeId);
    const optics = tube && opticsOfTube(tube);
    if (!optics) return undefined;
    if (volume > 0) parts.push({ optics, volume });
  }
  return parts.length > 0 ? blendOptics(parts) : undefined;
}

export type HabitOf = (amounts: readonly Dose[]) => FilmHabit;

/**
 * Layers as films. A wet ground mixes with what is laid into it; a reading of a ground whose paint is not known counts
 * as a paint that hides as white does.
 *
 * @returns undefined where the paint of a layer is not known.
 */
export function filmsOf(
  layers: readonly PaintLayer[],
  ground: Reflectance,
  habitOf: HabitOf,
  tubeById: ReadonlyMap<string, Tube>,
): readonly Layer[] | undefined {
  const films: Layer[] = [];
  let below: OpticalModel | undefined;
  for (const { amounts, thinnerShare, passes, coverShare, takenUpShare } of layers) {
    const own = opticsOfAmounts(amounts, tubeById);
    if (!own) return undefined;
    below ??= takenUpShare > 0 ? reflectancePaint(ground, PAINT_SURFACE) : undefined;
    const optics =
      takenUpShare > 0 && below
        ? blendOptics([
            { optics: own, volume: 1 - takenUpShare },
            { optics: below, volume: takenUpShare },
          ])
        : own;
    films.push({ optics, thickness: thicknessOf(thinnerShare, habitOf(amounts)), passes, coverShare });
    below = optics;
  }
  return films;
}

/**
 * What scraps teach of a paint's films: those of the same paint, or else those of the same medium. Only a film that
 * lies straight on its ground tells its thickness.
 */
export function habitsOf(
  scraps: readonly Scrap[],
  tubeById: ReadonlyMap<string, Tube>,
  context: GroundContext,
): HabitOf {
  const laid = scraps.flatMap((scrap) => {
    const film = laidFilm(scrap, tubeById, context);
    const [layer] = scrap.layers;
    return film && layer
      ? [{ film, paint: paintKey(layer.amounts), medium: mediumOf(layer.amounts, tubeById) }]
      : [];
  });
  const known = new Map<string, FilmHabit>();
  return (amounts) => {
    if (laid.length === 0) return USUAL_HABIT;
    const [paint, medium] = [paintKey(amounts), mediumOf(amounts, tubeById)];
    const key = `${paint} ${medium ?? ""}`;
    const before = known.get(key);
    if (before) return before;
    const same = laid.filter((one) => one.paint === paint);
    const near = same.length > 0 ? same : laid.filter((one) => one.medium === medium);
    const habit = filmHabit(
      near.map(({ film }) => film),
      VIEWING.D65,
      PAINT_SURFACE,
    );
    known.set(key, habit);
    return habit;
  };
}

function laidFilm(
  { layers, readings }: Scrap,
  tubeById: ReadonlyMap<string, Tube>,
  context: GroundContext,
): LaidFilm | undefined {
  const [layer, ...more] = layers;
  const optics = layer && opticsOfAmounts(layer.amounts, tubeById);
  if (!optics || more.length > 0 || layer.coverShare < 1 || layer.takenUpShare > 0) return undefined;
  const read = readings.flatMap(({ ground, color, film }) => {
    const seen = film === "wet" ? undefined : seenOfGround(ground, context);
    return seen ? [{ ground: seen, lab: labFromStored(color), uncertainty: evidenceUncertainty(color) }] : [];
  });
  if (read.length === 0) return undefined;
  return {
    word: wordOfShare(layer.thinnerShare),
    optics,
    usualThickness: thicknessOf(layer.thinnerShare, USUAL_HABIT),
    passes: layer.passes,
    readings: read,
  };
}

function paintKey(amounts: readonly Dose[]): string {
  return amounts
    .filter(({ parts }) => parts > 0)
    .map(({ tubeId }) => tubeId)
    .sort()
    .join();
}

export function mediumOf(
  amounts: readonly Dose[],
  tubeById: ReadonlyMap<string, Tube>,
): Tube["medium"] | undefined {
  const most = [...amounts].sort((one, other) => other.parts - one.parts)[0];
  return most && tubeById.get(most.tubeId)?.medium;
}
