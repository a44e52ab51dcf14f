"use client";

import { Drawer } from "../../ui/Drawer";
import { ShortcutList } from "../../kit/words/ShortcutList";
import { useSettings } from "../../kit/studio/useStudio";

/** Every key that does something, in one sheet. */
export function Keys({ isOpen, onOpenChange }: { isOpen: boolean; onOpenChange: (isOpen: boolean) => void }) {
  const settings = useSettings();
  return (
    <Drawer
      isOpen={isOpen}
      onOpenChange={onOpenChange}
      title="Keys"
      description={
        settings.singleKeys
          ? "Single keys act while nothing is being typed. They can be switched off in Settings."
          : "Single keys are switched off in Settings; those with Ctrl or ⌘ still act."
      }
    >
      <ShortcutList />
    </Drawer>
  );
}
