/**
 * Paint laid over something: over a dry ground it hides or it is a film; into a wet ground the brush also
 * takes up some of the paint that lies there.
 */
import type { Reflectance } from "../spectrum/types";
import { blendOptics, mixtureReflectance, type PaintVolume } from "./mixture";
import type { SurfaceConstants } from "./saunderson";

export type Ground =
  /** Seen reflectance of a dry layer, a toned canvas, paper. */
  | { readonly state: "dry"; readonly seen: Reflectance }
  /** Wet paint, opaque by itself, of which the new layer takes up a share of its own volume, [0, 1). */
  | { readonly state: "wet"; readonly paint: readonly PaintVolume[]; readonly takenUp: number };

/**
 * Seen reflectance of a layer.
 *
 * @param thickness - dry thickness of the layer, 1 where titanium white has S·X = 1 at 550 nm; undefined for
 *   a layer that hides.
 */
export function layerReflectance(
  layer: readonly PaintVolume[],
  ground: Ground,
  surface: SurfaceConstants,
  thickness?: number,
): Reflectance {
  const mixed = ground.state === "wet" ? withTakenUp(layer, ground.paint, ground.takenUp) : layer;
  if (thickness === undefined) return mixtureReflectance(mixed, surface);
  const seen = ground.state === "dry" ? ground.seen : mixtureReflectance(ground.paint, surface);
  return mixtureReflectance(mixed, surface, { thickness, ground: seen });
}

function withTakenUp(
  layer: readonly PaintVolume[],
  below: readonly PaintVolume[],
  takenUp: number,
): readonly PaintVolume[] {
  if (!(takenUp >= 0 && takenUp < 1)) {
    throw new RangeError(
      `The share taken up from a wet ground must be at least 0 and below 1, got ${takenUp}`,
    );
  }
  if (takenUp === 0) return layer;
  return [
    { optics: blendOptics(layer), volume: 1 - takenUp },
    { optics: blendOptics(below), volume: takenUp },
  ];
}
