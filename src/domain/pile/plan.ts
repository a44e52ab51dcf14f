/** What lies in a pile, what its recipe still asks for, and how far off the plan it is. */
import { restOfRecipe } from "../../core/amounts/restOfRecipe";
import { volumeOf } from "./contents";
import { leftoverId } from "./puddle";
import type { Addition, Dose } from "./pile";

export type PileStep = {
  readonly tubeId: string;
  /** What was put down, or what is suggested while it is not. */
  readonly parts: number;
  readonly isDone: boolean;
  /** The turn in which it was put down. */
  readonly turn?: number;
};

/** What is in a pile, then what its recipe still asks for, and by how much the pile has to grow for that. */
export type PilePlan = { readonly steps: readonly PileStep[]; readonly growth: number };

/** A dose this much off its plan, as a share of it, is as good as right. */
const SLIP = 0.05;

/** From what lies there and the exact rest to a rest that can be laid down, in the order of the plan. */
export type LayRest = (laid: readonly number[], rest: readonly number[]) => readonly number[];

/**
 * What lies in the pile, in order, then what the recipe still asks for. Where too much was put down, the rest
 * grows with it so that the colour still comes out; what was added against the plan's advice is not counted.
 */
export function pilePlan(
  planned: readonly Dose[],
  additions: readonly Addition[],
  layRest: LayRest = (_, rest) => rest,
): PilePlan {
  const done = additions
    .map((addition) => ({ ...addition, tubeId: sourceOf(addition) }))
    .reduce<(PileStep & { readonly turn: number; readonly isFollowed: boolean })[]>((steps, addition) => {
      const last = steps.at(-1);
      const isSameGo = last?.tubeId === addition.tubeId && last.turn === addition.turn;
      const step = {
        tubeId: addition.tubeId,
        parts: addition.parts + (isSameGo ? last.parts : 0),
        isDone: true,
        turn: addition.turn,
        isFollowed: addition.suggestedParts !== undefined,
      };
      return isSameGo ? [...steps.slice(0, -1), step] : [...steps, step];
    }, []);
  const shown = done.map(({ tubeId, parts, turn }) => ({ tubeId, parts, isDone: true, turn }));
  if (planned.length === 0) return { steps: shown, growth: 1 };
  const laid = planned.map(({ tubeId, parts }) => {
    const sum = volumeOf(done.filter((step) => step.isFollowed && step.tubeId === tubeId));
    return sum > parts * (1 + SLIP) ? sum : Math.min(sum, parts);
  });
  const { growth, rest } = restOfRecipe(
    planned.map(({ parts }) => parts),
    laid,
  );
  const isFollowed = laid.some((parts) => parts > 0);
  const openRest = planned.map(({ parts }, i) => ((rest[i] ?? 0) > parts * SLIP ? (rest[i] ?? 0) : 0));
  const laidRest = isFollowed ? layRest(laid, openRest) : openRest;
  const open = planned.flatMap(({ tubeId }, i) => {
    const parts = laidRest[i] ?? 0;
    return parts > 0 ? [{ tubeId, parts, isDone: false }] : [];
  });
  return { steps: [...shown, ...open], growth };
}

/** Paint out of an older pile counts as that, not as the tubes that it was mixed from. */
function sourceOf({ tubeId, fromPileId }: Addition): string {
  return fromPileId === undefined ? tubeId : leftoverId(fromPileId);
}
