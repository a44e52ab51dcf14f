/**
 * Older piles as paint for the next mixture: free piles, what is left of finished ones, what lies under a cover. Which
 * of them can be used here, and why the others cannot.
 */
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { STUDIO_TIMES } from "../../data/studioTimes";
import { labOfAdditions } from "../mixture/color";
import { kindOfMixture } from "../mixture/drying";
import type { Lightener } from "../palette/medium";
import { isWater } from "../tube/water";
import type { Note } from "../note/note";
import type { Tube, TubeMedium } from "../tube/tube";
import { changedAt, contentsOf, volumeOf } from "./contents";
import { leftoverAsTube } from "./leftovers";
import type { Pile } from "./pile";

/** A pile without a note: paint needs no target. */
export function isFree({ noteId, side }: Pick<Pile, "noteId" | "side">): boolean {
  return noteId === undefined && side === undefined;
}

/** Less than this is what clings to the board, in parts. */
const CRUMB_PARTS = 1e-3;

/** Parts of a pile that can go into others; 0 for one that is being mixed for a note and lies open. */
export function partsToTake(pile: Pile): number {
  const parts =
    pile.state === "side"
      ? 0
      : pile.state === "open"
        ? isFree(pile) || pile.soft?.isCovered === true
          ? volumeOf(contentsOf(pile))
          : 0
        : (pile.leftParts ?? 0);
  return parts > CRUMB_PARTS ? parts : 0;
}

/** Paint that water wakes again never dries out. */
const WAKES_WITH_WATER: readonly TubeMedium[] = ["watercolour", "gouache"];
const MINUTE_MS = 60_000;

/** When a pile stiffens, ms since 1970; never for paint that water wakes again. */
export function stiffensAt(pile: Pile, medium: TubeMedium): number {
  if (WAKES_WITH_WATER.includes(medium)) return Number.POSITIVE_INFINITY;
  const { openTime, cover } = STUDIO_TIMES[medium];
  const since = Math.max(changedAt(pile), pile.soft?.at ?? 0);
  return since + (pile.soft?.isCovered ? cover : openTime) * MINUTE_MS;
}

export const HINDRANCES = [
  "none-left",
  "streaky",
  "unknown-paint",
  "other-medium",
  "other-painting",
  "dried-out",
] as const;
export type Hindrance = (typeof HINDRANCES)[number];

/** Where the next mixture is made. */
export type MixingPlace = {
  readonly paintingId: string | undefined;
  /** Of the palette; undefined where it has none. */
  readonly medium: TubeMedium | undefined;
  /** What lightens there: a rest with water in it goes into washes only. */
  readonly lightener: Lightener;
  /** Piles of other paintings too: the painter asked. */
  readonly takesAll: boolean;
  readonly now: number;
};

/** Why a pile cannot go into a mixture here; undefined when it can. */
export function hindranceOf(
  pile: Pile,
  { paintingId, medium, lightener, takesAll, now }: MixingPlace,
  tubeById: ReadonlyMap<string, Tube>,
): Hindrance | undefined {
  if (partsToTake(pile) === 0) return "none-left";
  if (pile.isStreaky) return "streaky";
  const contents = contentsOf(pile);
  const own = kindOfMixture(contents, tubeById)?.medium;
  if (own === undefined || labOfAdditions(contents, tubeById) === undefined) return "unknown-paint";
  if (medium !== undefined && own !== medium) return "other-medium";
  if (lightener === "white" && contents.some(isWater)) return "other-medium";
  if (!takesAll && pile.paintingId !== paintingId) return "other-painting";
  return stiffensAt(pile, own) < now ? "dried-out" : undefined;
}

/** A pile as paint: a tube of its own, and how much of it there is. */
export type Ingredient = { readonly pile: Pile; readonly tube: Tube; readonly leftParts: number };

/** @param believedOf - the box as the readings of a pile let it appear. */
export function ingredientsOf(
  piles: readonly Pile[],
  place: MixingPlace,
  noteById: ReadonlyMap<string, Note>,
  tubeById: ReadonlyMap<string, Tube>,
  believedOf: (pile: Pile) => ReadonlyMap<string, Tube>,
): readonly Ingredient[] {
  return piles.flatMap((pile) => {
    if (hindranceOf(pile, place, tubeById) !== undefined) return [];
    const tube = leftoverAsTube(pile, noteById.get(pile.noteId ?? ""), believedOf(pile));
    return tube ? [{ pile, tube, leftParts: partsToTake(pile) }] : [];
  });
}

/** So many piles go into one search: each more makes it longer, and a board holds few that help. */
const MOST_NEAR = 5;
const MOST_UNLIKE = 3;

/**
 * Of many piles those that a search for a colour looks at: the nearest, and of the others those that are most unlike
 * all that were taken, so that a dark or a vivid premix is not missed.
 */
export function ingredientsFor(ingredients: readonly Ingredient[], target: LabD65): readonly Ingredient[] {
  if (ingredients.length <= MOST_NEAR + MOST_UNLIKE) return ingredients;
  const rows = ingredients.flatMap((ingredient) => {
    const { tube } = ingredient;
    const lab = labOfAdditions([{ tubeId: tube.id, parts: 1 }], new Map([[tube.id, tube]]));
    return lab ? [{ ingredient, lab, miss: deltaE2000(target, lab) }] : [];
  });
  const sorted = [...rows].sort((one, other) => one.miss - other.miss);
  const taken = sorted.slice(0, MOST_NEAR);
  const others = sorted.slice(MOST_NEAR);
  const unlikeness = ({ lab }: (typeof rows)[number]): number =>
    Math.min(...taken.map((one) => deltaE2000(one.lab, lab)));
  for (let count = 0; count < MOST_UNLIKE && others.length > 0; count++) {
    const next = others.reduce((best, row) => (unlikeness(row) > unlikeness(best) ? row : best));
    others.splice(others.indexOf(next), 1);
    taken.push(next);
  }
  return taken.map(({ ingredient }) => ingredient);
}
