/** Palettes in words: what is reached and by how much not, where pairs go, what a tube is there for. */
import { deltaE2000 } from "../core/color/ciede2000";
import { lchFromLab } from "../core/color/cieLab";
import type { LabD65 } from "../core/color/types";
import { NEUTRAL_CHROMA } from "../core/describe/chromaWords";
import { differenceWords, missWords, WORKING_TOLERANCE } from "../core/describe/difference";
import { hueWords } from "../core/describe/huePlaces";
import { valueText } from "../core/describe/valueScale";
import type { MixturePath } from "../core/palette/mixturePath";
import { REACHED } from "../core/reach/reached";
import type { Settings } from "../domain/settings/settings";
import { describeLab } from "./colors";

/** Up to this ΔE00 a miss is seen only side by side. */
export const EDGE = 3;

export type Standing = "within" | "at the edge" | "outside";

export function standingOf(missDeltaE2000: number): Standing {
  return missDeltaE2000 <= REACHED ? "within" : missDeltaE2000 <= EDGE ? "at the edge" : "outside";
}

/** "within", or "outside by ΔE 6.1: half a step too dark, much too dull". */
export function reachWords(target: LabD65, nearest: LabD65, settings: Settings): string {
  const miss = deltaE2000(target, nearest);
  const standing = standingOf(miss);
  if (standing === "within") return "within";
  const ways = missWords(differenceWords(target, nearest, WORKING_TOLERANCE, settings.scale));
  return `${standing}, ΔE ${miss.toFixed(1)}${ways.length > 0 ? `: ${ways.join(", ")}` : ""}`;
}

/** Which way a near-neutral leans: "leans blue (1.2)", or that no lean is to be seen. */
export function leanWords(lab: LabD65): string {
  const [, chroma, hue] = lchFromLab(lab);
  return chroma < 0.5 ? "no lean to be seen" : `leans ${hueWords(hue)} (${chroma.toFixed(1)})`;
}

/** Share of the second paint of a path in percent, with the digits that matter near either end. */
export function shareText(share: number): string {
  const percent = 100 * share;
  const rest = 100 - percent;
  if (percent > 0 && percent < 10) return `${Number(percent.toPrecision(2))} %`;
  if (rest > 0 && rest < 10) return `${Number((100 - Number(rest.toPrecision(2))).toFixed(4))} %`;
  return `${Math.round(percent)} %`;
}

/** The whole way in words. */
export function pathSentences(
  path: MixturePath,
  names: readonly [string, string],
  settings: Settings,
): readonly string[] {
  const { dullest, events } = path;
  const sentences = events.map((event): string => {
    const at = `at ${shareText(event.share)} of ${names[1]}`;
    switch (event.kind) {
      case "grey":
        return `${capital(at)} it turns grey`;
      case "leaves-grey":
        return `${capital(at)} it leaves grey`;
      case "brown":
        return `${capital(at)} it turns brown`;
      case "leaves-brown":
        return `${capital(at)} it is brown no more`;
      case "hue":
        return `${capital(at)} it becomes ${event.place.name}`;
      case "flip":
        return `${capital(at)} the hue flips to the other side`;
    }
  });
  const [, chroma] = lchFromLab(dullest.lab);
  return [
    ...sentences.map((sentence) => `${sentence}.`),
    isInside(dullest)
      ? `Dullest at ${shareText(dullest.share)} of ${names[1]}, chroma ${chroma.toFixed(1)}: ${describeLab(dullest.lab, settings).sentence}.`
      : "No mixture on the way is duller than the duller of the two.",
  ];
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** "2 parts Cobalt blue to 1 of Burnt sienna, 4 of white": shares as parts of the smallest. */
export function partsText(parts: readonly { readonly name: string; readonly share: number }[]): string {
  const held = parts.filter(({ share }) => share > 0);
  const least = Math.min(...held.map(({ share }) => share));
  return held.map(({ name, share }) => `${partsNumber(share / least)} ${name}`).join(" : ");
}

function partsNumber(parts: number): string {
  return parts >= 10 ? String(Math.round(parts)) : String(Number(parts.toFixed(1)));
}

/** "value 3½, chroma 42". */
export function valueChromaText(lab: LabD65, settings: Settings): string {
  return `value ${valueText(lab[0], settings.scale)}, chroma ${Math.round(lchFromLab(lab)[1])}`;
}

/** Degrees by which a hue turned, in words; nothing for what no eye sees. */
export function turnWords(lab: LabD65, turnDegrees: number): string {
  const [, chroma, hue] = lchFromLab(lab);
  if (chroma < NEUTRAL_CHROMA) return "the hue is hardly seen";
  if (Math.abs(turnDegrees) < 4) return "the hue stays";
  const towards = hueWords(hue);
  return `the hue turns ${Math.round(Math.abs(turnDegrees))}°, to ${towards}`;
}

/** Whether a point of a path is a mixture rather than one of its ends. */
export function isInside({ share }: MixturePath["dullest"]): boolean {
  return share > 0.0005 && share < 0.9995;
}
