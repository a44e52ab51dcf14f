/** What an unlabelled tube is, as far as its colour tells. */
import { hueWords } from "../core/describe/huePlaces";
import type { UnknownTube } from "../core/tube/unknownTube";

/** Half a place of the wheel: within it the hue can be named, beyond it only guessed. */
const NAMED_WITHIN = 15;
const CLEAR = 0.85;
const HALF_CLEAR = 0.5;

/** "Blue leaning green in white, give or take 6°; as clear as paints of this hue come." */
export function unknownTubeWords({ hueDegrees, hueDoubtDegrees, clearness }: UnknownTube): string {
  if (hueDegrees === undefined || clearness === undefined)
    return "No hue of its own: a black, a white or a grey.";
  const hue = hueWords(hueDegrees);
  const doubt = `give or take ${Math.max(1, Math.round(hueDoubtDegrees))}°`;
  const sure =
    hueDoubtDegrees <= NAMED_WITHIN
      ? `${capitalized(hue)} in white, ${doubt}`
      : `Perhaps ${hue} in white, ${doubt}: a reading in white would tell more`;
  return `${sure}. ${clearWords(clearness)}`;
}

function clearWords(clearness: number): string {
  if (clearness >= CLEAR) return "As clear as paints of this hue come.";
  const percent = Math.round(100 * clearness);
  return clearness >= HALF_CLEAR
    ? `Somewhat dull: ${percent}\u00a0% of the chroma that paints of this hue come to.`
    : `Dull: ${percent}\u00a0% of the chroma that paints of this hue come to.`;
}

function capitalized(text: string): string {
  return text.slice(0, 1).toUpperCase() + text.slice(1);
}
