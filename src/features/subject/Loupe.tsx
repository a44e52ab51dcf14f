"use client";

import { useEffect, useRef } from "react";
import type { OpenPicture } from "../../kit/picture/usePicture";
import type { Circle } from "./usePick";

/** Pixels shown to either side of the middle, in radii of the circle. */
const REACH = 1.6;
const LEAST_HALF_PX = 6;
const MOST_HALF_PX = 90;

/** The pixels under the circle, each a square, with the circle drawn over them. */
export function Loupe({
  picture,
  circle,
  className,
}: {
  picture: OpenPicture;
  circle: Circle;
  className?: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { ask, key } = picture;
  const { xPx, yPx, radiusPx } = circle;
  const halfPx = Math.max(LEAST_HALF_PX, Math.min(MOST_HALF_PX, Math.ceil(REACH * radiusPx)));
  useEffect(() => {
    let isCurrent = true;
    void ask((remote) => remote.crop(xPx, yPx, halfPx)).then((bitmap) => {
      const element = canvas.current;
      if (!bitmap) return;
      if (!isCurrent || !element) {
        bitmap.close();
        return;
      }
      element.width = bitmap.width;
      element.height = bitmap.height;
      element.getContext("bitmaprenderer")?.transferFromImageBitmap(bitmap);
    });
    return () => {
      isCurrent = false;
    };
  }, [ask, key, xPx, yPx, halfPx]);
  const share = (100 * 2 * radiusPx) / (2 * halfPx + 1);
  return (
    <div className={`relative overflow-hidden ${className ?? ""}`}>
      <canvas
        ref={canvas}
        data-paint=""
        role="img"
        aria-label={`The pixels under the circle, which is ${Math.round(2 * radiusPx)} pixels wide`}
        className="size-full"
        style={{ imageRendering: "pixelated" }}
      />
      <span
        aria-hidden="true"
        className="pointer-events-none absolute top-1/2 left-1/2 -translate-1/2 rounded-full border border-surface outline outline-1 outline-ink"
        style={{ width: `${share}%`, height: `${share}%` }}
      />
    </div>
  );
}
