"use client";

/** What is believed of piles, from their readings: asked of the worker once for each state of the record. */
import type { Remote } from "comlink";
import { useMemo, useState } from "react";
import { type Belief, beliefOf, type BeliefQuestion, beliefQuestion } from "../../domain/pile/belief";
import type { OwnHand } from "../../domain/hand/ownHand";
import type { Pile } from "../../domain/pile/pile";
import type { Reading } from "../../domain/reading/reading";
import type { Tube } from "../../domain/tube/tube";
import { readReadingsOf } from "../store/calls";
import { solver } from "../../workers/clients";
import type { SolverApi } from "../../workers/protocol";
import { memoryOf } from "../query/memory";
import { useQuery } from "../query/useQuery";
import type { Task } from "../query/useTask";
import { useOwnHand } from "../hand/useOwnHand";
import { useShared } from "../store/useShared";
import { useToDry } from "./useToDry";

const NONE: readonly never[] = [];

export type Beliefs = {
  readonly task: Task<ReadonlyMap<string, Belief>>;
  /** All that they rest on. */
  readonly readings: readonly Reading[];
  readonly ownHand: OwnHand | undefined;
};

/** The same piles are looked at by several parts of a view, and by one view after another. */
const ANSWERS = memoryOf<ReadonlyMap<string, Belief>>(16);

async function believeAll(
  remote: Remote<SolverApi>,
  asked: readonly BeliefQuestion[],
): Promise<ReadonlyMap<string, Belief>> {
  const answers = asked.map(
    async (question) =>
      [question.pileId, beliefOf(question, await remote.believe(question.request))] as const,
  );
  return new Map(await Promise.all(answers));
}

/** By pile; none of a pile that was not read. @param story - further piles that these were taken from. */
export function useBeliefs(
  piles: readonly Pile[],
  story: readonly Pile[],
  tubesOf: (pile: Pile) => ReadonlyMap<string, Tube>,
): Beliefs {
  const toDry = useToDry();
  const ownHand = useOwnHand();
  const all = [...piles, ...story];
  const read = useShared(
    readReadingsOf,
    all.map(({ id }) => id),
  );
  // With one pile more, what was read of the others stays until all is read again: no belief goes and comes back.
  const [last, setLast] = useState(read);
  if (read !== undefined && read !== last) setLast(read);
  const readings = read ?? last ?? NONE;
  const questions = useMemo(
    () =>
      piles.flatMap(
        (pile) => beliefQuestion(pile, [...piles, ...story], readings, tubesOf(pile), toDry, ownHand) ?? [],
      ),
    [piles, story, readings, tubesOf, toDry, ownHand],
  );
  const task = useQuery(solver, questions.length > 0 ? questions : undefined, believeAll, {
    memory: ANSWERS,
  });
  return { task, readings, ownHand };
}
