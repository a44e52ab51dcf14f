"use client";

/** In which order tones are laid, with the times that paint needs between them. */
import { useStored } from "../../kit/store/useStored";
import { STUDIO_TIMES } from "../../data/studioTimes";
import { toneOrder } from "../../domain/layers/toneOrder";
import { mediumOfPalette } from "../../domain/palette/medium";
import { labFromStored } from "../../domain/reading/storedColor";
import type { Timer } from "../../domain/timer/timer";
import { useBenchCommands } from "../../kit/commands/benches";
import { attempt } from "../../kit/studio/problems";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { readTimers } from "../../kit/store/calls";
import { Button } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";
import { TONE_STEP_WORDS } from "../../words/layers";
import { aboutWords } from "../../words/timers";

const NONE: readonly Timer[] = [];

export function OrderPanel() {
  const settings = useSettings();
  const notes = useStudio((studio) => studio.notes);
  const painting = useStudio((studio) => studio.painting);
  const palette = useStudio((studio) => studio.palette);
  const board = useStudio((studio) => studio.board);
  const { setTimer } = useBenchCommands();
  const timers = useStored(readTimers, []) ?? NONE;
  const minutes = STUDIO_TIMES[mediumOfPalette(palette, board) ?? "other"].dryCheck;
  if (!painting || notes.length === 0) return <p className="text-muted">This painting has no notes yet.</p>;
  const steps = toneOrder(notes);
  return (
    <ol aria-label="Order of tones" className="flex flex-col gap-3">
      {steps.map(({ kind, notes: of }, i) => {
        const [first] = of;
        const running = timers.find(
          ({ noteId, kind: timer }) => noteId === first?.id && timer === "dry-check",
        );
        return (
          <li key={kind} className="border-t pt-2">
            <p className="font-bold">
              {i + 1}. {TONE_STEP_WORDS[kind].name}
            </p>
            <p className="text-muted">{TONE_STEP_WORDS[kind].why}</p>
            <ul>
              {of.map((note) => {
                const lab = labFromStored(note.target);
                return (
                  <li key={note.id} className="flex items-center gap-3 py-1">
                    <Patch lab={lab} className="h-8 w-12 shrink-0" />
                    <span className="leading-tight">
                      {note.number} {note.name}{" "}
                      <span className="text-sm text-muted">{describeLab(lab, settings).sentence}</span>
                    </span>
                  </li>
                );
              })}
            </ul>
            {first && i < steps.length - 1 ? (
              running ? (
                <p>It dries; the timer runs above.</p>
              ) : (
                <Button
                  onClick={() => {
                    attempt(
                      setTimer(
                        { paintingId: painting.id, noteId: first.id, kind: "dry-check" },
                        minutes,
                        Date.now(),
                      ),
                    );
                  }}
                >
                  Laid: wait {aboutWords(minutes)}
                </Button>
              )
            ) : null}
          </li>
        );
      })}
    </ol>
  );
}
