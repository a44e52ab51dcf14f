"use client";

import { useRef } from "react";
import type { PictureLook } from "../../workers/pictureApi";
import type { SeenPicture } from "../../workers/pictureLevel";
import { type ScreenPoint, useFingerPick } from "./useFingerPick";
import { useLook } from "./useLook";
import type { OpenPicture } from "./usePicture";
import { useZoom } from "./useZoom";
import { FITTED, type Zoom, zoomedAbout } from "./zoomed";
import { Status } from "../../ui/Status";

export type Spot = { readonly xPx: number; readonly yPx: number };
/** A place that is already taken, with a word or number beside it. */
export type StageMark = Spot & { readonly text: string };

/** Which way round the picture hangs. */
export type Hanging = { readonly isMirrored: boolean; readonly isTurned: boolean };
const UPRIGHT: Hanging = { isMirrored: false, isTurned: false };

/** Share of the longer side that one press of an arrow key moves the circle; with Shift a tenth of it. */
const KEY_STEP = 0.01;
const ZOOM_STEP = 1.5;
/** Share of the stage at its edge in which the circle counts as leaving it. */
const EDGE = 0.04;
/** Enlarged so far, pixels are shown as squares, as they are. */
const PIXELS_SHOW = 6;

/** A fitted stage shows fewer pixels than the smaller picture has; from here on it takes them all. */
const FULL_ABOVE = 1.4;

const PLAIN_LOOK: PictureLook = { kind: "picture" };

