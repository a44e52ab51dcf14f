/** Ways of looking at the picture, with their words, keys and settings. */
import { HUE_PLACES } from "../../core/describe/huePlaces";
import type { PictureLook } from "../../workers/pictureApi";

export type LookName = PictureLook["kind"];

export type LookSettings = {
  readonly liftStops: number;
  readonly steps: number;
  readonly squint: SquintName;
  readonly darkest: number;
  readonly lightest: number;
  readonly huePlace: number;
  readonly toleranceDeltaE2000: number;
};

/** Block of the squint as a share of the longer side. */
export const SQUINTS = { little: 0.012, half: 0.025, far: 0.05 } as const;
export type SquintName = keyof typeof SQUINTS;

export const USUAL_LOOKS: LookSettings = {
  liftStops: 0,
  steps: 5,
  squint: "half",
  darkest: 0,
  lightest: 35,
  huePlace: HUE_PLACES.findIndex(({ name }) => name === "blue-green"),
  toleranceDeltaE2000: 3,
};

/** `held` is what the hold key's button says. */
export const LOOKS = [
  { name: "picture", words: "as it is", key: undefined },
  { name: "grey", words: "grey", key: "g" },
  { name: "steps", words: "steps", key: "v" },
  { name: "squint", words: "squint", key: "b" },
  { name: "values", words: "one value band", key: "i" },
  { name: "hue", words: "one hue family", key: "h" },
  { name: "palette", words: "through palette", key: "p" },
  { name: "reach", words: "out of reach", key: "u" },
  { name: "photographed", words: "as photographed", key: "o" },
] as const satisfies readonly { name: LookName; words: string; key: string | undefined }[];

export function lookOf(name: LookName, settings: LookSettings): PictureLook {
  switch (name) {
    case "picture":
    case "photographed":
    case "palette":
      return { kind: name };
    case "grey":
      return { kind: name, liftStops: settings.liftStops };
    case "steps":
      return { kind: name, steps: settings.steps };
    case "squint":
      return { kind: name, blockShare: SQUINTS[settings.squint] };
    case "values":
      return { kind: name, darkest: settings.darkest, lightest: settings.lightest };
    case "hue":
      return { kind: name, place: settings.huePlace };
    case "reach":
      return { kind: name, toleranceDeltaE2000: settings.toleranceDeltaE2000 };
  }
}

export function needsPalette(name: LookName): boolean {
  return name === "palette" || name === "reach";
}
