"use client";

import { useLiveQuery } from "dexie-react-hooks";
import type { Pile } from "../../../domain/pile/pile";
import { useDb } from "../../../kit/studio/useStudio";
import { readPile } from "../../../persistence/pileReads";

/** A pile from the record that is mixed again. */
export function useAgain(pileId: string | undefined): Pile | undefined {
  const db = useDb();
  return useLiveQuery(() => (pileId ? readPile(db, pileId) : undefined), [db, pileId]);
}
