"use client";

import { KeyCap } from "../../ui/KeyCap";
import { Drawer } from "../../ui/Drawer";
import { useSettings } from "../../kit/studio/useStudio";
import { SHORTCUTS } from "./shortcuts";

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
      {SHORTCUTS.map(({ where, keys }) => (
        <section key={where} className="mb-4">
          <h3 className="border-b font-bold">{where}</h3>
          <dl>
            {keys.map(({ keys: caps, isHeld, does }) => (
              <div key={does} className="flex items-center justify-between gap-4 border-b py-1.5">
                <dt>
                  {does}
                  {isHeld ? <span className="text-muted">, while held</span> : null}
                </dt>
                <dd className="flex shrink-0 gap-2">
                  {caps.map((cap) => (
                    <KeyCap key={cap} isAlwaysShown>
                      {cap}
                    </KeyCap>
                  ))}
                </dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Drawer>
  );
}
