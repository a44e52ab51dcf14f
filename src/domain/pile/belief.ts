/**
 * One belief about a pile: what its readings taught of the tubes in it holds wherever the pile is shown or used, until
 * a newer reading. The store keeps evidence; the belief is computed from it.
 */
import type { Evidence, MixPart } from "../../core/learning/evidence";
import type { LabD65 } from "../../core/color/types";
import { filmOf } from "../mixture/color";
import type { Reading } from "../reading/reading";
import { withOptics } from "../tube/optics";
import { opticsOf, type SolverTube, solverTubeOf } from "../tube/solverTube";
import type { Tube } from "../tube/tube";
import { isWater } from "../tube/water";
import { contentsOf } from "./contents";
import { type SeenState, seenStates } from "./evidence";
import type { OwnHand } from "../hand/ownHand";
import type { Dose, Pile } from "./pile";

/** As a worker takes it. */
export type BeliefRequest = {
  readonly tubes: readonly SolverTube[];
  readonly parts: readonly MixPart[];
  readonly evidence: readonly Evidence[];
};

export type BeliefQuestion = {
  readonly pileId: string;
  /** Tubes in the order of the request's places. */
  readonly tubeIds: readonly string[];
  readonly request: BeliefRequest;
};

export type Belief = {
  readonly pileId: string;
  readonly tubes: readonly (Omit<SolverTube, "isBlack"> & { readonly tubeId: string })[];
  /** One standard deviation of the pile's colour, ΔE00. */
  readonly doubtDeltaE2000: number;
};

/**
 * Undefined where nothing was read, or a tube in the pile is not known: then the tubes are what they are.
 *
 * @param piles - all that may belong to its story: what it was sampled or taken from.
 * @param toDry - the colour that a wet one of these contents dries to.
 * @param ownHand - how well what was not weighed is known; undefined where amounts count as they are recorded.
 * @param further - tubes that the request names besides, by their ids.
 */
export function beliefQuestion(
  pile: Pile,
  piles: readonly Pile[],
  readings: readonly Reading[],
  tubeById: ReadonlyMap<string, Tube>,
  toDry: (wet: LabD65, laid: readonly Dose[]) => LabD65,
  ownHand: OwnHand | undefined,
  further: readonly string[] = [],
): BeliefQuestion | undefined {
  const states = seenStates(storyOf(pile, piles), readings, toDry, ownHand).filter((state) =>
    isOfToday(state, tubeById),
  );
  const contents = contentsOf(pile);
  const laidIds = [contents, ...states.map(({ laid }) => laid)].flat().map(({ tubeId }) => tubeId);
  const ids = [...new Set([...further, ...laidIds])];
  const known = ids.flatMap((id) => {
    const tube = tubeById.get(id);
    const solverTube = tube && solverTubeOf(tube);
    return solverTube ? [{ id, solverTube }] : [];
  });
  const partsOf = (laid: readonly Dose[]): MixPart[] =>
    laid
      .filter((dose) => !isWater(dose))
      .map(({ tubeId, parts }) => ({ tube: known.findIndex(({ id }) => id === tubeId), volume: parts }));
  const isKnown = (parts: readonly MixPart[]): boolean =>
    parts.length > 0 && parts.every(({ tube }) => tube >= 0);
  const evidence = states.flatMap((state) => {
    const { laid, lab, uncertaintyDeltaE2000, axisUncertainties, isStoodBy } = state;
    const parts = partsOf(laid);
    const doseErrors = state.doseErrors?.filter((_, i) => laid[i] !== undefined && !isWater(laid[i]));
    const film = filmOf(laid, tubeById);
    return isKnown(parts)
      ? [
          {
            parts,
            lab,
            uncertaintyDeltaE2000,
            ...(axisUncertainties && { axisUncertainties }),
            ...(doseErrors && { doseErrors }),
            ...(isStoodBy === true && { isStoodBy }),
            ...(film && { film }),
          },
        ]
      : [];
  });
  const parts = partsOf(contents);
  if (evidence.length === 0 || !isKnown(parts)) return undefined;
  return {
    pileId: pile.id,
    tubeIds: known.map(({ id }) => id),
    request: { tubes: known.map(({ solverTube }) => solverTube), parts, evidence },
  };
}

/** An answer with the names that the request's places stand for. */
export function beliefOf(
  { pileId, tubeIds }: BeliefQuestion,
  {
    tubes,
    doubtDeltaE2000,
  }: {
    readonly tubes: readonly Omit<SolverTube, "isBlack">[];
    readonly doubtDeltaE2000: number;
  },
): Belief {
  return {
    pileId,
    doubtDeltaE2000,
    tubes: tubes.flatMap((tube, place) => {
      const tubeId = tubeIds[place];
      return tubeId === undefined ? [] : [{ tubeId, ...tube }];
    }),
  };
}

/** The pile, and those that it was sampled or taken from. */
function storyOf(pile: Pile, piles: readonly Pile[]): readonly Pile[] {
  const story = [pile];
  for (const one of story) {
    const sources = [one.side?.of, ...one.additions.map(({ fromPileId }) => fromPileId)];
    for (const id of sources) {
      const source = piles.find((other) => other.id === id);
      if (source && !story.includes(source)) story.push(source);
    }
  }
  return story;
}

/** A tube that was tested since is known better from its test: what was seen before speaks of the paint before. */
function isOfToday({ laid, takenAt }: SeenState, tubeById: ReadonlyMap<string, Tube>): boolean {
  return laid.every(({ tubeId }) => (tubeById.get(tubeId)?.optics.calibrations.at(-1)?.at ?? 0) <= takenAt);
}

/** The box as the readings of one pile let it appear. */
export function believedTubes(
  tubeById: ReadonlyMap<string, Tube>,
  belief: Belief | undefined,
): ReadonlyMap<string, Tube> {
  if (!belief) return tubeById;
  const believed = new Map(tubeById);
  for (const { tubeId, ...optics } of belief.tubes) {
    const tube = tubeById.get(tubeId);
    if (tube) believed.set(tubeId, withOptics(tube, opticsOf({ ...optics, isBlack: false })));
  }
  return believed;
}
