/** What lies under the simulated colorimeter: the hidden true paint of what was mixed. */
import { USUAL_HABIT } from "../../core/layers/filmHabit";
import type { Film } from "../../core/mixing/mixture";
import type { Reflectance } from "../../core/spectrum/types";
import type { Specimen } from "../../devices/colorimeter";
import { thicknessOf } from "../../domain/layers/film";
import type { PaintLayer } from "../../domain/layers/layering";
import { groundAfter } from "../../domain/layers/seenStack";
import { filmOf } from "../../domain/mixture/color";
import { kindOfMixture, type PaintKind } from "../../domain/mixture/drying";
import type { FilmState } from "../../domain/reading/reading";
import type { Dose } from "../../domain/pile/pile";
import { genericOpticsOf } from "../../domain/tube/optics";
import type { Tube } from "../../domain/tube/tube";
import { isWater } from "../../domain/tube/water";

export type UnderTheInstrument = {
  readonly specimen: Specimen;
  /** Of paint that is still wet, its kind. */
  readonly wet?: PaintKind | undefined;
  /** Of a wash: how thin it lies on what. */
  readonly film?: Film | undefined;
};

/**
 * Undefined when the paint of a tube in it is not known, so that it cannot be simulated.
 *
 * @param wet - the kind of paint while it is wet; nothing for dry paint.
 */
export function specimenOf(
  contents: readonly Dose[],
  tubeById: ReadonlyMap<string, Tube>,
  wet: PaintKind | undefined,
): UnderTheInstrument | undefined {
  const paints = contents.filter((part) => !isWater(part));
  const specimen = paints.flatMap(({ tubeId, parts }) => {
    const tube = tubeById.get(tubeId);
    const generic = tube && genericOpticsOf(tube);
    return generic ? [{ tubeId, generic, volume: parts }] : [];
  });
  if (specimen.length < paints.length) return undefined;
  return { specimen, wet, film: filmOf(contents, tubeById) };
}

/** The stand-in's hand lays films a quarter thicker than is usual, so that there is something to learn of it. */
const STAND_IN_HAND = 1.25;

/**
 * The topmost of some layers over what lies below it, under the simulated colorimeter. Undefined when its paint
 * cannot be simulated, or its brush was dry or took up wet paint.
 *
 * @param ground - as it is seen.
 */
export function filmSpecimen(
  layers: readonly PaintLayer[],
  ground: Reflectance,
  tubeById: ReadonlyMap<string, Tube>,
  state: FilmState,
): UnderTheInstrument | undefined {
  const top = layers.at(-1);
  if (!top || top.coverShare < 1 || top.takenUpShare > 0) return undefined;
  const below = groundAfter(layers.slice(0, -1), ground, () => USUAL_HABIT, tubeById);
  const kind = state === "wet" ? kindOfMixture(top.amounts, tubeById) : undefined;
  const under = specimenOf(top.amounts, tubeById, kind);
  if (!below || !under) return undefined;
  const thickness = STAND_IN_HAND * top.passes * thicknessOf(top.thinnerShare, USUAL_HABIT);
  return { ...under, film: { thickness, ground: below } };
}
