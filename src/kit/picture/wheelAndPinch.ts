/** Wheel and pinch over a stage. Fetched when a stage stands: no picture waits for it. */
import { select } from "d3-selection";
import { type D3ZoomEvent, zoom, ZoomTransform, zoomIdentity } from "d3-zoom";
import { LARGEST, type Zoom } from "./zoomed";

export type WheelAndPinch = {
  /** Goes on from here, where the stage was moved by other means. */
  readonly goOnFrom: (current: Zoom) => void;
  readonly stop: () => void;
};

export function wheelAndPinch(element: HTMLElement, onZoom: (next: Zoom) => void): WheelAndPinch {
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
      onZoom({ scale: k, x: x / element.clientWidth, y: y / element.clientHeight });
    });
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
  return {
    goOnFrom: ({ scale, x, y }) => {
      const next =
        scale === 1
          ? zoomIdentity
          : new ZoomTransform(scale, x * element.clientWidth, y * element.clientHeight);
      selection.property("__zoom", next);
    },
    stop: () => {
      observer.disconnect();
      selection.on(".zoom", null);
    },
  };
}
