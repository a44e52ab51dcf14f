/** One thing changed on purpose: which way, how far, and in which order its ways are shown. */
import { hueDifferenceDegrees, lchFromLab } from "../../../core/color/cieLab";
import type { LabD65 } from "../../../core/color/types";
import { type AdditionKind, additionKind } from "../../../core/correct/additionKind";
import type { Corrector } from "../../../core/correct/correctors";
import { HUE_PLACES, readHue } from "../../../core/describe/huePlaces";
import { labOfAdditions } from "../../../domain/mixture/color";
import type { Dose } from "../../../domain/pile/pile";
import type { School } from "../../../domain/school/school";
import { isBlackTube } from "../../../domain/tube/kinds";
import type { Tube } from "../../../domain/tube/tube";

export const MOVES = ["lighter", "darker", "duller", "brighter", "hue", "grey"] as const;
export type Move = (typeof MOVES)[number];

export const STEPS = ["half", "whole"] as const;
export type StepSize = (typeof STEPS)[number];

/** How far a whole step goes in chroma and hue, C*ab and ΔH*; in value it is one of the painter's scale. */
const CHROMA_STEP = 12;
const HUE_STEP = 10;
/** Nearer to a hue than this, degrees, there is no way to go. */
const THERE_DEGREES = 4;

export const HUE_NAMES: readonly string[] = HUE_PLACES.map(({ name }) => name);

/** What is asked of the engine; undefined for a hue that is there already. */
export function wayOf(
  move: Exclude<Move, "grey">,
  size: StepSize,
  now: LabD65,
  hueName: string,
  /** One step of the painter's scale, L*. */
  perStep: number,
): { readonly axis: "value" | "chroma" | "hue"; readonly change: number } | undefined {
  const steps = size === "half" ? 1 / 2 : 1;
  switch (move) {
    case "lighter":
      return { axis: "value", change: perStep * steps };
    case "darker":
      return { axis: "value", change: -perStep * steps };
    case "duller":
      return { axis: "chroma", change: -CHROMA_STEP * steps };
    case "brighter":
      return { axis: "chroma", change: CHROMA_STEP * steps };
    case "hue": {
      const wanted = HUE_PLACES.find(({ name }) => name === hueName)?.centreDegrees ?? 0;
      const turn = hueDifferenceDegrees(lchFromLab(now)[2], wanted);
      return Math.abs(turn) < THERE_DEGREES
        ? undefined
        : { axis: "hue", change: Math.sign(turn) * HUE_STEP * steps };
    }
  }
}

/** Yellow turns green when it is darkened with blue or black: whoever darkens one is to know with which. */
export function isYellow(lab: LabD65): boolean {
  const [, chroma, hue] = lchFromLab(lab);
  return chroma >= LEAST_YELLOW && readHue(hue).place.name.includes("yellow");
}

const LEAST_YELLOW = 12;

export type Way = {
  readonly way: Corrector;
  readonly kind: AdditionKind;
  readonly parts: readonly Dose[];
};

/** By which of the painters' means an addition works. */
export function kindOf(now: LabD65, parts: Way["parts"], tubeById: ReadonlyMap<string, Tube>): AdditionKind {
  const labs = parts
    .map(({ tubeId }) => labOfAdditions([{ tubeId, parts: 1 }], tubeById))
    .filter((lab) => lab !== undefined);
  return additionKind(now, labs, labOfAdditions(parts, tubeById) ?? now);
}

/** Reds are darkened, and colours dulled, by what the school reaches for first; else the least side effect leads. */
export function inTaste(
  ways: readonly Way[],
  now: LabD65,
  move: Move,
  school: School,
  tubeById: ReadonlyMap<string, Tube>,
): Way[] {
  const isRed = RED_HUES.some(([from, to]) => lchFromLab(now)[2] >= from && lchFromLab(now)[2] <= to);
  const wish =
    move === "duller" ? school.dullWith : move === "darker" && isRed ? school.darkenReds : undefined;
  if (!wish) return [...ways];
  const isWished = ({ parts, kind }: Way): boolean => {
    switch (wish) {
      case "complement":
        return kind === "complement";
      case "grey":
        return kind === "own-grey";
      case "earth":
        return kind === "dark" || kind === "family-shade";
      case "dark-red":
        return kind === "family-shade";
      case "black":
        return parts.every(({ tubeId }) => {
          const tube = tubeById.get(tubeId);
          return tube !== undefined && isBlackTube(tube);
        });
    }
  };
  return [...ways.filter(isWished), ...ways.filter((way) => !isWished(way))];
}

/** Degrees of hue that painters call red. */
const RED_HUES = [
  [0, 45],
  [345, 360],
] as const;
