/** What an addition does, in studio words. */
import type { Addition } from "../core/correct/nextAddition";
import { stepsText } from "../core/describe/difference";
import type { ValueScale } from "../core/describe/valueScale";
import type { Settings } from "../domain/settings/settings";
import type { Tube } from "../domain/tube/tube";
import { doseWords, handWords, tubeName } from "./doses";
import { andWords } from "./lists";

/** By what means an addition works. */
const MEANS: Readonly<Record<Addition["kind"], string>> = {
  white: "white",
  "white-plus": "white and another tube",
  complement: "the opposite hue",
  neighbour: "a neighbouring hue",
  "own-grey": "a grey",
  dark: "a dark, dull tube",
  "family-shade": "a darker tube of its own family",
  water: "water, which lets the paper through,",
  joint: "a mixture of several",
};

/** Changes smaller than this are not worth a word: L*, C* and ΔH*. */
const NOTICED = { lightness: 1, chroma: 1.5, hue: 1.5 } as const;

/** "a grey quiets it and leaves the value": only what the change really does is said. */
export function whyWords({ kind, change }: Pick<Addition, "kind" | "change">): string {
  const { deltaLightness, deltaChroma, deltaHue } = change;
  const does = [
    deltaLightness >= NOTICED.lightness ? "lifts it" : "",
    deltaLightness <= -NOTICED.lightness ? "brings it down" : "",
    deltaChroma <= -NOTICED.chroma ? "quiets it" : "",
    deltaChroma >= NOTICED.chroma ? "brightens it" : "",
    Math.abs(deltaHue) >= NOTICED.hue ? "turns its hue" : "",
    Math.abs(deltaLightness) < NOTICED.lightness && kind === "own-grey" ? "leaves the value" : "",
  ].filter((text) => text !== "");
  const [last, ...others] = does.reverse();
  if (last === undefined) return `${MEANS[kind]} hardly moves it`;
  return `${MEANS[kind]} ${others.length > 0 ? `${others.reverse().join(", ")} and ` : ""}${last}`;
}

/** "a quarter step darker, duller by C* 3, towards red". */
export function moveWords({ change }: Pick<Addition, "change">, scale: ValueScale): string {
  const { deltaLightness, deltaChroma, deltaHue, hueDown, hueUp } = change;
  const words = [
    Math.abs(deltaLightness) >= NOTICED.lightness
      ? `${stepsText(deltaLightness, scale)} ${deltaLightness > 0 ? "lighter" : "darker"}`
      : "",
    Math.abs(deltaChroma) >= NOTICED.chroma
      ? `${deltaChroma > 0 ? "brighter" : "duller"} by C* ${Math.abs(deltaChroma).toFixed(0)}`
      : "",
    Math.abs(deltaHue) >= NOTICED.hue ? `towards ${deltaHue > 0 ? hueUp : hueDown}` : "",
  ].filter((text) => text !== "");
  return words.length > 0 ? words.join(", ") : "hardly moves it";
}

/** The chance of going past the target, as a painter counts. */
export function riskWords({
  crossingRisk,
  isSafe,
  share,
}: Pick<Addition, "crossingRisk" | "isSafe" | "share">): string {
  const dose =
    share < 0.97 ? `${Math.round(100 * share)} % of the whole dose, the rest after the next look; ` : "";
  if (isSafe) return `${dose}will hardly go past it`;
  return `${dose}goes past it in ${Math.max(1, Math.round(10 * crossingRisk))} of 10 cases`;
}

export function growthWords({ growth }: Pick<Addition, "growth">): string {
  const percent = Math.round(100 * (growth - 1));
  return percent < 1 ? "the pile hardly grows" : `the pile grows by ${percent} %`;
}

/** "3 touches Raw umber and 2 specks of 1 Prussian blue in 9 Titanium white". @param wholeParts - of the pile. */
export function additionWords(
  addition: Addition,
  tubeIds: readonly string[],
  tubeById: ReadonlyMap<string, Tube>,
  settings: Settings,
  wholeParts: number,
): string {
  return andWords(
    addition.parts.map(({ tube, volume, thinned }) => {
      const tubeId = tubeIds[tube] ?? "";
      if (!thinned) return doseWords([{ tubeId, parts: volume }], tubeById, settings, wholeParts).join("");
      const amount = handWords(volume, settings, { wholeParts, tube: tubeById.get(tubeId) });
      const carrier = tubeName(tubeById.get(tubeIds[thinned.carrier] ?? ""));
      return `${amount} of 1 ${tubeName(tubeById.get(tubeId))} thinned in ${thinned.carrierParts} ${carrier}`;
    }),
  );
}
