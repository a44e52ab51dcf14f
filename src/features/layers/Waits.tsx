"use client";

/** How long each layer has to dry before the next, with a timer for it. */
import { STUDIO_TIMES } from "../../data/studioTimes";
import { mediumOf } from "../../domain/layers/film";
import type { Layering } from "../../domain/layers/layering";
import { useBenchCommands } from "../../kit/commands/benches";
import { attempt } from "../../kit/studio/problems";
import { useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { aboutWords } from "../../words/timers";

export function Waits({ layering: { paintingId, noteId, layers } }: { layering: Layering }) {
  const tubeById = useStudio((studio) => studio.tubeById);
  const { setTimer } = useBenchCommands();
  // What is painted into wet paint must not wait.
  const waiting = layers.slice(0, -1).filter((_, i) => (layers[i + 1]?.takenUpShare ?? 0) === 0);
  if (waiting.length === 0) return null;
  const minutes = Math.max(
    ...waiting.map(({ amounts }) => STUDIO_TIMES[mediumOf(amounts, tubeById) ?? "other"].dryCheck),
  );
  const words = aboutWords(minutes);
  return (
    <p className="mt-3 max-w-2xl">
      {waiting.length === 1 ? "One layer has" : `${waiting.length} layers have`} to dry before the next: about{" "}
      {words} each, longer where paint is thick.{" "}
      <Button
        weight="quiet"
        onClick={() => {
          attempt(setTimer({ paintingId, noteId, kind: "dry-check" }, minutes, Date.now()));
        }}
      >
        a layer is laid: wait
      </Button>
    </p>
  );
}
