"use client";

/** What is in hand at a bench but not put down yet: kept in the store, so that closing the page loses nothing. */
import { useShared } from "../../../kit/store/useShared";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { InHand } from "../../../domain/pile/pile";
import { forgetLast, sayLast } from "../../../kit/store/lastWords";
import { attempt } from "../../../kit/studio/problems";
import { useStore } from "../../../kit/studio/useStudio";
import { changeBench, readBench } from "../../../kit/store/calls";

/** A finger that drags a marker changes many times a second; the store hears of it this much later, in ms. */
const SETTLE_MS = 150;

/** What is in hand, and how it is changed: a change lies over what is stored, also before that was read. */
export function useBenchRow(noteId: string): readonly [InHand, (changes: InHand) => void] {
  const store = useStore();
  const stored = useShared(readBench, noteId);
  const [changed, setChanged] = useState<InHand>({});
  const unsaved = useRef<InHand>(undefined);
  /** All that is on its way to the store. */
  const writing = useRef<InHand>(undefined);
  const save = useCallback(() => {
    const changes = unsaved.current;
    unsaved.current = undefined;
    if (!changes) return;
    const all = { ...writing.current, ...changes };
    writing.current = all;
    const write = async (): Promise<void> => {
      // With what could not be written before.
      await changeBench(store, noteId, all);
      if (writing.current !== all) return;
      writing.current = undefined;
      forgetLast(store.workspace, noteId);
    };
    attempt(write());
  }, [store, noteId]);
  useEffect(() => {
    const timer = setTimeout(save, SETTLE_MS);
    return () => {
      clearTimeout(timer);
    };
  }, [changed, save]);
  useEffect(() => {
    const leave = (): void => {
      save();
      // The store's worker may go with the page before it has written.
      if (writing.current) sayLast(store.workspace, { noteId, changes: writing.current });
    };
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      save();
    };
  }, [store, noteId, save]);
  const change = useCallback((changes: InHand) => {
    unsaved.current = { ...unsaved.current, ...changes };
    setChanged((before) => ({ ...before, ...changes }));
  }, []);
  return [useMemo(() => ({ ...stored, ...changed }), [stored, changed]), change];
}
