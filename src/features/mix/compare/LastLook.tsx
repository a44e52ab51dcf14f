"use client";

/** What was said or read last, apart from what is believed of the pile now: read back, and taken back if it was wrong. */
import { differenceWords, missWords } from "../../../core/describe/difference";
import { labFromStored } from "../../../domain/reading/storedColor";
import { useSettings } from "../../../kit/studio/useStudio";
import { Button } from "../../../ui/Button";
import { SOURCE_WORDS } from "../../../words/states";
import { useAim, useDeeds, useStory } from "../bench/contexts";

export function LastLook() {
  const { aim, target, tolerance } = useAim();
  const { reading } = useStory();
  const { actions } = useDeeds();
  const settings = useSettings();
  if (!reading) return null;
  const { id, color, film } = reading;
  const seen = labFromStored(color);
  const words = differenceWords(film === "wet" ? aim : target, seen, tolerance, settings.scale);
  const misses = missWords(words);
  return (
    <p className="mt-2 flex flex-wrap items-baseline gap-x-3 text-muted">
      <span>
        Last look, {SOURCE_WORDS[color.source]}, {film}:{" "}
        {misses.length > 0 ? misses.join(", ") : "nothing to see between them"}.
      </span>
      <Button
        weight="quiet"
        onClick={() => {
          actions.takeBack(id);
        }}
      >
        take the look back
      </Button>
    </p>
  );
}
