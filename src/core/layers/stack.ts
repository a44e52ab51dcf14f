/**
 * Layers of paint over a ground, lowest first: what is seen after each of them.
 *
 * The ground is known as it is seen. The first film wets it, so that its surface is taken out with the film's own; from
 * there on the light stays inside, and only the topmost paint has a surface.
 *
 * Passes of one film add up: two of half a thickness are one of the whole. Where the brush touches only a share of
 * the place, what is seen is the mean over the place, and each pass falls where it falls.
 */
import { innerReflectance, seenReflectance, type SurfaceConstants } from "../mixing/saunderson";
import { num, zeros } from "../numbers";
import { assertSameGrid, type OpticalModel, type Reflectance } from "../spectrum/types";
import { filmResponse, layOver } from "./filmResponse";

export type Layer = {
  readonly optics: OpticalModel;
  /** Dry, of one pass; 1 where titanium white has S·X = 1 at 550 nm. */
  readonly thickness: number;
  /** Whole, at least 1. */
  readonly passes: number;
  /** Share of the place that a pass touches, (0, 1]; below 1 with a dry brush. */
  readonly coverShare: number;
};

/**
 * Seen reflectances: of the ground, then after each layer.
 *
 * @param ground - as it is seen.
 * @param assumed - surface of paints that have none of their own.
 * @throws RangeError for a film, a number of passes or a share that no hand can lay.
 */
export function stackOver(
  ground: Reflectance,
  layers: readonly Layer[],
  assumed: SurfaceConstants,
): readonly Reflectance[] {
  const { grid } = ground;
  const seen: Reflectance[] = [ground];
  let inner: Float64Array | undefined;
  for (const { optics, thickness, passes, coverShare } of layers) {
    assertSameGrid(grid, optics.grid);
    if (!(Number.isInteger(passes) && passes >= 1))
      throw new RangeError(`A layer has 1 pass or more, got ${passes}`);
    if (!(coverShare > 0 && coverShare <= 1))
      throw new RangeError(`A layer touches a share above 0 and up to 1, got ${coverShare}`);
    const surface = optics.surface ?? assumed;
    const before = seen.at(-1) ?? ground;
    const below = inner ?? insideOf(before, surface);
    if (coverShare === 1) {
      inner = zeros(grid.count);
      layOver(inner, filmResponse(optics, thickness * passes), below);
      seen.push(outsideOf(inner, surface, before));
      continue;
    }
    const response = filmResponse(optics, thickness);
    let mean = before;
    let inside = below;
    for (let pass = 0; pass < passes; pass++) {
      const touched = zeros(grid.count);
      layOver(touched, response, inside);
      const over = outsideOf(touched, surface, before);
      const under = mean;
      mean = {
        grid,
        values: Array.from({ length: grid.count }, (_, band) => {
          const [on, off] = [num(over.values[band]), num(under.values[band])];
          return coverShare * on + (1 - coverShare) * off;
        }),
      };
      inside = insideOf(mean, surface);
    }
    inner = inside;
    seen.push(mean);
  }
  return seen;
}

/** Below zero where a reading is darker than the surface alone can be; a film treats that as black. */
export function insideOf({ grid, values }: Reflectance, surface: SurfaceConstants): Float64Array {
  return Float64Array.from({ length: grid.count }, (_, band) =>
    Math.max(0, innerReflectance(num(values[band]), surface)),
  );
}

function outsideOf(inner: Float64Array, surface: SurfaceConstants, { grid }: Reflectance): Reflectance {
  return { grid, values: Array.from(inner, (reflectance) => seenReflectance(reflectance, surface)) };
}
