/** The sheet that teaches most about some tubes of a box, beside all that was read of them before. */
import type { TestWhite } from "../tube/character";
import { type LearningTube, type PileEvidence, testsOf } from "./learnBox";
import { teachingSheet, type TeachingQuestion, type TeachingSheet } from "./teachingSheet";

/** @param asked - its places count within `tubes`. @throws RangeError for no tube or no cell. */
export function sheetForBox(
  tubes: readonly LearningTube[],
  piles: readonly PileEvidence[],
  bench: TestWhite,
  asked: Omit<TeachingQuestion, "tubes" | "evidence">,
): TeachingSheet {
  const { conditions, tests } = testsOf(tubes, bench);
  return teachingSheet(
    {
      offered: tubes.map((_, tube) => tube),
      ...asked,
      // After the last tube stands the white of the tests.
      tubes: [...tubes.map(({ believed }) => believed), bench.white],
      evidence: [...piles, ...tests],
    },
    conditions,
  );
}
