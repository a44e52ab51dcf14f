"use client";

/** Wheel and pinch over a stage; the transform is kept in shares of the stage, so that two can share it. */
import { type RefObject, useEffect, useEffectEvent, useRef } from "react";
import type { WheelAndPinch } from "./wheelAndPinch";
import type { Zoom } from "./zoomed";

export function useZoom(
  stage: RefObject<HTMLElement | null>,
  current: Zoom,
  /** None for a stage that does not zoom: the wheel then scrolls the page as everywhere. */
  onZoom: ((next: Zoom) => void) | undefined,
): void {
  const zooming = useRef<WheelAndPinch>(undefined);
  const isOn = onZoom !== undefined;
  const tell = useEffectEvent((next: Zoom) => onZoom?.(next));
  const begin = useEffectEvent((begun: WheelAndPinch) => {
    zooming.current = begun;
    begun.goOnFrom(current);
  });
  useEffect(() => {
    const element = stage.current;
    if (!element || !isOn) return undefined;
    let isLeft = false;
    import("./wheelAndPinch").then(
      ({ wheelAndPinch }) => {
        if (!isLeft) begin(wheelAndPinch(element, tell));
      },
      () => {
        // The keys and the buttons of the stage zoom without it, and the next stage fetches it again.
      },
    );
    return () => {
      isLeft = true;
      zooming.current?.stop();
      zooming.current = undefined;
    };
  }, [stage, isOn]);

  useEffect(() => {
    zooming.current?.goOnFrom(current);
  }, [current]);
}
