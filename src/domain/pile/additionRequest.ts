/** What is asked of the next addition: the pile, what its readings say, and the paint that may go in. */
import type { LabD65 } from "../../core/color/types";
import type { PileQuery } from "../../core/correct/nextAddition";
import type { WashQuery } from "../../core/correct/washAddition";
import { mixtureRequest } from "../mixture/mixtureRequest";
import type { Reading } from "../reading/reading";
import { labFromStored } from "../reading/storedColor";
import { type SolverTube, solverTubeOf } from "../tube/solverTube";
import type { Tube } from "../tube/tube";
import { isWater, WATER } from "../tube/water";
import { contentsOf, volumeOf } from "./contents";
import { currentReading, pileEvidence } from "./evidence";
import type { Pile } from "./pile";

import type { AxisTolerance } from "../../core/describe/difference";
import { additionMeasure, type HandSettings } from "../hand/measure";
import { closenessOf, factorsOf, type Purpose, surenessOf } from "../match/purpose";
/** What lies in a pile, how it was read, and what may be added to it. */
export type AdditionRequest = Omit<PileQuery, "tubes"> & { readonly tubes: readonly SolverTube[] };

/** What lies in a wash, how it looks, and what may be added to it. */
export type WashRequest = Omit<WashQuery, "tubes" | "paper" | "undilutedThickness"> & {
  readonly tubes: readonly SolverTube[];
};

/** Until a tube has been tested, its strength may be off by this share. */
const STRENGTH_ERROR = 0.3;
const MOST_TUBES = 3;

export type NextAdditionQuestion = {
  readonly pile: Pile;
  /** The pile that a sample was taken from: what was read of it speaks of the same paint. */
  readonly parent: Pile | undefined;
  readonly readings: readonly Reading[];
  /** The colour of the dry paint. */
  readonly target: LabD65;
  readonly toDry: (wet: LabD65) => LabD65;
  readonly tolerance: AxisTolerance;
  /** What the match is for: by it the doubt that may be left is judged. */
  readonly purpose: Purpose;
  readonly hand: HandSettings;
  /** Tubes that may be added. */
  readonly board: readonly Tube[];
  readonly tubeById: ReadonlyMap<string, Tube>;
};

/** The request and the tubes that its places name; undefined when the paint of a tube in the pile is not known. */
export function additionRequest({
  pile,
  parent,
  readings,
  target,
  toDry,
  tolerance,
  purpose,
  hand,
  board,
  tubeById,
}: NextAdditionQuestion):
  | { readonly request: AdditionRequest; readonly tubeIds: readonly string[] }
  | undefined {
  const contents = contentsOf(pile);
  const ids = [...new Set([...board.map(({ id }) => id), ...contents.map(({ tubeId }) => tubeId)])];
  const known = ids.flatMap((id) => {
    const tube = tubeById.get(id);
    const solverTube = tube && solverTubeOf(tube);
    return solverTube ? [{ id, tube, solverTube }] : [];
  });
  const placeOf = (tubeId: string): number => known.findIndex(({ id }) => id === tubeId);
  if (contents.length === 0 || contents.some(({ tubeId }) => placeOf(tubeId) < 0)) return undefined;
  const allowed = board.flatMap(({ id }) => (placeOf(id) >= 0 ? [placeOf(id)] : []));
  const evidence = pileEvidence(parent ? [pile, parent] : [pile], readings, placeOf, toDry);
  if (allowed.length === 0 || evidence.length === 0) return undefined;
  return {
    tubeIds: known.map(({ id }) => id),
    request: {
      tubes: known.map(({ solverTube }) => solverTube),
      allowed,
      parts: contents.map(({ tubeId, parts }) => ({ tube: placeOf(tubeId), volume: parts })),
      evidence,
      target,
      toleranceDeltaE2000: closenessOf(tolerance),
      axes: tolerance,
      factors: factorsOf(tolerance),
      sureWithin: surenessOf(purpose, tolerance),
      strengthError: STRENGTH_ERROR,
      maxTubes: Math.min(MOST_TUBES, allowed.length),
      dosing: additionMeasure(
        hand,
        known.map(({ tube }) => tube),
        volumeOf(contents),
      ),
    },
  };
}

/** The same for a wash: its last reading, and how much water is in it. */
export function washRequest({
  pile,
  readings,
  target,
  toDry,
  tolerance,
  hand,
  board,
  tubeById,
}: NextAdditionQuestion): { readonly request: WashRequest; readonly tubeIds: readonly string[] } | undefined {
  const contents = contentsOf(pile);
  const asked = mixtureRequest(
    contents.filter((part) => !isWater(part)),
    board,
    tubeById,
  );
  const reading = currentReading(pile, readings);
  if (!asked || !reading) return undefined;
  const seen = labFromStored(reading.color);
  return {
    tubeIds: [...asked.tubes.map(({ id }) => id), WATER.id],
    request: {
      ...asked.request,
      allowed: board.flatMap(({ id }) => {
        const place = asked.tubes.findIndex((tube) => tube.id === id);
        return place >= 0 ? [place] : [];
      }),
      water: volumeOf(contents.filter(isWater)),
      seen: reading.film === "wet" ? toDry(seen) : seen,
      target,
      toleranceDeltaE2000: closenessOf(tolerance),
      axes: tolerance,
      strengthError: STRENGTH_ERROR,
      dosing: additionMeasure(hand, asked.tubes, volumeOf(contents)),
    },
  };
}
