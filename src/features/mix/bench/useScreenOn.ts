"use client";

import { useEffect } from "react";
import { keepAwake } from "../../../devices/wakeLock";
import { useSettings } from "../../../kit/studio/useStudio";

/** While a pile lies open the screen stays on, where the painter chose so. */
export function useScreenOn(isPileOpen: boolean): void {
  const { keepsScreenOn = false } = useSettings();
  const isOn = keepsScreenOn && isPileOpen;
  useEffect(() => (isOn ? keepAwake(navigator, document) : undefined), [isOn]);
}
