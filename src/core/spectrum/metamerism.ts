/**
 * Whether a match holds when the light changes.
 *
 * Two surfaces that look alike in daylight may part under a lamp. Each light is judged relative to its own
 * white, as an eye that has settled into it does; the size is the largest ΔE00 beyond what already parts them in
 * daylight.
 */
import { deltaE2000 } from "../color/ciede2000";
import { LIGHT_NAMES, type LightName } from "../color/types";
import { labFromReflectance, type ViewingWeights } from "./colorimetry";
import type { Reflectance } from "./types";

export type ViewingByLight = { readonly [L in LightName]: ViewingWeights<L> };

export type LightCheck = {
  /** ΔE00 of the two under each light. */
  readonly deltaE2000ByLight: Readonly<Record<LightName, number>>;
  /** The light under which they part most. */
  readonly worstLight: LightName;
  /** ΔE00 under the worst light less that under D65, >= 0. */
  readonly size: number;
  /** True when an eye would notice: more than 1.5. */
  readonly isFlagged: boolean;
};

/** What side by side begins to show. */
const NOTICEABLE = 1.5;

export function checkUnderLights(
  reference: Reflectance,
  sample: Reflectance,
  viewing: ViewingByLight,
): LightCheck {
  const under = <L extends LightName>(view: ViewingWeights<L>): number =>
    deltaE2000(labFromReflectance(reference, view), labFromReflectance(sample, view));
  const deltaE2000ByLight = {
    D65: under(viewing.D65),
    D50: under(viewing.D50),
    A: under(viewing.A),
    F2: under(viewing.F2),
    F11: under(viewing.F11),
  };
  const worstLight = LIGHT_NAMES.reduce((worst, light) =>
    deltaE2000ByLight[light] > deltaE2000ByLight[worst] ? light : worst,
  );
  const size = deltaE2000ByLight[worstLight] - deltaE2000ByLight.D65;
  return { deltaE2000ByLight, worstLight, size, isFlagged: size > NOTICEABLE };
}
