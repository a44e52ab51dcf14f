"use client";

import { useCallback } from "react";
import type { Settings } from "../../domain/settings/settings";
import { changeSettings } from "../../persistence/studio";
import { attempt } from "./problems";
import { useDb } from "./useStudio";

export function useChangeSettings(): (changes: Partial<Settings>) => void {
  const db = useDb();
  return useCallback(
    (changes) => {
      attempt(changeSettings(db, changes));
    },
    [db],
  );
}
