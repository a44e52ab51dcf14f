"use client";

/** Running timers, on every view: what is left of each, and what to do when one is due. */
import { useStored } from "../../kit/store/useStored";
import Link from "next/link";
import { useEffect, useState } from "react";
import { readTimers } from "../../kit/store/calls";
import type { Timer } from "../../domain/timer/timer";
import { Button } from "../../ui/Button";
import { useStore, useStudio } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { undoably } from "../../kit/studio/undoStack";
import { useBenchCommands } from "../../kit/commands/benches";
import { leftWords, TIMER_WORDS } from "../../words/timers";

const TICK_MS = 500;
const SNOOZE_MINUTES = 10;
const NONE: readonly Timer[] = [];

export function Timers() {
  const timers = useStored(readTimers, []) ?? NONE;
  return timers.length > 0 ? <Running timers={timers} /> : null;
}

function Running({ timers }: { timers: readonly Timer[] }) {
  const notes = useStudio((studio) => studio.notes);
  const painting = useStudio((studio) => studio.painting);
  const store = useStore();
  const { removeTimer, setTimer } = useBenchCommands();
  // Nothing is counted: what is left follows from the clock, so a reload or a sleeping page loses nothing.
  const [now, setNow] = useState<number>();
  useEffect(() => {
    const look = (): void => {
      setNow(Date.now());
    };
    const first = setTimeout(look, 0);
    const timer = setInterval(look, TICK_MS);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, []);
  if (now === undefined) return null;
  const nameOf = ({ noteId, paintingId }: Timer): string => {
    const note = notes.find(({ id }) => id === noteId);
    if (note) return `${note.number} ${note.name}`;
    return paintingId === painting?.id ? "the board" : "another painting";
  };
  const due = timers.filter(({ dueAt }) => dueAt <= now);
  const running = timers.filter(({ dueAt }) => dueAt > now);
  return (
    <section aria-label="Timers" className="border-b px-4 wide:pl-2">
      <div aria-live="assertive">
        {due.map((timer) => (
          <p key={timer.id} className="flex flex-wrap items-center gap-x-4 py-1">
            <span>
              <span className="font-bold">
                {TIMER_WORDS[timer.kind].name}, {nameOf(timer)}:
              </span>{" "}
              {TIMER_WORDS[timer.kind].due}.
            </span>
            {timer.noteId ? (
              <Link
                className="inline-flex min-h-11 items-center underline underline-offset-4"
                href={`/mix?note=${timer.noteId}`}
              >
                to the note
              </Link>
            ) : null}
            <Button
              weight="quiet"
              aria-label={`Done: ${TIMER_WORDS[timer.kind].name}, ${nameOf(timer)}`}
              onClick={() => {
                attempt(removeTimer(timer.id));
              }}
            >
              done
            </Button>
            <Button
              weight="quiet"
              onClick={() => {
                const { paintingId, noteId, kind } = timer;
                attempt(setTimer({ paintingId, noteId, kind }, SNOOZE_MINUTES, Date.now()));
              }}
            >
              {SNOOZE_MINUTES} minutes more
            </Button>
          </p>
        ))}
      </div>
      {running.length > 0 ? (
        <ul className="flex gap-x-6 overflow-x-auto whitespace-nowrap">
          {running.map((timer) => (
            <li key={timer.id} className="flex items-center gap-2">
              <span className="text-muted">
                {TIMER_WORDS[timer.kind].name}, {nameOf(timer)}
              </span>
              <span role="timer" className="font-semibold tabular-nums">
                {leftWords(timer.dueAt - now)}
              </span>
              <Button
                weight="quiet"
                aria-label={`Stop: ${TIMER_WORDS[timer.kind].name}, ${nameOf(timer)}`}
                onClick={() => {
                  attempt(
                    undoably(store, "The timer is stopped.", [["timers", timer.id]], () =>
                      removeTimer(timer.id),
                    ),
                  );
                }}
              >
                stop
              </Button>
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}
