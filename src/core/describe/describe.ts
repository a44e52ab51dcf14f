/** A colour in a painter's words: hue and lean, value on their scale, chroma as word and number. */
import { lchFromLab } from "../color/cieLab";
import type { LabD65 } from "../color/types";
import { type ChromaVocabulary, chromaWord, NEUTRAL_CHROMA } from "./chromaWords";
import { hueWords, readHue } from "./huePlaces";
import { type ValueScale, valueText } from "./valueScale";
import { areFinite } from "../numbers";

export type DescribeStyle = { readonly scale: ValueScale; readonly vocabulary: ChromaVocabulary };

export type ColorDescription = {
  /** "blue leaning green", "grey leaning violet", "near black". */
  readonly hue: string;
  /** "4¾". */
  readonly value: string;
  readonly chromaWord: string;
  /** C*ab as a whole number. */
  readonly chromaNumber: number;
  /** All of it: "blue leaning green, value 4¾, dull (17)". */
  readonly sentence: string;
};

/** Below this chroma not even a lean can be told. */
const NO_LEAN_CHROMA = 1.5;
const NEAR_BLACK_LIGHTNESS = 30;
const NEAR_WHITE_LIGHTNESS = 92;

/** @throws RangeError unless the colour has three finite numbers. */
export function describeColor(lab: LabD65, style: DescribeStyle): ColorDescription {
  if (!areFinite(lab)) throw new RangeError(`A colour needs three finite numbers, got ${lab.join(", ")}`);
  const [lightness, chroma, hueDegrees] = lchFromLab(lab);
  const hue = chroma < NEUTRAL_CHROMA ? neutralWords(lightness, chroma, hueDegrees) : hueWords(hueDegrees);
  const value = valueText(lightness, style.scale);
  const word = chromaWord(chroma, style.vocabulary);
  const chromaNumber = Math.round(chroma);
  return {
    hue,
    value,
    chromaWord: word,
    chromaNumber,
    sentence: `${hue}, value ${value}, ${word} (${chromaNumber})`,
  };
}

function neutralWords(lightness: number, chroma: number, hueDegrees: number): string {
  const base =
    lightness < NEAR_BLACK_LIGHTNESS
      ? "near black"
      : lightness > NEAR_WHITE_LIGHTNESS
        ? "near white"
        : "grey";
  return chroma < NO_LEAN_CHROMA ? base : `${base} leaning ${readHue(hueDegrees).place.name}`;
}
