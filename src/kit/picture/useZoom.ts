"use client";

/** Wheel, pinch and keys over a stage; the transform is kept in shares of the stage, so that two can share it. */
import { select } from "d3-selection";
import { type D3ZoomEvent, zoom, type ZoomBehavior, ZoomTransform, zoomIdentity } from "d3-zoom";
import { type RefObject, useEffect, useEffectEvent, useRef } from "react";

/** How much larger than fitted, and where the stage's top left corner went, in stage widths and heights. */
export type Zoom = { readonly scale: number; readonly x: number; readonly y: number };

export const FITTED: Zoom = { scale: 1, x: 0, y: 0 };
const LARGEST = 40;

export function useZoom(
  stage: RefObject<HTMLElement | null>,
  current: Zoom,
  /** None for a stage that does not zoom: the wheel then scrolls the page as everywhere. */
  onZoom: ((next: Zoom) => void) | undefined,
): void {
  const behavior = useRef<ZoomBehavior<HTMLElement, unknown>>(undefined);
  const isOn = onZoom !== undefined;
  const tell = useEffectEvent((next: Zoom) => onZoom?.(next));
  useEffect(() => {
    const element = stage.current;
    if (!element || !isOn) return undefined;
    const own = zoom<HTMLElement, unknown>()
      .scaleExtent([1, LARGEST])
      // One finger or the first mouse button picks; two fingers, the wheel, and other buttons move.
      .filter((event: Event) => {
        if (event.type === "wheel") return true;
        if (event.type === "mousedown")
          return (event as MouseEvent).button > 0 || (event as MouseEvent).shiftKey;
        return event.type.startsWith("touch") && (event as TouchEvent).touches.length > 1;
      })
      .on("zoom", (event: D3ZoomEvent<HTMLElement, unknown>) => {
        if (!event.sourceEvent) return;
        const { k, x, y } = event.transform;
        tell({ scale: k, x: x / element.clientWidth, y: y / element.clientHeight });
      });
    behavior.current = own;
    const selection = select<HTMLElement, unknown>(element).call(own).on("dblclick.zoom", null);
    const fit = (): void => {
      own
        .extent([
          [0, 0],
          [element.clientWidth, element.clientHeight],
        ])
        .translateExtent([
          [0, 0],
          [element.clientWidth, element.clientHeight],
        ]);
    };
    fit();
    const observer = new ResizeObserver(fit);
    observer.observe(element);
    return () => {
      observer.disconnect();
      selection.on(".zoom", null);
    };
  }, [stage, isOn]);

  useEffect(() => {
    const element = stage.current;
    if (!element || !behavior.current) return;
    const next =
      current.scale === 1
        ? zoomIdentity
        : new ZoomTransform(current.scale, current.x * element.clientWidth, current.y * element.clientHeight);
    select<HTMLElement, unknown>(element).property("__zoom", next);
  }, [stage, current]);
}

/** Larger or smaller about a point of the stage, in shares of it; the picture never leaves the stage. */
export function zoomedAbout(current: Zoom, factor: number, x: number, y: number): Zoom {
  const scale = Math.max(1, Math.min(LARGEST, current.scale * factor));
  const ratio = scale / current.scale;
  const inside = (at: number): number => Math.min(0, Math.max(1 - scale, at));
  return { scale, x: inside(x - (x - current.x) * ratio), y: inside(y - (y - current.y) * ratio) };
}
