/** Paint as it is used: opaque, or washed over paper with water after the last tube. */
import type { ViewingWeights } from "../spectrum/colorimetry";
import type { OpticalModel } from "../spectrum/types";
import type { ColorModel } from "./colorModel";
import { opaqueModel } from "./opaqueModel";
import type { SurfaceConstants } from "./saunderson";
import { type Wash, WashMixer } from "./washMixer";

/** @param wash - opaque paint without it. */
export function colorModelOf(
  tubes: readonly OpticalModel[],
  view: ViewingWeights,
  surface: SurfaceConstants,
  wash?: Wash,
): ColorModel {
  return wash ? new WashMixer(tubes, view, surface, wash) : opaqueModel(tubes, view, surface);
}
