/** What every part of the view knows of the plan that is open. */
import type { Reflectance } from "../../core/spectrum/types";
import type { Layering } from "../../domain/layers/layering";
import type { SeenStack } from "../../domain/layers/seenStack";
import type { Films } from "../../kit/layers/useLayers";

export type KnownLayers = {
  readonly layering: Layering;
  readonly films: Films;
  /** Undefined where the ground's colour is not known. */
  readonly ground: Reflectance | undefined;
  /** Over the ground; undefined where a paint or the ground is not known. */
  readonly seen: SeenStack | undefined;
};
