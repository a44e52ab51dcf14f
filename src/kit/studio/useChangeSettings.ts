"use client";

import { useCallback } from "react";
import { changeSettings } from "../store/calls";
import type { SettingsChange } from "../../persistence/studio";
import { attempt } from "./problems";
import { useStore } from "./useStudio";

export function useChangeSettings(): (change: SettingsChange) => void {
  const store = useStore();
  return useCallback(
    (change) => {
      attempt(changeSettings(store, change));
    },
    [store],
  );
}
