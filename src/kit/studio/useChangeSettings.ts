"use client";

import { useCallback } from "react";
import { changeSettings } from "../store/calls";
import type { SettingsChange } from "../../persistence/studio";
import { attempt } from "./problems";
import { useDb } from "./useStudio";

export function useChangeSettings(): (change: SettingsChange) => void {
  const db = useDb();
  return useCallback(
    (change) => {
      attempt(changeSettings(db, change));
    },
    [db],
  );
}
