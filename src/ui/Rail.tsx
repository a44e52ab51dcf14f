"use client";

import { Slider } from "radix-ui";
import { type PointerEvent as PressEvent, useDeferredValue, useState } from "react";
import { flushSync } from "react-dom";
import { useIsDrawn } from "./useIsDrawn";
import { useSlowFinger } from "./useSlowFinger";

const RAIL = "relative col-span-full -mt-1 -mb-1.5 flex h-11 touch-pan-y items-center select-none";
const TRACK = "relative h-full grow";
/** The side of what is taken hold of, rem: `size-11`. At both ends of the rail it stays inside. */
const MARKER_REM = 2.75;
const MARKER = "flex size-11 items-center justify-center outline-offset-0";
const ARROW = (
  <svg aria-hidden="true" viewBox="0 0 24 24" className="size-6">
    <path d="M12 2 22 22H2Z" fill="var(--ink)" stroke="var(--surface)" strokeWidth="1.5" />
  </svg>
);

/**
 * What can be taken hold of measures itself, for which all that was just drawn is laid out. It comes once that stands,
 * or with the press of whoever is quicker than that: no press is lost.
 */
function useComesLater(isWanted: boolean) {
  const isDrawn = useIsDrawn();
  const [isPressed, setPressed] = useState(false);
  const isThere = useDeferredValue(isDrawn && isWanted);
  if (isPressed && !isWanted) setPressed(false);
  return {
    isMovable: (isThere || isPressed) && isWanted,
    pressEarly: ({ nativeEvent }: PressEvent): void => {
      if (!isWanted) return;
      flushSync(() => {
        setPressed(true);
      });
      document
        .elementFromPoint(nativeEvent.clientX, nativeEvent.clientY)
        ?.dispatchEvent(new PointerEvent(nativeEvent.type, nativeEvent));
    },
  };
}

/**
 * One of the three questions about a colour: the match stands in the middle inside its tolerance band, the
 * marker where the pile lies. Dragging the marker, or the arrow keys, is a reading by eye.
 */
export function Rail({
  name,
  low,
  high,
  value,
  range,
  step,
  tolerance,
  spread,
  words,
  isDisabled = false,
  onChange,
}: {
  name: string;
  low: string;
  high: string;
  /** Signed miss in the rail's units; 0 is the match. */
  value: number;
  /** The rail shows -range to +range. */
  range: number;
  step: number;
  tolerance: number;
  /** One standard deviation of the value, drawn as a line to both sides; none for what was read. */
  spread?: number | undefined;
  /** The miss in words; also what assistive technology reads. */
  words: string;
  /** Nothing to read yet: the marker only shows. */
  isDisabled?: boolean;
  onChange: (value: number) => void;
}) {
  const finger = useSlowFinger();
  const { isMovable, pressEarly } = useComesLater(!isDisabled);
  // A difference of next to nothing would be written with a power of ten, which no reader of screens knows.
  const shown = Math.round(1000 * Math.max(-range, Math.min(range, value))) / 1000;
  const band = (100 * tolerance) / range;
  const place = (at: number): string =>
    `${(50 + (50 * Math.max(-range, Math.min(range, at))) / range).toFixed(1)}%`;
  const across = 50 + (50 * shown) / range;
  const scale = (
    <>
      <span className="absolute inset-x-0 top-8 h-0.5 bg-edge" />
      <span
        className="absolute top-2.5 h-[22px]"
        style={{
          left: `${50 - band / 2}%`,
          width: `${band}%`,
          backgroundImage: "repeating-linear-gradient(90deg, var(--edge) 0 1px, transparent 1px 6px)",
        }}
      />
      {spread === undefined ? null : (
        <span
          data-testid="spread"
          className="absolute top-[2.2rem] h-1 bg-ink"
          style={{ left: place(shown - spread), right: `calc(100% - ${place(shown + spread)})` }}
        />
      )}
      <span className="absolute top-2 left-1/2 h-8 w-[3px] -translate-x-1/2 bg-ink" />
    </>
  );
  return (
    <div className="grid grid-cols-[1fr_auto_1fr] items-baseline gap-x-3 narrow:grid-cols-2">
      <span className="text-muted">{low}</span>
      <span className="text-center font-semibold narrow:order-first narrow:col-span-2">{words}</span>
      <span className="text-right text-muted">{high}</span>
      {isMovable ? (
        <Slider.Root
          className={RAIL}
          min={-range}
          max={range}
          step={step}
          value={[shown]}
          {...finger.handlers}
          onValueChange={([next]) => {
            if (next !== undefined)
              finger.change(() => {
                onChange(next);
              });
          }}
        >
          <Slider.Track className={TRACK}>{scale}</Slider.Track>
          <Slider.Thumb aria-label={name} aria-valuetext={words} className={MARKER}>
            {ARROW}
          </Slider.Thumb>
        </Slider.Root>
      ) : (
        <div className={RAIL} onPointerDown={pressEarly}>
          <div className={TRACK}>{scale}</div>
          {/* What only shows is not measured and drawn once more, as what moves is. */}
          <span
            className="absolute -translate-x-1/2"
            style={{ left: `calc(${across}% + ${(0.5 - across / 100) * MARKER_REM}rem)` }}
          >
            <span
              role="slider"
              aria-disabled="true"
              aria-label={name}
              aria-valuemin={-range}
              aria-valuenow={shown}
              aria-valuemax={range}
              aria-valuetext={words}
              aria-orientation="horizontal"
              className={MARKER}
            >
              {ARROW}
            </span>
          </span>
        </div>
      )}
    </div>
  );
}
