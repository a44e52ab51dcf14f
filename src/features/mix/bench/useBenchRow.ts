"use client";

/** What is in hand at a bench but not put down yet: kept in the store, so that closing the page loses nothing. */
import { useLiveQuery } from "dexie-react-hooks";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { BenchRow } from "../../../domain/pile/pile";
import { attempt } from "../../../kit/studio/problems";
import { useDb } from "../../../kit/studio/useStudio";
import { changeBench, readBench } from "../../../persistence/benches";

/** A finger that drags a marker changes many times a second; the store hears of it this much later, in ms. */
const SETTLE_MS = 150;

export type InHand = Omit<BenchRow, "noteId">;

/** What is in hand, and how it is changed: a change lies over what is stored, also before that was read. */
export function useBenchRow(noteId: string): readonly [InHand, (changes: InHand) => void] {
  const db = useDb();
  const stored = useLiveQuery(() => readBench(db, noteId), [db, noteId]);
  const [changed, setChanged] = useState<InHand>({});
  const unsaved = useRef<InHand>(undefined);
  const save = useCallback(() => {
    const changes = unsaved.current;
    unsaved.current = undefined;
    if (changes) attempt(changeBench(db, noteId, changes));
  }, [db, noteId]);
  useEffect(() => {
    const timer = setTimeout(save, SETTLE_MS);
    return () => {
      clearTimeout(timer);
    };
  }, [changed, save]);
  useEffect(() => {
    window.addEventListener("pagehide", save);
    return () => {
      window.removeEventListener("pagehide", save);
      save();
    };
  }, [save]);
  const change = useCallback((changes: InHand) => {
    unsaved.current = { ...unsaved.current, ...changes };
    setChanged((before) => ({ ...before, ...changes }));
  }, []);
  return [useMemo(() => ({ ...stored, ...changed }), [stored, changed]), change];
}
