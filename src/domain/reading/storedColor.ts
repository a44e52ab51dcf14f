/** A colour as it is kept: with its space, its light, where it came from and how sure it is. */
import { type LabD65, labD65 } from "../../core/color/types";

export const COLOR_SOURCES = [
  "measured",
  "by-eye",
  "picture",
  "typed",
  "file",
  "predicted",
  "generic",
] as const;
export const COLOR_LIGHTS = ["D65", "D50", "A", "F2", "F11"] as const;

export const COLOR_AXES = ["value", "chroma", "hue"] as const;
export type ColorAxis = (typeof COLOR_AXES)[number];

/** Specular component included or excluded, as instruments say. */
export const GLOSS_MODES = ["included", "excluded"] as const;

export type StoredColor = {
  readonly space: "cielab-2deg";
  readonly light: (typeof COLOR_LIGHTS)[number];
  /** L* in [0, 100]; a*, b* within what any paint or screen can have. */
  readonly lab: readonly [number, number, number];
  readonly source: (typeof COLOR_SOURCES)[number];
  /** One standard deviation of the colour itself, ΔE00. */
  readonly uncertaintyDeltaE2000: number;
  /** Axes of which an eye said nothing: they hold what was predicted, and teach nothing. */
  readonly silent?: readonly ColorAxis[] | undefined;
  /** Axes that were judged under a handicap, such as a hue beside another value: their doubt is doubled. */
  readonly faint?: readonly ColorAxis[] | undefined;
  /** Of an instrument: whether the mirror reflection was part of what it saw. */
  readonly gloss?: (typeof GLOSS_MODES)[number] | undefined;
};

export function storedFromLab(
  lab: LabD65,
  source: StoredColor["source"],
  uncertaintyDeltaE2000: number,
  silent: readonly ColorAxis[] = [],
): StoredColor {
  return {
    space: "cielab-2deg",
    light: "D65",
    lab: [lab[0], lab[1], lab[2]],
    source,
    uncertaintyDeltaE2000,
    ...(silent.length > 0 && { silent: [...silent] }),
  };
}

/** Only daylight colours are kept so far. Throws a RangeError for another light, so that none is taken for daylight. */
export function labFromStored(color: StoredColor): LabD65 {
  if (color.light !== "D65") throw new RangeError(`A colour under ${color.light} is not one under D65`);
  return labD65(...color.lab);
}
