"use client";

import { useEffect, useRef } from "react";
import type { OpenedPicture } from "../../workers/pictureApi";

export type Spot = { readonly xPx: number; readonly yPx: number };
/** A place that is already taken, with a word or number beside it. */
export type StageMark = Spot & { readonly text: string };

/** Share of the longer side that one press of an arrow key moves the circle; with Shift a tenth of it. */
const KEY_STEP = 0.01;

/** The picture with the averaging circle and marks beside the places that were found in it. */
export function PictureStage({
  info,
  name,
  isGrey,
  bitmap,
  marks,
  spot,
  radiusPx,
  onSpot,
  maxHeight = "(100dvh - 21rem)",
}: {
  info: OpenedPicture;
  name: string;
  isGrey: boolean;
  bitmap: (isGrey: boolean) => Promise<ImageBitmap | undefined>;
  marks: readonly StageMark[];
  spot: Spot | undefined;
  radiusPx: number;
  onSpot: (spot: Spot) => void;
  maxHeight?: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { widthPx, heightPx } = info;

  useEffect(() => {
    let isCurrent = true;
    void bitmap(isGrey).then((image) => {
      const context = canvas.current?.getContext("2d");
      if (isCurrent && image && context) context.drawImage(image, 0, 0);
      image?.close();
    });
    return () => {
      isCurrent = false;
    };
    // `bitmap` is a new function on every render but always asks the same worker.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [info, isGrey]);

  const spotAt = (event: React.PointerEvent<HTMLElement>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    onSpot({
      xPx: clamp(((event.clientX - box.left) / box.width) * widthPx, widthPx),
      yPx: clamp(((event.clientY - box.top) / box.height) * heightPx, heightPx),
    });
  };
  const move = (event: React.KeyboardEvent): void => {
    const step = KEY_STEP * Math.max(widthPx, heightPx) * (event.shiftKey ? 0.1 : 1);
    const moves: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
      Enter: [0, 0],
      " ": [0, 0],
    };
    const by = moves[event.key];
    if (!by) return;
    event.preventDefault();
    const from = spot ?? { xPx: widthPx / 2, yPx: heightPx / 2 };
    onSpot({ xPx: clamp(from.xPx + by[0], widthPx), yPx: clamp(from.yPx + by[1], heightPx) });
  };

  return (
    <div
      role="application"
      aria-label={`Picture ${name}. Arrow keys move the circle, with Shift in small steps.`}
      tabIndex={0}
      className="relative mx-auto cursor-crosshair touch-none"
      style={{
        aspectRatio: widthPx / heightPx,
        width: `min(100%, calc(${maxHeight} * ${widthPx / heightPx}))`,
      }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        spotAt(event);
      }}
      onPointerMove={(event) => {
        if (event.buttons > 0) spotAt(event);
      }}
      onKeyDown={move}
    >
      <canvas
        ref={canvas}
        data-paint=""
        width={widthPx}
        height={heightPx}
        className="absolute inset-0 size-full"
      />
      {marks.map(({ xPx, yPx, text }) => (
        <Mark key={text} xShare={xPx / widthPx} yShare={yPx / heightPx} text={text} />
      ))}
      {spot ? (
        <span
          aria-hidden="true"
          className="pointer-events-none absolute -translate-1/2 rounded-full border-2 border-surface outline-3 outline-ink"
          style={{
            left: `${(100 * spot.xPx) / widthPx}%`,
            top: `${(100 * spot.yPx) / heightPx}%`,
            width: `max(14px, ${(200 * radiusPx) / widthPx}%)`,
            aspectRatio: 1,
          }}
        />
      ) : null}
    </div>
  );
}

/** A note's number beside its spot, so that the colour itself stays in sight. */
function Mark({ xShare, yShare, text }: { xShare: number; yShare: number; text: string }) {
  return (
    <span
      aria-hidden="true"
      className="pointer-events-none absolute"
      style={{ left: `${100 * xShare}%`, top: `${100 * yShare}%` }}
    >
      <span className="absolute size-4 -translate-1/2 rounded-full border-2 border-surface outline-2 outline-ink" />
      <span className="absolute -top-2.5 left-3.5 bg-ink px-1 text-sm leading-5 font-bold text-surface">
        {text}
      </span>
    </span>
  );
}

function clamp(value: number, most: number): number {
  return Math.max(0, Math.min(most, value));
}
