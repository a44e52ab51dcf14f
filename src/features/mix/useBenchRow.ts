"use client";

/** What is in hand at a bench but not put down yet: kept in the store, so that closing the page loses nothing. */
import { useLiveQuery } from "dexie-react-hooks";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { keepBench, readBench } from "../../persistence/benches";
import type { BenchRow } from "../../domain/pile/pile";
import { useStudio } from "../../kit/studio/Studio";

/** A finger that drags a marker changes many times a second; the store hears of it this much later, in ms. */
const SETTLE_MS = 150;

export function useBenchRow(
  noteId: string,
): readonly [Omit<BenchRow, "noteId">, (changes: Partial<BenchRow>) => void] {
  const { db, attempt } = useStudio();
  const stored = useLiveQuery(() => readBench(db, noteId), [db, noteId]);
  const [changed, setChanged] = useState<BenchRow>();
  const row = useMemo(() => changed ?? stored ?? { noteId }, [changed, stored, noteId]);
  const unsaved = useRef<BenchRow>(undefined);
  const save = useCallback(() => {
    const next = unsaved.current;
    unsaved.current = undefined;
    if (next) attempt(keepBench(db, next));
  }, [db, attempt]);
  useEffect(() => {
    if (!changed) return undefined;
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
  const change = useCallback(
    (changes: Partial<BenchRow>) => {
      const base = unsaved.current ?? row;
      const next = { ...base, ...changes, noteId };
      unsaved.current = next;
      setChanged(next);
    },
    [row, noteId],
  );
  return [row, change];
}
