/** From a base to a colour by layers: what is asked of the worker, and its answer as layers in the painter's words. */
import type { LabD65 } from "../../core/color/types";
import type { FilmHabit } from "../../core/layers/filmHabit";
import type { FilmRange, GlazePlan } from "../../core/layers/glazeSolver";
import type { Scumble } from "../../core/layers/scumble";
import type { Reflectance } from "../../core/spectrum/types";
import { UNDILUTED_THICKNESS } from "../../data/paper";
import type { Dose } from "../pile/pile";
import { isWhiteTube } from "../tube/kinds";
import { type SolverTube, solverTubeOf } from "../tube/solverTube";
import type { Tube, TubeMedium } from "../tube/tube";
import { type HabitOf, shareFor, thicknessOf } from "./film";
import { MOST_PASSES, MOST_THINNER, type PaintLayer, type Thinner } from "./layering";

export type TowardsRequest = {
  /** As it is seen, per band. */
  readonly base: readonly number[];
  readonly target: LabD65;
  readonly tubes: readonly SolverTube[];
  /** Places of the whites. */
  readonly whites: readonly number[];
  readonly most: 1 | 2 | 3;
  readonly range: FilmRange;
  /** In water paint the paper is the white: nothing is scumbled. */
  readonly scumbles: boolean;
};

export type TowardsAnswer = {
  /** Of one film, then of more where they are worth it. */
  readonly glazes: readonly GlazePlan[];
  /** Best first. */
  readonly scumbles: readonly Scumble[];
};

export type AskedTowards = { readonly request: TowardsRequest; readonly tubes: readonly Tube[] };

const SHARE_STEPS = 1e5;
/** Two coats at most: beyond that it is not a glaze. */
const THICKEST = 2 * UNDILUTED_THICKNESS;

/** Undefined without a tube whose paint is known. */
export function towardsQuestion(
  base: Reflectance,
  target: LabD65,
  board: readonly Tube[],
  most: TowardsRequest["most"],
  isWash: boolean,
): AskedTowards | undefined {
  const known = board.flatMap((tube) => {
    const solverTube = solverTubeOf(tube);
    return solverTube ? [{ tube, solverTube }] : [];
  });
  if (known.length === 0) return undefined;
  return {
    tubes: known.map(({ tube }) => tube),
    request: {
      base: Array.from(base.values),
      target,
      tubes: known.map(({ solverTube }) => solverTube),
      whites: known.flatMap(({ tube }, place) => (isWhiteTube(tube) ? [place] : [])),
      most,
      range: {
        thinnest: UNDILUTED_THICKNESS * (1 - MOST_THINNER),
        thickest: isWash ? UNDILUTED_THICKNESS : THICKEST,
      },
      scumbles: !isWash,
    },
  };
}

/** What a medium is thinned with where nothing else is said. */
export function thinnerOf(medium: TubeMedium | undefined): Thinner {
  return medium === "watercolour" || medium === "gouache" ? "water" : "medium";
}

/** A film as the hand lays it: how thin, and in how many passes where one is not enough. */
export function layerOfFilm(
  name: string,
  amounts: readonly Dose[],
  thickness: number,
  habit: FilmHabit,
  thinner: Thinner,
): Omit<PaintLayer, "id"> {
  const full = thicknessOf(0, habit);
  const passes = Math.min(MOST_PASSES, Math.max(1, Math.ceil(thickness / full - 1e-6)));
  const share = thickness / passes >= full ? 0 : shareFor(thickness / passes, habit, MOST_THINNER);
  return {
    name,
    amounts,
    thinner,
    // Of a stain little is left beside the thinner: a coarser share would lay another film.
    thinnerShare: Math.round(SHARE_STEPS * share) / SHARE_STEPS,
    passes,
    coverShare: 1,
    takenUpShare: 0,
  };
}

/** The layers of a plan of glazes, lowest first. */
export function layersOfGlazes(
  { glazes }: GlazePlan,
  tubes: readonly Tube[],
  habitOf: HabitOf,
): readonly Omit<PaintLayer, "id">[] {
  return glazes.flatMap(({ paint, thickness }) => {
    const tube = tubes[paint];
    if (!tube) return [];
    const amounts = [{ tubeId: tube.id, parts: 1 }];
    return [layerOfFilm(tube.label, amounts, thickness, habitOf(amounts), thinnerOf(tube.medium))];
  });
}

/** The one layer of a scumble: white, with paint in it, in parts that add up to 10. */
export function layerOfScumble(
  { white, paint, paintShare, thickness }: Scumble,
  tubes: readonly Tube[],
  habitOf: HabitOf,
): Omit<PaintLayer, "id"> | undefined {
  const base = tubes[white];
  const tint = paint === undefined ? undefined : tubes[paint];
  if (!base) return undefined;
  const amounts = [
    { tubeId: base.id, parts: 10 * (1 - paintShare) },
    ...(tint ? [{ tubeId: tint.id, parts: 10 * paintShare }] : []),
  ];
  const name = tint ? `${base.label} with ${tint.label}` : base.label;
  return layerOfFilm(name, amounts, thickness, habitOf(amounts), thinnerOf(base.medium));
}
