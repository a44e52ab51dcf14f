/** How large a picture is shown on its stage, and which part of it. */

/** How much larger than fitted, and where the stage's top left corner went, in stage widths and heights. */
export type Zoom = { readonly scale: number; readonly x: number; readonly y: number };

export const FITTED: Zoom = { scale: 1, x: 0, y: 0 };
export const LARGEST = 40;

/** Larger or smaller about a point of the stage, in shares of it; the picture never leaves the stage. */
export function zoomedAbout(current: Zoom, factor: number, x: number, y: number): Zoom {
  const scale = Math.max(1, Math.min(LARGEST, current.scale * factor));
  const ratio = scale / current.scale;
  const inside = (at: number): number => Math.min(0, Math.max(1 - scale, at));
  return { scale, x: inside(x - (x - current.x) * ratio), y: inside(y - (y - current.y) * ratio) };
}
