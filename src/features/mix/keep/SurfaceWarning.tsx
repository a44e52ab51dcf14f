"use client";

import type { Note } from "../../../domain/note/note";
import { surfaceClash, type TargetSurface } from "../../../domain/match/surfaces";
import { usePaletteMedium } from "../../../kit/paint/usePalettePaint";
import { useSettings } from "../../../kit/studio/useStudio";

const CURES: Readonly<Record<TargetSurface, string>> = {
  matt: "A matt medium or a matt varnish brings the paint nearer to it.",
  satin: "A satin varnish brings the paint nearer to it.",
  gloss: "A gloss medium or a gloss varnish brings the paint nearer to it.",
};

/** That paint of another shine will not vanish on the target, however close its colour. */
export function SurfaceWarning({ note }: { note: Note }) {
  const { paintSurfaces } = useSettings();
  const { medium } = usePaletteMedium();
  const clash = medium && surfaceClash(note, medium, paintSurfaces);
  if (!clash) return null;
  return (
    <p className="basis-full">
      {clash.kind === "differ"
        ? `The target is ${clash.target} and your paint dries ${clash.paint}: the colours can agree and still part when the light comes from the side, in darks most of all. ${CURES[clash.target]}`
        : `The target is ${clash.target}. Say in Settings how your dry ${medium} paint shines: where the two differ, no colour makes it invisible.`}
    </p>
  );
}
