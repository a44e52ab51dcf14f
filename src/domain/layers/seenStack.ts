/** What a plan of layers will look like: after each layer, over any ground. */
import type { LabD65 } from "../../core/color/types";
import { type Layer, stackOver } from "../../core/layers/stack";
import { deltaE2000 } from "../../core/color/ciede2000";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import type { Reflectance } from "../../core/spectrum/types";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import type { Tube } from "../tube/tube";
import { filmsOf, type HabitOf } from "./film";
import type { PaintLayer } from "./layering";

export type SeenStack = {
  /** Of the ground, then after each layer; the last is what is seen. */
  readonly after: readonly LabD65[];
  /** ΔE00 by which the result moves when every film is 30 % thicker or thinner, whichever is more. */
  readonly filmDoubt: number;
};

const FILM_ERROR = 0.3;
/** Where the films' own thickness moves the result by more than this, opaque paint is surer, ΔE00. */
export const UNSURE_FILM = 3;

/** Undefined while the paint of a layer is not known. */
export function seenStack(
  layers: readonly PaintLayer[],
  ground: Reflectance,
  habitOf: HabitOf,
  tubeById: ReadonlyMap<string, Tube>,
): SeenStack | undefined {
  const films = filmsOf(layers, ground, habitOf, tubeById);
  if (!films) return undefined;
  const seen = (factor: number): readonly LabD65[] =>
    stackOver(ground, films.map(timesThicker(factor)), PAINT_SURFACE).map((reflectance) =>
      labFromReflectance(reflectance, VIEWING.D65),
    );
  const after = seen(1);
  const result = after.at(-1);
  const filmDoubt = Math.max(
    ...[1 - FILM_ERROR, 1 + FILM_ERROR].map((factor) => {
      const other = seen(factor).at(-1);
      return result && other ? deltaE2000(result, other) : 0;
    }),
  );
  return { after, filmDoubt };
}

function timesThicker(factor: number): (film: Layer) => Layer {
  return (film) => ({ ...film, thickness: factor * film.thickness });
}

/** The reflectance under the last layers of a stack: what the next one will lie on. */
export function groundAfter(
  layers: readonly PaintLayer[],
  ground: Reflectance,
  habitOf: HabitOf,
  tubeById: ReadonlyMap<string, Tube>,
): Reflectance | undefined {
  const films = filmsOf(layers, ground, habitOf, tubeById);
  return films && stackOver(ground, films, PAINT_SURFACE).at(-1);
}
