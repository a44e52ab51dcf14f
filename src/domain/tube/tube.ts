/** One paint as bought: what its label says, what is believed of its optics, and how much is left. */
import type { SurfaceConstants } from "../../core/mixing/saunderson";
import type { StoredColor } from "../reading/storedColor";

export const TUBE_MEDIA = ["oil", "acrylic", "watercolour", "gouache", "other"] as const;
export const TUBE_GRADES = ["artist", "student", "children", "unknown"] as const;
export const TUBE_OPACITIES = [
  "opaque",
  "semi-opaque",
  "semi-transparent",
  "transparent",
  "unknown",
] as const;
/** ASTM classes as printed on tubes, spans included. */
export const LIGHTFASTNESS_CLASSES = ["I", "I-II", "II", "II-III", "III", "III-IV", "IV", "unknown"] as const;
export const TUBE_HAZARDS = [
  "low",
  "dust",
  "manganese",
  "nickel",
  "cobalt",
  "cobalt-nickel",
  "cadmium",
  "lead",
  "unknown",
] as const;

export type TubeMedium = (typeof TUBE_MEDIA)[number];
export type TubeGrade = (typeof TUBE_GRADES)[number];

/** ΔE00 of a reading from the prediction before and after. */
type Misses = { readonly missBefore: number; readonly missAfter: number };

export type CalibrationReading = Misses & {
  /** Parts of white to one of the tube; 0 for the masstone. */
  readonly whiteParts: number;
  readonly color: StoredColor;
  /** When an instrument gave one: reflectance of each band and the standard deviation of each. */
  readonly spectrum?: { readonly reflectance: readonly number[]; readonly uncertainty: number } | undefined;
};

/**
 * A tube's own optics as they were fitted to readings and accepted by the painter; the last one of a tube is in
 * use. What was learned from piles has the same time in all the tubes that it moved, and goes on holding the
 * readings of their tests.
 */
export type Calibration = {
  readonly at: number;
  /** K and S of one band each from 380 to 730 nm, relative to titanium white's S(550 nm) = 1. */
  readonly absorption: readonly number[];
  readonly scattering: readonly number[];
  /** Of its films, where that was learned with them: they hold under this surface only. */
  readonly surface?: SurfaceConstants | undefined;
  readonly readings: readonly CalibrationReading[];
  readonly piles: readonly (Misses & { readonly pileId: string; readonly isDoubted: boolean })[];
  /** One standard deviation of its mixtures with white, ΔE00, before and after. */
  readonly spreadBefore: number;
  readonly spreadAfter: number;
};

export type Tube = {
  readonly id: string;
  readonly label: string;
  /** In the order of the label; several are a mixture. */
  readonly colourIndexNames: readonly string[];
  readonly medium: TubeMedium;
  readonly grade: TubeGrade;
  readonly opacity: (typeof TUBE_OPACITIES)[number];
  /** 0 lifts off, 3 stains. */
  readonly staining?: number | undefined;
  readonly granulates?: boolean | undefined;
  readonly lightfastness: (typeof LIGHTFASTNESS_CLASSES)[number];
  readonly hazard: (typeof TUBE_HAZARDS)[number];
  /** Where the maker's own safety sheet is. */
  readonly safetySheet: string;
  /** For the whole tube, in the painter's currency. */
  readonly price?: number | undefined;
  /** Density of the paint; typical of its kind when it is left out. */
  readonly gramsPerMl?: number | undefined;
  readonly volumeMl?: number | undefined;
  readonly stockMl?: number | undefined;
  readonly batch: string;
  /** A day, as 2026-11-23. */
  readonly openedOn?: string | undefined;
  readonly remark: string;
  readonly optics: {
    /** Generic models: one, or several that are blended for a tube that is a mixture. */
    readonly modelIds: readonly string[];
    /** True when the model is that of a look-alike, because the pigment is not known. */
    readonly isLookAlike: boolean;
    readonly calibrations: readonly Calibration[];
  };
  readonly position: number;
  readonly addedAt: number;
  /** Out of the way, but not gone. */
  readonly archivedAt?: number | undefined;
  /** Deleted tubes leave the box; their name stays for the records that hold them. */
  readonly deletedAt?: number | undefined;
};

/** A photo of the tube or of its swatch, kept apart so that reading the box stays quick. */
export type TubePhoto = { readonly tubeId: string; readonly blob: Blob; readonly addedAt: number };
