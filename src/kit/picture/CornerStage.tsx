"use client";

/** A photo with its four corners, which are dragged or moved with the arrow keys onto the marks of a page. */
import { clsx } from "clsx";
import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { SheetPoint } from "../../core/picture/squaredSheet";

export type Corners = readonly [SheetPoint, SheetPoint, SheetPoint, SheetPoint];

/** A photo's four corners before they are moved. */
export function cornersAtFirst(widthPx: number, heightPx: number): Corners {
  const at = (x: number, y: number): SheetPoint => [x * widthPx, y * heightPx];
  return [at(0.1, 0.1), at(0.9, 0.1), at(0.9, 0.9), at(0.1, 0.9)];
}

const NAMES = ["top left", "top right", "bottom right", "bottom left"] as const;
/** Of the photo's width, for one press of an arrow key; with Shift a tenth of it. */
const STEP = 0.01;
/** What is done with the photo stays in sight below it. */
const HIGHEST = "50dvh";

export function CornerStage({
  url,
  widthPx,
  heightPx,
  alt,
  corners,
  further,
  onChange,
}: {
  url: string;
  widthPx: number;
  heightPx: number;
  /** What the photo is of. */
  alt: string;
  /** Top left, top right, bottom right, bottom left, px of the photo. */
  corners: Corners;
  /** Another place that is pointed at, as a card. */
  further?: { readonly name: string; readonly at: SheetPoint; readonly onMove: (at: SheetPoint) => void };
  onChange: (corners: Corners) => void;
}) {
  const stage = useRef<HTMLDivElement>(null);
  const points = [
    ...corners.map((at, i) => ({ name: `Corner ${NAMES[i] ?? ""}`, at })),
    ...(further ? [{ name: further.name, at: further.at }] : []),
  ];
  const put = (place: number, [x, y]: SheetPoint): void => {
    const at: SheetPoint = [Math.min(widthPx, Math.max(0, x)), Math.min(heightPx, Math.max(0, y))];
    if (place === NAMES.length) {
      further?.onMove(at);
      return;
    }
    const [a, b, c, d] = corners.map((corner, i) => (i === place ? at : corner));
    if (a && b && c && d) onChange([a, b, c, d]);
  };
  const drag = (place: number, event: PointerEvent): void => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const box = stage.current?.getBoundingClientRect();
    if (!box) return;
    put(place, [
      ((event.clientX - box.left) / box.width) * widthPx,
      ((event.clientY - box.top) / box.height) * heightPx,
    ]);
  };
  const move = (place: number, event: KeyboardEvent): void => {
    const [right, down] =
      { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[event.key] ?? [];
    const [x, y] = points[place]?.at ?? [0, 0];
    if (right === undefined || down === undefined) return;
    event.preventDefault();
    const step = widthPx * STEP * (event.shiftKey ? 0.1 : 1);
    put(place, [x + step * right, y + step * down]);
  };
  return (
    <div
      ref={stage}
      className="relative touch-none"
      // All four corners are in sight at once.
      style={{
        aspectRatio: `${widthPx} / ${heightPx}`,
        width: `min(100%, calc(${HIGHEST} * ${widthPx / heightPx}))`,
      }}
    >
      {/* A blob of the painter's own; there is nothing for an image service to optimise. */}
      {/* oxlint-disable-next-line nextjs/no-img-element */}
      <img data-paint="" src={url} alt={alt} className="size-full" />
      <svg aria-hidden="true" viewBox={`0 0 ${widthPx} ${heightPx}`} className="absolute inset-0 size-full">
        <polygon
          points={corners.map((corner) => corner.join()).join(" ")}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={widthPx / 250}
        />
      </svg>
      {points.map(({ name, at: [x, y] }, i) => (
        <button
          key={name}
          type="button"
          aria-label={`${name}: arrow keys move it`}
          className={clsx(
            "absolute size-11 -translate-x-1/2 -translate-y-1/2 touch-none rounded-full border-2 border-ink",
            "before:absolute before:inset-0 before:m-auto before:size-1.5 before:rounded-full before:bg-ink",
          )}
          style={{ left: `${(100 * x) / widthPx}%`, top: `${(100 * y) / heightPx}%` }}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
          }}
          onPointerMove={(event) => {
            drag(i, event);
          }}
          onKeyDown={(event) => {
            move(i, event);
          }}
        />
      ))}
    </div>
  );
}
