"use client";

/** What to add to a pile that has been read. */
import type { Lightener } from "../../../domain/palette/medium";
import type { NextAddition } from "../../../core/correct/nextAddition";
import {
  additionRequest,
  type NextAdditionQuestion,
  washRequest,
} from "../../../domain/pile/additionRequest";
import { isWash } from "../../../domain/pile/wash";
import { useQuery } from "../../../kit/query/useQuery";
import type { Task } from "../../../kit/query/useTask";
import { solver } from "../../../workers/clients";

export type Advice = { readonly advice: NextAddition; readonly tubeIds: readonly string[] };

/** @param question - undefined while there is nothing to ask: no pile, or one that was not read. */
export function useNextAddition(
  question: NextAdditionQuestion | undefined,
  lightener: Lightener,
): Task<Advice> {
  // Where water lightens, paint that has none yet is a wash too.
  const isOfWater = question !== undefined && (lightener === "water" || isWash(question.pile));
  const asked = question && !isOfWater ? additionRequest(question) : undefined;
  const wash = question && isOfWater ? washRequest(question) : undefined;
  return useQuery(
    solver,
    (asked ?? wash) ? { asked, wash } : undefined,
    async (remote, { asked: paint, wash: washed }) => {
      if (washed) return { advice: await remote.washAddition(washed.request), tubeIds: washed.tubeIds };
      if (!paint) throw new Error("There is no question");
      return { advice: await remote.nextAddition(paint.request), tubeIds: paint.tubeIds };
    },
  );
}
