"use client";

/** What to mind of the paint that lies there: stirring, fading, cautions, rags. It stays in sight while it is down. */
import type { Dose } from "../../../domain/pile/pile";
import { mindWords } from "../../../words/mind";
import { usePaint } from "../bench/contexts";

export function MindPaint({ contents }: { contents: readonly Dose[] }) {
  const { tubeById } = usePaint();
  const lines = mindWords(contents.flatMap(({ tubeId }) => tubeById.get(tubeId) ?? []));
  if (lines.length === 0) return null;
  return (
    <ul aria-label="To mind of this paint" className="mt-3 border-t pt-2 text-sm text-muted">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}
