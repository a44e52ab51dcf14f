"use client";

/** What is believed of piles, from their readings: asked of the worker once for each state of the record. */
import { useLiveQuery } from "dexie-react-hooks";
import { useMemo } from "react";
import { type Belief, beliefOf, beliefQuestion } from "../../domain/pile/belief";
import type { OwnHand } from "../../domain/hand/ownHand";
import type { Pile } from "../../domain/pile/pile";
import type { Reading } from "../../domain/reading/reading";
import type { Tube } from "../../domain/tube/tube";
import { readReadingsOf } from "../../persistence/pileReads";
import { solver } from "../../workers/clients";
import { useQuery } from "../query/useQuery";
import type { Task } from "../query/useTask";
import { useOwnHand } from "../hand/useOwnHand";
import { useDb } from "../studio/useStudio";
import { useToDry } from "./useToDry";

const NONE: readonly never[] = [];

export type Beliefs = {
  readonly task: Task<ReadonlyMap<string, Belief>>;
  /** All that they rest on. */
  readonly readings: readonly Reading[];
  readonly ownHand: OwnHand | undefined;
};

/** By pile; none of a pile that was not read. @param story - further piles that these were taken from. */
export function useBeliefs(
  piles: readonly Pile[],
  story: readonly Pile[],
  tubesOf: (pile: Pile) => ReadonlyMap<string, Tube>,
): Beliefs {
  const db = useDb();
  const toDry = useToDry();
  const ownHand = useOwnHand();
  const all = [...piles, ...story];
  const ids = all.map(({ id }) => id).join();
  const readings =
    useLiveQuery(() => readReadingsOf(db, ids === "" ? [] : ids.split(",")), [db, ids]) ?? NONE;
  const questions = useMemo(
    () =>
      piles.flatMap(
        (pile) => beliefQuestion(pile, [...piles, ...story], readings, tubesOf(pile), toDry, ownHand) ?? [],
      ),
    [piles, story, readings, tubesOf, toDry, ownHand],
  );
  const answer = useQuery(
    solver,
    questions.length > 0 ? questions : undefined,
    async (remote, asked) =>
      new Map(
        await Promise.all(
          asked.map(
            async (question) =>
              [question.pileId, beliefOf(question, await remote.believe(question.request))] as const,
          ),
        ),
      ),
  );
  return { task: answer, readings, ownHand };
}
