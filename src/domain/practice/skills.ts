/** Skills: an axis, asked about colours of one part of colour space. */
import { lchFromLab } from "../../core/color/cieLab";
import type { LabD65 } from "../../core/color/types";
import { NEUTRAL_CHROMA } from "../../core/describe/chromaWords";
import { type HueName, readHue } from "../../core/describe/huePlaces";
import type { SkillAxis } from "./practice";

export const HUE_REGIONS = ["red", "orange", "yellow", "green", "blue", "violet", "grey"] as const;
export type HueRegion = (typeof HUE_REGIONS)[number];
export const VALUE_REGIONS = ["dark", "middle", "light"] as const;
export type ValueRegion = (typeof VALUE_REGIONS)[number];
export const CHROMA_REGIONS = ["dull", "bright"] as const;
export type ChromaRegion = (typeof CHROMA_REGIONS)[number];

export type Region = {
  readonly hue: HueRegion;
  readonly value: ValueRegion;
  readonly chroma: ChromaRegion;
};

const DARK_BELOW = 38;
const LIGHT_FROM = 65;
const BRIGHT_FROM = 25;

export function regionOf(lab: LabD65): Region {
  const [lightness, chroma, hue] = lchFromLab(lab);
  const name = readHue(hue).place.name;
  return {
    hue: chroma < NEUTRAL_CHROMA ? "grey" : (FAMILY[name] ?? "grey"),
    value: lightness < DARK_BELOW ? "dark" : lightness < LIGHT_FROM ? "middle" : "light",
    chroma: chroma < BRIGHT_FROM ? "dull" : "bright",
  };
}

/** Places between two families belong to the one in which painters look for their tube. */
const FAMILY: Readonly<Record<string, HueName>> = {
  red: "red",
  "red-orange": "orange",
  orange: "orange",
  "yellow-orange": "yellow",
  yellow: "yellow",
  "yellow-green": "green",
  green: "green",
  "blue-green": "blue",
  blue: "blue",
  "blue-violet": "violet",
  violet: "violet",
  "red-violet": "red",
};

/** "value red dark dull": as it is counted. */
export function skillKey(axis: SkillAxis, lab: LabD65): string {
  const { hue, value, chroma } = regionOf(lab);
  return `${axis} ${hue} ${value} ${chroma}`;
}
