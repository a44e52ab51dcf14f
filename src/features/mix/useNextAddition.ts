"use client";

/** What to add to a pile that has been read, worked out in a worker of its own. */
import { useEffect, useState } from "react";
import type { LabD65 } from "../../core/color/types";
import type { NextAddition } from "../../core/correct/nextAddition";
import type { Pile, Reading, Tube } from "../../persistence/schema";
import type { AdditionRequest } from "../../workers/protocol";
import { createSolverClient, type SolverClient } from "../../workers/solverClient";
import { keyOfTube, solverTubeOf } from "../shared/solverTube";
import { pileEvidence } from "./bench.model";
import { totalsOf } from "../shared/paint";

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
  readonly readings: readonly Reading[];
  readonly target: LabD65;
  readonly toleranceDeltaE2000: number;
  readonly board: readonly Tube[];
  readonly tubeById: ReadonlyMap<string, Tube>;
};

/** The request and the tubes that its places name; undefined when the paint of a tube in the pile is not known. */
export function additionRequest({
  pile,
  readings,
  target,
  toleranceDeltaE2000,
  board,
  tubeById,
}: NextAdditionQuestion):
  | { readonly request: AdditionRequest; readonly tubeIds: readonly string[] }
  | undefined {
  const totals = totalsOf(pile.additions);
  const ids = [...new Set([...board.map(({ id }) => id), ...totals.map(({ tubeId }) => tubeId)])];
  const known = ids.flatMap((id) => {
    const tube = tubeById.get(id);
    const solverTube = tube && solverTubeOf(tube);
    return solverTube ? [{ id, solverTube }] : [];
  });
  const placeOf = (tubeId: string): number => known.findIndex(({ id }) => id === tubeId);
  if (totals.length === 0 || totals.some(({ tubeId }) => placeOf(tubeId) < 0)) return undefined;
  const allowed = board.flatMap(({ id }) => (placeOf(id) >= 0 ? [placeOf(id)] : []));
  const evidence = pileEvidence(pile, readings, placeOf);
  if (allowed.length === 0 || evidence.length === 0) return undefined;
  return {
    tubeIds: known.map(({ id }) => id),
    request: {
      tubes: known.map(({ solverTube }) => solverTube),
      allowed,
      parts: totals.map(({ tubeId, parts }) => ({ tube: placeOf(tubeId), volume: parts })),
      evidence,
      target,
      toleranceDeltaE2000,
      strengthError: STRENGTH_ERROR,
      maxTubes: Math.min(MOST_TUBES, allowed.length),
    },
  };
}

/** @param question - undefined while there is nothing to ask: no pile, or one that was not read. */
export function useNextAddition(question: NextAdditionQuestion | undefined): NextAdditionState {
  const [solver, setSolver] = useState<SolverClient>();
  const [settled, setSettled] = useState<{ readonly key: string; readonly state: NextAdditionState }>();
  useEffect(() => {
    const own = createSolverClient();
    const timer = setTimeout(() => {
      setSolver(own);
    }, 0);
    return () => {
      clearTimeout(timer);
      own.dispose();
    };
  }, []);
  const asked = question && additionRequest(question);
  const key = question
    ? JSON.stringify([
        question.pile.id,
        question.pile.additions.length,
        question.readings.map(({ id }) => id),
        question.target,
        question.toleranceDeltaE2000,
        [...question.board].map(keyOfTube),
      ])
    : "";
  useEffect(() => {
    if (!solver || !asked) return undefined;
    let isCurrent = true;
    void solver.nextAddition(asked.request).then((answer) => {
      if (!isCurrent) return;
      if (answer.ok)
        setSettled({ key, state: { status: "known", advice: answer.value, tubeIds: asked.tubeIds } });
      else if (answer.failure.code !== "stale")
        setSettled({ key, state: { status: "failed", detail: answer.failure.detail } });
    });
    return () => {
      isCurrent = false;
      solver.cancel();
    };
    // The key says all that the request depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [solver, key]);
  if (!asked) return { status: "none" };
  return settled?.key === key ? settled.state : { status: "asking" };
}
