"use client";

/** What to add to a pile that has been read, worked out in a worker of its own. */
import type { LabD65 } from "../../core/color/types";
import type { NextAddition } from "../../core/correct/nextAddition";
import { contentsOf, volumeOf } from "../../domain/pile/contents";
import type { Pile } from "../../domain/pile/pile";
import type { Reading } from "../../domain/reading/reading";
import type { Tube } from "../../domain/tube/tube";
import { labFromStored } from "../../domain/reading/storedColor";
import type { AdditionRequest, WashRequest } from "../../workers/protocol";
import { isWater, WATER } from "../../domain/tube/water";
import { keyOfTube, solverTubeOf } from "../../domain/tube/solverTube";
import { useSolverAnswer } from "../../kit/query/useSolverAnswer";
import { currentReading, pileEvidence } from "../../domain/pile/evidence";
import { mixtureRequest } from "../../domain/mixture/mixtureRequest";

/** Until a tube has been tested, its strength may be off by this share. */
const STRENGTH_ERROR = 0.3;
const MOST_TUBES = 3;

export type NextAdditionState =
  | { readonly status: "none" }
  | { readonly status: "asking" }
  | { readonly status: "known"; readonly advice: NextAddition; readonly tubeIds: readonly string[] }
  | { readonly status: "failed"; readonly detail: string };

export type NextAdditionQuestion = {
  readonly pile: Pile;
  /** The pile that a sample was taken from: what was read of it speaks of the same paint. */
  readonly parent: Pile | undefined;
  readonly readings: readonly Reading[];
  /** The colour of the dry paint. */
  readonly target: LabD65;
  readonly toDry: (wet: LabD65) => LabD65;
  readonly toleranceDeltaE2000: number;
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
  toleranceDeltaE2000,
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
    return solverTube ? [{ id, solverTube }] : [];
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
      toleranceDeltaE2000,
      strengthError: STRENGTH_ERROR,
      maxTubes: Math.min(MOST_TUBES, allowed.length),
    },
  };
}

/** The same for a wash: its last reading, and how much water is in it. */
function washRequest({
  pile,
  readings,
  target,
  toDry,
  toleranceDeltaE2000,
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
      toleranceDeltaE2000,
      strengthError: STRENGTH_ERROR,
    },
  };
}

/** @param question - undefined while there is nothing to ask: no pile, or one that was not read. */
export function useNextAddition(question: NextAdditionQuestion | undefined): NextAdditionState {
  const asked = question && additionRequest(question);
  const wash = question && contentsOf(question.pile).some(isWater) ? washRequest(question) : undefined;
  const key =
    question && (asked ?? wash)
      ? JSON.stringify([
          question.pile.id,
          question.pile.additions.length,
          question.pile.scrapes?.length ?? 0,
          question.readings.map(({ id }) => id),
          question.target,
          question.toDry(question.target),
          question.toleranceDeltaE2000,
          [...question.board].map(keyOfTube),
        ])
      : "";
  const answer = useSolverAnswer(key, async (remote) => {
    if (wash) return { advice: await remote.washAddition(wash.request), tubeIds: wash.tubeIds };
    if (!asked) throw new Error("There is no question");
    return { advice: await remote.nextAddition(asked.request), tubeIds: asked.tubeIds };
  });
  return answer.status === "known" ? { status: "known", ...answer.value } : answer;
}
