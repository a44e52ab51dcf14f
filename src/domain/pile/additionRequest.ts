/** What is asked of the next addition: the pile, what its readings say, and the paint that may go in. */
import type { LabD65 } from "../../core/color/types";
import type { PileQuery } from "../../core/correct/nextAddition";
import type { WashQuery } from "../../core/correct/washAddition";
import { mixtureRequest } from "../mixture/mixtureRequest";
import type { Reading } from "../reading/reading";
import type { SolverTube } from "../tube/solverTube";
import type { Tube } from "../tube/tube";
import { askedPaper, isWater, WATER } from "../tube/water";
import { contentsOf, meantVolumeOf, volumeOf } from "./contents";
import { labOfAdditions } from "../mixture/color";
import { beliefQuestion } from "./belief";
import type { Dose, Pile } from "./pile";

import type { AxisTolerance } from "../../core/describe/difference";
import type { OwnHand } from "../hand/ownHand";
import { additionMeasure, type HandSettings } from "../hand/measure";
import { closenessOf, factorsOf, type Purpose, surenessOf } from "../match/purpose";
/** What lies in a pile, how it was read, and what may be added to it. */
export type AdditionRequest = Omit<PileQuery, "tubes"> & { readonly tubes: readonly SolverTube[] };

/** What lies in a wash, how it looks, and what may be added to it. */
export type WashRequest = Omit<WashQuery, "tubes" | "paper" | "undilutedThickness"> & {
  readonly tubes: readonly SolverTube[];
  /** What it lies on, as it is seen, per band; white paper when it is left out. */
  readonly paper?: readonly number[] | undefined;
};

/** Until a tube has been tested, its strength may be off by this share. */
const STRENGTH_ERROR = 0.3;
const MOST_TUBES = 3;

export type NextAdditionQuestion = {
  readonly pile: Pile;
  /** Piles that it may have been taken from: what was read of them speaks of the same paint. */
  readonly story: readonly Pile[];
  readonly readings: readonly Reading[];
  /** The colour of the dry paint. */
  readonly target: LabD65;
  readonly toDry: (wet: LabD65, laid: readonly Dose[]) => LabD65;
  readonly tolerance: AxisTolerance;
  /** What the match is for: by it the doubt that may be left is judged. */
  readonly purpose: Purpose;
  readonly hand: HandSettings;
  /** How this painter doses; undefined until enough was weighed. */
  readonly ownHand: OwnHand | undefined;
  /** Tubes that may be added. */
  readonly board: readonly Tube[];
  readonly tubeById: ReadonlyMap<string, Tube>;
  /** The same tubes as the pile's readings let them appear. */
  readonly believed: ReadonlyMap<string, Tube>;
};

/** The request and the tubes that its places name; undefined when the paint of a tube in the pile is not known. */
export function additionRequest({
  pile,
  story,
  readings,
  target,
  toDry,
  tolerance,
  purpose,
  hand,
  ownHand,
  board,
  tubeById,
}: NextAdditionQuestion):
  | { readonly request: AdditionRequest; readonly tubeIds: readonly string[] }
  | undefined {
  const boardIds = board.map(({ id }) => id);
  const asked = beliefQuestion(pile, story, readings, tubeById, toDry, ownHand, boardIds);
  if (!asked) return undefined;
  const { tubeIds, request } = asked;
  const allowed = boardIds.flatMap((id) => {
    const place = tubeIds.indexOf(id);
    return place >= 0 ? [place] : [];
  });
  if (allowed.length === 0) return undefined;
  return {
    tubeIds,
    request: {
      ...request,
      meantVolume: meantVolumeOf(pile),
      allowed,
      target,
      toleranceDeltaE2000: closenessOf(tolerance),
      axes: tolerance,
      factors: factorsOf(tolerance),
      sureWithin: surenessOf(purpose, tolerance),
      strengthError: STRENGTH_ERROR,
      ...(ownHand && { hand: ownHand.scatter }),
      maxTubes: Math.min(MOST_TUBES, allowed.length),
      dosing: additionMeasure(
        hand,
        tubeIds.flatMap((id) => tubeById.get(id) ?? []),
        volumeOf(contentsOf(pile)),
      ),
    },
  };
}

/** The same for a wash: what is believed of it, and how much water is in it. */
export function washRequest({
  pile,
  target,
  tolerance,
  hand,
  board,
  believed,
}: NextAdditionQuestion): { readonly request: WashRequest; readonly tubeIds: readonly string[] } | undefined {
  const contents = contentsOf(pile);
  const asked = mixtureRequest(
    contents.filter((part) => !isWater(part)),
    board.map((tube) => believed.get(tube.id) ?? tube),
    believed,
  );
  const seen = labOfAdditions(contents, believed);
  if (!asked || !seen) return undefined;
  return {
    tubeIds: [...asked.tubes.map(({ id }) => id), WATER.id],
    request: {
      ...asked.request,
      allowed: board.flatMap(({ id }) => {
        const place = asked.tubes.findIndex((tube) => tube.id === id);
        return place >= 0 ? [place] : [];
      }),
      water: volumeOf(contents.filter(isWater)),
      meantVolume: meantVolumeOf(pile),
      paper: askedPaper(believed),
      seen,
      target,
      toleranceDeltaE2000: closenessOf(tolerance),
      axes: tolerance,
      strengthError: STRENGTH_ERROR,
      dosing: additionMeasure(hand, asked.tubes, volumeOf(contents)),
    },
  };
}
