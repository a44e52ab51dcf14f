"use client";

/** Sets a timer for this note: how long its medium stays open, keeps under a cover, dries, or settles. */
import { useState } from "react";
import { STUDIO_TIMES, type StudioTimes } from "../../../data/studioTimes";
import { contentsOf } from "../../../domain/pile/contents";
import type { Timer } from "../../../domain/timer/timer";
import { Button } from "../../../ui/Button";
import { TextField } from "../../../ui/fields";
import { SelectField } from "../../../ui/SelectField";
import { kindOfMixture } from "../../../domain/mixture/drying";
import { attempt } from "../../../kit/studio/problems";
import { useBenchCommands } from "../../../kit/commands/benches";
import { aboutWords, TIMER_WORDS } from "../../../words/timers";
import { useAim, useOffers, usePaint, useStory } from "../bench/contexts";
import { parseDuration } from "../../../domain/reading/typedDuration";
import { durationFailureWords } from "../../../words/typed";

const PRESETS: Readonly<Record<Timer["kind"], keyof StudioTimes>> = {
  "open-time": "openTime",
  cover: "cover",
  "dry-check": "dryCheck",
  stir: "stir",
};
const KINDS = ["dry-check", "open-time", "cover", "stir"] as const;

/** The clock is read when the painter presses, not while the field is drawn. */
function startNow(
  setTimer: ReturnType<typeof useBenchCommands>["setTimer"],
  timer: Parameters<typeof setTimer>[0],
  minutes: number,
): void {
  attempt(setTimer(timer, minutes, Date.now()));
}

export function TimerField() {
  const { note } = useAim();
  const { pile, lastMatch } = useStory();
  const { chosen } = useOffers();
  const { tubeById } = usePaint();
  const { setTimer } = useBenchCommands();
  const amounts = pile ? contentsOf(pile) : (chosen?.amounts ?? []);
  const medium = kindOfMixture(amounts, tubeById)?.medium ?? "other";
  const granulates = amounts.some(({ tubeId }) => tubeById.get(tubeId)?.granulates === true);
  const [kind, setKind] = useState<Timer["kind"]>();
  const chosenKind = kind ?? (lastMatch ? "dry-check" : granulates && pile ? "stir" : "open-time");
  const preset = STUDIO_TIMES[medium][PRESETS[chosenKind]];
  const [typed, setTyped] = useState<{ readonly kind: Timer["kind"]; readonly text: string }>();
  const text = typed?.kind === chosenKind ? typed.text : aboutWords(preset);
  const minutes = parseDuration(text);
  const start = (length: number): void => {
    const { paintingId, id: noteId } = note;
    startNow(setTimer, { paintingId, noteId, kind: chosenKind }, length);
  };
  return (
    <form
      className="mt-4 flex flex-wrap items-end gap-3 border-t pt-2"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (minutes.ok) start(minutes.value);
      }}
    >
      <SelectField
        label="Timer for this note"
        value={chosenKind}
        onChoose={(picked) => {
          setKind(KINDS.find((one) => one === picked) ?? "dry-check");
        }}
      >
        {KINDS.map((one) => (
          <option key={one} value={one}>
            {TIMER_WORDS[one].name}
          </option>
        ))}
      </SelectField>
      <TextField
        className="w-36"
        label="How long"
        value={text}
        error={minutes.ok ? undefined : durationFailureWords(minutes.failure)}
        onChange={(event) => {
          setTyped({ kind: chosenKind, text: event.target.value });
        }}
      />
      <Button type="submit" disabled={!minutes.ok}>
        Start it
      </Button>
      <p className="basis-full text-sm text-muted">
        Usual for {medium === "other" ? "paint" : medium}; yours may differ with room, film and brand.
      </p>
    </form>
  );
}
