"use client";

/**
 * What was said or read last, apart from what is believed of the pile now: read back, taken back if it was wrong, and
 * held against the record when the two cannot both be true.
 */
import { deltaE2000 } from "../../../core/color/ciede2000";
import { differenceWords, missWords } from "../../../core/describe/difference";
import { labOfAdditions } from "../../../domain/mixture/color";
import { contentsOf } from "../../../domain/pile/contents";
import { labFromStored } from "../../../domain/reading/storedColor";
import { GENERIC_UNCERTAINTY } from "../../../domain/reading/uncertainty";
import { useSettings } from "../../../kit/studio/useStudio";
import { Button } from "../../../ui/Button";
import { useTubesOf } from "../../../kit/paint/useTubesOf";
import { Status } from "../../../ui/Status";
import { deltaEText } from "../../../words/colors";
import { SOURCE_WORDS } from "../../../words/states";
import { useAim, useDeeds, usePaint, useStory } from "../bench/contexts";

/** So many standard deviations of look and prediction together are no chance any more. */
const STRONGLY = 3;

export function LastLook() {
  const { aim, target, tolerance } = useAim();
  const { toDry } = usePaint();
  const { pile, reading } = useStory();
  const { actions } = useDeeds();
  const tubesOf = useTubesOf();
  const settings = useSettings();
  if (!pile || !reading) return null;
  const { id, color, film, isStoodBy = false } = reading;
  const seen = labFromStored(color);
  const misses = missWords(differenceWords(film === "wet" ? aim : target, seen, tolerance, settings.scale));
  const recorded = labOfAdditions(contentsOf(pile), tubesOf(pile));
  const apart = recorded ? deltaE2000(recorded, film === "wet" ? toDry(seen) : seen) : 0;
  const isStrange = apart > STRONGLY * Math.hypot(color.uncertaintyDeltaE2000, GENERIC_UNCERTAINTY);
  return (
    <div className="mt-2 text-muted">
      <p>
        Last look, {SOURCE_WORDS[color.source]}, {film}:{" "}
        {misses.length > 0 ? misses.join(", ") : "nothing to see between them"}.
      </p>
      {isStrange && !isStoodBy ? (
        <Status className="border-l-4 border-ink pl-3 text-ink">
          The look and the record are {deltaEText(apart)} apart, more than these tubes explain. Was it another
          tube, or a double dose? Then undo the last and put down what it was. Which is to be believed?
        </Status>
      ) : null}
      <div className="flex flex-wrap gap-x-4">
        <Button
          weight="quiet"
          onClick={() => {
            actions.takeBack(id);
          }}
        >
          {isStrange && !isStoodBy ? "the record: take the look back" : "take the look back"}
        </Button>
        {isStrange && !isStoodBy ? (
          <Button
            weight="quiet"
            onClick={() => {
              actions.standBy(id);
            }}
          >
            the look: I stand by it
          </Button>
        ) : null}
      </div>
    </div>
  );
}
