/** What is said of layers: how thin they are, what they break, what they do. */
import type { LabD65 } from "../core/color/types";
import { lchFromLab } from "../core/color/cieLab";
import { comparedTemperature, stepsText } from "../core/describe/difference";
import { lightnessPerStep } from "../core/describe/valueScale";
import type { Push } from "../core/layers/surround";
import type { Ground } from "../domain/ground/ground";
import { wordOfShare } from "../domain/layers/film";
import type { PaintLayer, Thinner } from "../domain/layers/layering";
import type { LayerFault } from "../domain/layers/mediumRules";
import type { PassageWish } from "../domain/layers/passageAims";
import type { ToneStepKind } from "../domain/layers/toneOrder";
import type { Settings } from "../domain/settings/settings";

export const THINNER_WORDS: Readonly<Record<Thinner, string>> = {
  water: "water",
  medium: "glaze medium",
  solvent: "solvent",
};

/** Thinner than this, it only stains. */
const STAIN = 0.975;
const MOST_RATIO = 10;

export function thinWords(thinnerShare: number): string {
  return thinnerShare >= STAIN ? "a stain" : wordOfShare(thinnerShare);
}

/** "1 part of paint to 9 of water", in drops for who counts drops; more paint than thinner is said the other way round. */
export function ratioWords(
  { thinner, thinnerShare }: Pick<PaintLayer, "thinner" | "thinnerShare">,
  { amountUnit }: Pick<Settings, "amountUnit">,
): string {
  const [one, many] = amountUnit === "drops" ? ["drop", "drops"] : ["part", "parts"];
  if (thinnerShare < 0.005) return "paint as it is";
  const ratio = thinnerShare / (1 - thinnerShare);
  const rounded = (value: number): string =>
    value >= MOST_RATIO ? value.toFixed(0) : value.toFixed(1).replace(/\.0$/, "");
  return ratio >= 1
    ? `1 ${one} of paint to ${rounded(ratio)} of ${THINNER_WORDS[thinner]}`
    : `${rounded(1 / ratio)} ${many} of paint to 1 of ${THINNER_WORDS[thinner]}`;
}

/** "Burnt sienna, thin, 2 passes, dry brush over 35 %". */
export function layerWords(layer: PaintLayer): string {
  const { thinnerShare, passes, coverShare, takenUpShare } = layer;
  return [
    thinWords(thinnerShare),
    ...(passes > 1 ? [`${passes} passes`] : []),
    ...(coverShare < 1 ? [`dry brush over ${Math.round(100 * coverShare)} %`] : []),
    ...(takenUpShare > 0 ? ["into wet paint"] : []),
  ].join(", ");
}

const ABSORBENCY_WORDS: Readonly<Record<NonNullable<Ground["absorbency"]>, string>> = {
  sized: "paint stays on top",
  some: "takes in some paint",
  thirsty: "drinks the first layer: lay it twice",
};

export function groundWords({ name, absorbency, isWet, pickedUpShare }: Ground): string {
  return [
    name,
    ...(isWet ? [`wet, the brush picks up ${Math.round(100 * (pickedUpShare ?? 0))} %`] : []),
    ...(absorbency ? [ABSORBENCY_WORDS[absorbency]] : []),
  ].join(", ");
}

export const LAYER_FAULT_WORDS: Readonly<Record<LayerFault, string>> = {
  "acrylic-over-watered":
    "More water than paint: an acrylic film then binds badly. Thin with acrylic medium instead.",
  "water-in-oil": "Water does not mix with oil paint. Thin with oil medium or solvent.",
  "solvent-in-water-paint": "Solvent does not mix with water paint. Thin with water or with its own medium.",
  "acrylic-over-oil": "Acrylic does not hold on oil paint. Put oil over acrylic, never the other way.",
  "oil-over-water-paint":
    "Oil over water paint sinks in and may come off. Seal it first, or stay in one medium.",
  "lean-over-fat":
    "This layer holds less oil or medium than the one below: it dries first and may crack. Fat over lean.",
  "solvent-alone":
    "So much solvent leaves too little oil to bind. Keep it for the first layer; use medium here.",
  lifts:
    "The layer below comes off under a wet brush. Wait until it is dry, use few strokes, or a staining paint below.",
  "gouache-cracks": "Thick gouache in several passes cracks. Thin it more, or lay fewer passes.",
  "many-washes": "So many washes dull the paper’s light. Mix the colour nearer and lay fewer.",
  "wet-into-nothing": "The ground is dry: there is nothing for the brush to take up.",
};

export const PASSAGE_WORDS: Readonly<Record<PassageWish, string>> = {
  lighter: "lighter",
  darker: "darker",
  warmer: "warmer, same value",
  cooler: "cooler, same value",
  shadow: "its shadow",
  duller: "duller, same value",
  brighter: "brighter, same value",
};

export const TONE_STEP_WORDS: Readonly<
  Record<ToneStepKind, { readonly name: string; readonly why: string }>
> = {
  lightest: { name: "The lightest", why: "It goes over all that is not left as paper." },
  darkest: { name: "The darkest", why: "Now every other value has its two ends to be judged by." },
  "mid-darks": { name: "Middle darks", why: "They hold the drawing together." },
  lights: { name: "The other lights", why: "Laid against the darks, they are not made too strong." },
  mids: { name: "The middles", why: "They close what is left open." },
  final: { name: "Last pass", why: "Look at all of it dry; deepen only what is too weak." },
};

/** A push of less is not seen: L*, and a*, b*. */
const LEAST_PUSH = 0.4;

/** "lighter by a quarter step, duller, cooler"; an estimate. */
export function pushWords(patch: LabD65, push: Push, settings: Pick<Settings, "scale">): string {
  const pushed = [patch[0] + push[0], patch[1] + push[1], patch[2] + push[2]] as unknown as LabD65;
  const [chroma, before] = [lchFromLab(pushed)[1], lchFromLab(patch)[1]];
  const warmth = comparedTemperature(pushed, patch);
  const words = [
    ...(Math.abs(push[0]) >= LEAST_PUSH
      ? [
          Math.abs(push[0]) < lightnessPerStep(settings.scale) / 8
            ? `slightly ${push[0] > 0 ? "lighter" : "darker"}`
            : `${push[0] > 0 ? "lighter" : "darker"} by ${stepsText(push[0], settings.scale)}`,
        ]
      : []),
    ...(Math.abs(chroma - before) >= LEAST_PUSH ? [chroma > before ? "brighter" : "duller"] : []),
    ...(warmth === "as warm" || Math.hypot(push[1], push[2]) < LEAST_PUSH ? [] : [warmth]),
  ];
  return words.length > 0 ? words.join(", ") : "as it is";
}

/** What a layered answer costs beside the wanted colour. */
export function costWords(target: LabD65, reached: LabD65, settings: Pick<Settings, "scale">): string {
  const light = reached[0] - target[0];
  const chroma = lchFromLab(reached)[1] - lchFromLab(target)[1];
  const words = [
    ...(Math.abs(light) >= 1
      ? [`${stepsText(light, settings.scale)} too ${light < 0 ? "dark" : "light"}`]
      : []),
    ...(Math.abs(chroma) >= 2
      ? [`too ${chroma < 0 ? "dull" : "bright"} by C* ${Math.abs(chroma).toFixed(0)}`]
      : []),
  ];
  return words.length > 0 ? words.join(", ") : "nothing in value or chroma";
}
