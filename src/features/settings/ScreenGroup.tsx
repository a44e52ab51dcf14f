"use client";

import { useSyncExternalStore } from "react";
import { canKeepAwake } from "../../devices/wakeLock";
import { useChangeSettings } from "../../kit/studio/useChangeSettings";
import { useSettings } from "../../kit/studio/useStudio";
import { CheckField } from "../../ui/fields";
import { Group } from "./Group";

const never = (): (() => void) => () => undefined;

/** Offered only where the platform can do it. */
export function ScreenGroup() {
  const { keepsScreenOn = false } = useSettings();
  const change = useChangeSettings();
  const canDo = useSyncExternalStore(
    never,
    () => canKeepAwake(navigator),
    () => false,
  );
  if (!canDo) return null;
  return (
    <Group title="The screen" text="With paint on your hands you cannot wake it. It uses more battery.">
      <CheckField
        label="keep the screen on while a pile lies open"
        isChecked={keepsScreenOn}
        onChange={(isChecked) => {
          change({ keepsScreenOn: isChecked });
        }}
      />
    </Group>
  );
}
