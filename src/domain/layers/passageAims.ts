/** What a painter wants of a passage that is there already, as a colour to reach. */
import { labFromLch, lchFromLab } from "../../core/color/cieLab";
import { labD65, lchUnder, type LabD65 } from "../../core/color/types";

export const PASSAGE_WISHES = [
  "lighter",
  "darker",
  "warmer",
  "cooler",
  "shadow",
  "duller",
  "brighter",
] as const;
export type PassageWish = (typeof PASSAGE_WISHES)[number];

/** One step on the value scale of ten. */
const STEP = 10;
/** A change of temperature that is seen, in a*, b*. */
const WARMTH = 9;
/** Warm lies towards orange, cool towards blue, degrees of the hue circle of CIELAB. */
const WARM_HUE = 60;
const CHROMA_CHANGE = 0.35;
/** A shadow keeps so much of the value and of the chroma of the local colour. */
const SHADOW = { lightness: 0.6, chroma: 0.85 } as const;

export function passageAim(base: LabD65, wish: PassageWish): LabD65 {
  const [l, c, h] = lchFromLab(base);
  const turned = (size: number): LabD65 => {
    const radians = (WARM_HUE * Math.PI) / 180;
    return labD65(l, base[1] + size * Math.cos(radians), base[2] + size * Math.sin(radians));
  };
  const within = (lightness: number): number => Math.min(98, Math.max(3, lightness));
  switch (wish) {
    case "lighter":
      return labD65(within(l + STEP), base[1], base[2]);
    case "darker":
      return labD65(within(l - STEP), base[1], base[2]);
    case "warmer":
      return turned(WARMTH);
    case "cooler":
      return turned(-WARMTH);
    case "shadow":
      return labFromLch(lchUnder<"D65">(within(SHADOW.lightness * l), SHADOW.chroma * c, h));
    case "duller":
      return labFromLch(lchUnder<"D65">(l, (1 - CHROMA_CHANGE) * c, h));
    case "brighter":
      return labFromLch(lchUnder<"D65">(l, (1 + CHROMA_CHANGE) * c, h));
  }
}
