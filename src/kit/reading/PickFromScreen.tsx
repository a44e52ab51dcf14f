"use client";

import { useSyncExternalStore } from "react";
import { screenPickerOf } from "../../devices/screenPicker";
import { Button } from "../../ui/Button";
import { tellProblem } from "../studio/problems";

const never = (): (() => void) => () => undefined;

/** Shown only where the browser can pick. @param onPick - sRGB as "#rrggbb". */
export function PickFromScreen({ onPick }: { onPick: (hex: string) => void }) {
  const canPick = useSyncExternalStore(
    never,
    () => screenPickerOf(window) !== undefined,
    () => false,
  );
  if (!canPick) return null;
  return (
    <Button
      onClick={() => {
        screenPickerOf(window)
          ?.pick()
          .then(
            (hex) => {
              if (hex) onPick(hex);
            },
            () => {
              tellProblem("The browser picked nothing from the screen. Type the colour, or use a picture.");
            },
          );
      }}
    >
      Pick from the screen
    </Button>
  );
}
