"use client";

/** The guided first match: a frame around the control that is meant, and one line that says what to do. */
import { useEffect, useRef, useState } from "react";
import { Button } from "../../ui/Button";
import { Status } from "../../ui/Status";
import { FIRST_MATCH, FIRST_MATCH_DONE } from "../../words/help";
import { guideTo } from "./guideStore";

/** The frame stands off its control by so much, in px. */
const GAP = 4;

export default function Guide({ step }: { step: number }) {
  const hint = FIRST_MATCH[step];
  useEffect(() => {
    const onPress = (event: Event): void => {
      if (!(event.target instanceof Element)) return;
      const at = event.target.closest<HTMLElement>("[data-guide]")?.dataset.guide;
      const pressed = FIRST_MATCH.findIndex((one) => one.at === at && one.isPressed);
      // Who goes ahead is followed.
      if (pressed >= step) guideTo(pressed + 1);
    };
    document.addEventListener("click", onPress, true);
    return () => {
      document.removeEventListener("click", onPress, true);
    };
  }, [step]);
  return (
    <>
      {hint ? <FrameAround key={hint.at} at={hint.at} /> : null}
      <section
        aria-label="Your first match"
        className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t-2 border-ink bg-surface px-4 py-1"
      >
        <span className="font-bold tabular-nums">
          {Math.min(step + 1, FIRST_MATCH.length)} of {FIRST_MATCH.length}
        </span>
        <Status className="min-w-48 flex-1">{hint?.words ?? FIRST_MATCH_DONE}</Status>
        {hint && !hint.isPressed ? (
          <Button
            weight="main"
            onClick={() => {
              guideTo(step + 1);
            }}
          >
            Go on
          </Button>
        ) : null}
        <Button
          weight={hint ? "quiet" : "main"}
          onClick={() => {
            guideTo(undefined);
          }}
        >
          {hint ? "skip the hints" : "Done"}
        </Button>
      </section>
    </>
  );
}

/** It follows its control wherever the page puts it, and waits for one that is still to come. */
function FrameAround({ at }: { at: string }) {
  const [box, setBox] = useState<DOMRect>();
  const isShown = useRef(false);
  useEffect(() => {
    let frame = 0;
    const follow = (): void => {
      const control = [...document.querySelectorAll<HTMLElement>(`[data-guide="${at}"]`)].find((one) =>
        one.checkVisibility(),
      );
      if (control && !isShown.current) {
        isShown.current = true;
        control.scrollIntoView({ block: "center", inline: "center" });
      }
      const next = control?.getBoundingClientRect();
      setBox((before) => (isSameBox(before, next) ? before : next));
      frame = requestAnimationFrame(follow);
    };
    follow();
    return () => {
      cancelAnimationFrame(frame);
    };
  }, [at]);
  if (!box) return null;
  return (
    <span
      aria-hidden="true"
      className="pointer-events-none fixed z-40 border-4 border-dashed border-ink outline-2 outline-surface"
      style={{
        left: box.left - GAP,
        top: box.top - GAP,
        width: box.width + 2 * GAP,
        height: box.height + 2 * GAP,
      }}
    />
  );
}

function isSameBox(one: DOMRect | undefined, other: DOMRect | undefined): boolean {
  return (
    one?.left === other?.left &&
    one?.top === other?.top &&
    one?.width === other?.width &&
    one?.height === other?.height
  );
}