/** The picture with the averaging circle and marks beside the places that were found in it. */
export function PictureStage({
  picture,
  name,
  look = PLAIN_LOOK,
  lookKey = "",
  marks,
  spot,
  radiusPx,
  onSpot,
  onSeen,
  hanging = UPRIGHT,
  zoom = FITTED,
  onZoom,
  maxHeight = "(100dvh - 21rem)",
}: {
  picture: OpenPicture;
  name: string;
  look?: PictureLook;
  /** What the look depends on besides itself. */
  lookKey?: string;
  marks: readonly StageMark[];
  spot: Spot | undefined;
  radiusPx: number;
  onSpot: (spot: Spot) => void;
  onSeen?: (seen: Omit<SeenPicture, "bitmap">) => void;
  hanging?: Hanging;
  zoom?: Zoom;
  onZoom?: (next: Zoom) => void;
  maxHeight?: string;
}) {
  const stage = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  /** Fingers that are down: with two the picture is moved, not picked from. */
  const fingers = useRef(new Set<number>());
  const info = picture.state.status === "open" ? picture.state.info : undefined;
  const widthPx = info?.widthPx ?? 1;
  const heightPx = info?.heightPx ?? 1;
  const { isSlow, failure } = useLook(
    picture,
    look,
    zoom.scale > FULL_ABOVE,
    lookKey,
    ({ bitmap, ...rest }) => {
      const element = canvas.current;
      if (!element) {
        bitmap.close();
        return;
      }
      element.width = bitmap.width;
      element.height = bitmap.height;
      element.getContext("bitmaprenderer")?.transferFromImageBitmap(bitmap);
      element.dataset.look = look.kind;
      onSeen?.(rest);
    },
  );
  useZoom(stage, zoom, onZoom);

  const isFlippedX = hanging.isMirrored !== hanging.isTurned;
  const isFlippedY = hanging.isTurned;
  /** Share of the stage at which a place of the picture is seen. */
  const shownAt = ({ xPx, yPx }: Spot): readonly [number, number] => {
    const u = isFlippedX ? 1 - xPx / widthPx : xPx / widthPx;
    const v = isFlippedY ? 1 - yPx / heightPx : yPx / heightPx;
    return [zoom.x + zoom.scale * u, zoom.y + zoom.scale * v];
  };
  const spotAt = ({ clientX, clientY }: ScreenPoint): void => {
    const box = stage.current?.getBoundingClientRect();
    if (!box) return;
    const u = ((clientX - box.left) / box.width - zoom.x) / zoom.scale;
    const v = ((clientY - box.top) / box.height - zoom.y) / zoom.scale;
    onSpot({
      xPx: clamp((isFlippedX ? 1 - u : u) * widthPx, widthPx),
      yPx: clamp((isFlippedY ? 1 - v : v) * heightPx, heightPx),
    });
  };
  const finger = useFingerPick(stage, spotAt);
  const onKeyDown = (event: React.KeyboardEvent): void => {
    const from = spot ?? { xPx: widthPx / 2, yPx: heightPx / 2 };
    const [atX, atY] = shownAt(from);
    const zoomKeys: Readonly<Record<string, () => Zoom>> = {
      "+": () => zoomedAbout(zoom, ZOOM_STEP, clamp(atX, 1), clamp(atY, 1)),
      "-": () => zoomedAbout(zoom, 1 / ZOOM_STEP, clamp(atX, 1), clamp(atY, 1)),
      "0": () => FITTED,
    };
    const zoomed = zoomKeys[event.key === "=" ? "+" : event.key];
    if (zoomed && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      onZoom?.(zoomed());
      return;
    }
    const step =
      (KEY_STEP * Math.max(widthPx, heightPx) * (event.shiftKey ? 0.1 : 1)) / Math.sqrt(zoom.scale);
    const [right, down] = [isFlippedX ? -step : step, isFlippedY ? -step : step];
    const moves: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-right, 0],
      ArrowRight: [right, 0],
      ArrowUp: [0, -down],
      ArrowDown: [0, down],
      Enter: [0, 0],
      " ": [0, 0],
    };
    const by = moves[event.key];
    if (!by) return;
    event.preventDefault();
    const next = { xPx: clamp(from.xPx + by[0], widthPx), yPx: clamp(from.yPx + by[1], heightPx) };
    onSpot(next);
    // A circle that walks out of a zoomed stage takes the picture along.
    const [x, y] = shownAt(next);
    if (zoom.scale > 1 && (Math.min(x, y) < EDGE || Math.max(x, y) > 1 - EDGE))
      onZoom?.(zoomedAbout({ ...zoom, x: zoom.x + 0.5 - x, y: zoom.y + 0.5 - y }, 1, 0.5, 0.5));
  };

  const [spotX, spotY] = spot ? shownAt(spot) : [0, 0];
  return (
    <div
      ref={stage}
      role="application"
      aria-label={`Picture ${name}. Arrow keys move the circle, with Shift in small steps; plus and minus zoom.`}
      tabIndex={0}
      className="relative mx-auto cursor-crosshair touch-pan-y overflow-hidden"
      style={{
        aspectRatio: widthPx / heightPx,
        width: `min(100%, calc(max(12rem, ${maxHeight}) * ${widthPx / heightPx}))`,
      }}
      onContextMenu={(event) => {
        // The second button moves the picture.
        event.preventDefault();
      }}
      onPointerDown={(event) => {
        fingers.current.add(event.pointerId);
        if (finger.down(event)) return;
        if (event.button > 0 || event.shiftKey || fingers.current.size > 1) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        spotAt(event);
      }}
      onPointerMove={(event) => {
        if (finger.move(event)) return;
        if ((event.buttons & 1) === 1 && !event.shiftKey && fingers.current.size === 1) spotAt(event);
      }}
      onPointerUp={(event) => {
        fingers.current.delete(event.pointerId);
        finger.up(event);
      }}
      onPointerCancel={(event) => {
        finger.cancel();
        fingers.current.delete(event.pointerId);
      }}
      onKeyDown={onKeyDown}
    >
      <canvas
        ref={canvas}
        data-paint=""
        width={1}
        height={1}
        className="absolute top-0 left-0 size-full origin-top-left"
        style={{
          transform: `translate(${100 * (zoom.x + (isFlippedX ? zoom.scale : 0))}%, ${100 * (zoom.y + (isFlippedY ? zoom.scale : 0))}%) scale(${isFlippedX ? -zoom.scale : zoom.scale}, ${isFlippedY ? -zoom.scale : zoom.scale})`,
          imageRendering: zoom.scale >= PIXELS_SHOW ? "pixelated" : "auto",
        }}
      />
      {marks.map((mark) => {
        const [x, y] = shownAt(mark);
        return <Mark key={`${mark.text} ${mark.xPx} ${mark.yPx}`} xShare={x} yShare={y} text={mark.text} />;
      })}
      {spot ? (
        <span
          aria-hidden="true"
          className="pointer-events-none absolute -translate-1/2 rounded-full border-2 border-surface outline-3 outline-ink"
          style={{
            left: `${100 * spotX}%`,
            top: `${100 * spotY}%`,
            width: `max(14px, ${(200 * radiusPx * zoom.scale) / widthPx}%)`,
            aspectRatio: 1,
          }}
        />
      ) : null}
      <Status
        className={
          isSlow || failure ? "absolute top-2 left-2 bg-surface px-2 py-1 font-semibold text-ink" : "sr-only"
        }
      >
        {failure ? `This could not be shown (${failure}).` : isSlow ? "Working it out" : ""}
      </Status>
    </div>
  );
}

/** A note's number beside its spot, so that the colour itself stays in sight. */
function Mark({ xShare, yShare, text }: { xShare: number; yShare: number; text: string }) {
  // Near the right edge the words would be cut off.
  const isRight = xShare > 0.94 - 0.014 * text.length;
  return (
    <span
      aria-hidden="true"
      className="pointer-events-none absolute"
      style={{ left: `${100 * xShare}%`, top: `${100 * yShare}%` }}
    >
      <span className="absolute size-4 -translate-1/2 rounded-full border-2 border-surface outline-2 outline-ink" />
      <span
        className={`absolute -top-2.5 bg-ink px-1 text-sm leading-5 font-bold whitespace-nowrap text-surface ${isRight ? "right-3.5" : "left-3.5"}`}
      >
        {text}
      </span>
    </span>
  );
}

function clamp(value: number, most: number): number {
  return Math.max(0, Math.min(most, value));
}
