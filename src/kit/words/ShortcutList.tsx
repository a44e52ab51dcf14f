"use client";

import { KeyCap } from "../../ui/KeyCap";
import { SHORTCUTS } from "../../words/shortcuts";

/** @param path - of a view, for the keys that act there; without it, all of them. */
export function ShortcutList({ path }: { path?: string }) {
  const shown = SHORTCUTS.filter(({ views }) => !path || !views || views.includes(path));
  return shown.map(({ where, keys }) => (
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
  ));
}
