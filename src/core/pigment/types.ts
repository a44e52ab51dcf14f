import type { LabD65 } from "../color/types";
import type { OpticalModel } from "../spectrum/types";

export const OPACITIES = ["opaque", "semi-opaque", "semi-transparent", "transparent"] as const;
export type Opacity = (typeof OPACITIES)[number];

export const HAZARD_CLASSES = [
  "lead",
  "low",
  "dust",
  "manganese",
  "nickel",
  "cobalt",
  "cobalt-nickel",
  "cadmium",
] as const;
export type HazardClass = (typeof HAZARD_CLASSES)[number];

/** A generic paint: what a tube of this pigment is like before anyone has measured the tube. */
export type PigmentModel = {
  readonly id: string;
  /** Colour Index generic name, such as PB29. */
  readonly colourIndex: string;
  readonly name: string;
  readonly family: string;
  readonly opacity: Opacity;
  /** 1 (weak) to 10 (strong), as painters rank tubes; the optics do not use it. */
  readonly tintingStrength: number;
  /** 0 (lifts off) to 3 (stains). */
  readonly staining: number;
  readonly granulates: boolean;
  /** ASTM class, I (excellent) to IV, or a span such as I-II. */
  readonly lightfastness: string;
  readonly oilDrying: string;
  readonly hazardClass: HazardClass;
  /** Rounded typical colour straight from the tube, opaque. */
  readonly typicalMasstone: LabD65;
  /** Rounded typical colour of one part in so many parts of titanium white; whites have none. */
  readonly typicalTint: { readonly whiteParts: number; readonly lab: LabD65 } | undefined;
  readonly optics: OpticalModel;
};
