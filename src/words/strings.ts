/** What is said of strings: their ways, their members, what is wrong with them. */
import type { SheetFault } from "../core/picture/squaredSheet";
import { differenceWords, missWords, stepsText, WORKING_TOLERANCE } from "../core/describe/difference";
import type { LabD65 } from "../core/color/types";
import { readHue } from "../core/describe/huePlaces";
import { hueDifferenceDegrees, lchFromLab } from "../core/color/cieLab";
import { lightnessPerStep, valueText } from "../core/describe/valueScale";
import type { ChromaRule, DarkenWay, LightenWay } from "../core/strings/types";
import type { RecipeDilution } from "../domain/pile/pile";
import type { Settings } from "../domain/settings/settings";
import type { GridTubes } from "../domain/strings/grid";
import {
  type CellDilution,
  type CellFault,
  type GridCell,
  type GridColumn,
  PARENT_ID,
} from "../domain/strings/gridPlan";
import type { RowFault } from "../domain/strings/rows";
import type { CellState } from "../domain/strings/cellState";
import type { Tube } from "../domain/tube/tube";
import { exactBeside, handWords, tubeName } from "./doses";

/** A choice, and in one sentence why a painter takes it. */
type Way<T extends string> = { readonly value: T; readonly label: string; readonly why: string };

export const LIGHTEN_WORDS: readonly Way<LightenWay>[] = [
  { value: "white", label: "white", why: "White is quick; it cools a warm colour and takes chroma away." },
  {
    value: "warm-white",
    label: "white with a warm tube",
    why: "A warm tube beside the white keeps the lights from turning chalky.",
  },
  {
    value: "lighter-tube",
    label: "the nearest lighter tube",
    why: "A lighter tube of the same side keeps the chroma that white takes; the hue leans towards it.",
  },
  { value: "water", label: "water", why: "Thinned paint over paper: the paper is the white." },
];

export const DARKEN_WORDS: readonly Way<DarkenWay>[] = [
  { value: "family", label: "its family’s shade", why: "The darker tube that turns the hue least." },
  {
    value: "complement",
    label: "its opposite",
    why: "The opposite keeps shadows alive and greys them on the way.",
  },
  { value: "black", label: "black", why: "Black is sure and quick; it turns a yellow green." },
  { value: "dark", label: "the darkest tube", why: "One dark for all strings ties the shadows together." },
];

export const CHROMA_RULE_WORDS: readonly Way<ChromaRule>[] = [
  {
    value: "arc",
    label: "a bow",
    why: "The local colour is the brightest; light and shadow fall off, as on a real thing.",
  },
  {
    value: "vivid",
    label: "as bright as can be",
    why: "Start strong, and dull on the painting where it is wanted.",
  },
  {
    value: "even",
    label: "one chroma",
    why: "Every step as bright as the local colour, where the tubes allow it.",
  },
  {
    value: "neutral",
    label: "neutral",
    why: "Greys of the same values: they dull any pile of their row without changing its light.",
  },
  {
    value: "seen",
    label: "as it was seen",
    why: "Through the light and the shadow that were read in the picture.",
  },
];

export const GRID_TUBES_WORDS: Readonly<Record<GridTubes, string>> = {
  "without-black": "without black",
  palette: "this palette",
  box: "the whole box",
};

export const CELL_STATE_WORDS: Readonly<Record<CellState, string>> = {
  planned: "planned",
  laid: "laid",
  read: "read",
  kept: "kept",
  "dry-checked": "dry checked",
  "used-up": "used up",
};

/** "Rust, value 5". */
export function memberName(stringName: string, row: number, { scale }: Settings): string {
  return `${stringName}, value ${valueText(row, scale)}`;
}

export function parentName(stringName: string): string {
  return `${stringName}, the parent`;
}

/** "2 parts Burnt umber", one for each dose; the parent by its string's name. */
export function cellDoseWords(
  { amounts, dilutions }: Pick<GridCell, "amounts" | "dilutions">,
  stringName: string,
  wholeParts: number,
  tubeById: ReadonlyMap<string, Tube>,
  settings: Settings,
): readonly string[] {
  const amount = (parts: number, tube: Tube | undefined): string => {
    const exact = exactBeside(parts, settings);
    return `${handWords(parts, settings, { tube, wholeParts })}${exact === undefined ? "" : ` (${exact})`}`;
  };
  return [
    ...amounts.map(({ tubeId, parts }) => {
      const tube = tubeById.get(tubeId);
      const what = tubeId === PARENT_ID ? parentName(stringName) : tubeName(tube);
      return `${amount(parts, tube)} ${what}`;
    }),
    ...dilutions.map(
      ({ tubeId, dose }) =>
        `${amount(dose, tubeById.get(tubeId))} ${tubeName(tubeById.get(tubeId))}, thinned`,
    ),
  ];
}

/** How a tube is thinned, and how much of that goes in. */
export function thinningWords(
  { tubeId, carrierId, carrierParts, dose }: RecipeDilution | CellDilution,
  tubeById: ReadonlyMap<string, Tube>,
  settings: Settings,
): string {
  const tube = tubeById.get(tubeId);
  return `1 part ${tubeName(tube)} into ${carrierParts} parts ${tubeName(tubeById.get(carrierId))}; ${handWords(dose, settings, { tube })} of that go in.`;
}

/** What a member misses, in steps, degrees and chroma: "a quarter step darker, 3° towards yellow". */
export function memberMissWords(cell: GridCell, family: number, { scale }: Settings): string {
  const { lightness, chroma, hueDegrees } = cell.miss;
  const words = [
    Math.abs(lightness) >= lightnessPerStep(scale) / 8
      ? `${stepsText(lightness, scale)} ${lightness > 0 ? "lighter" : "darker"}`
      : undefined,
    hueDegrees !== undefined && Math.abs(hueDegrees) >= 3
      ? `${Math.round(Math.abs(hueDegrees))}° ${towards(family, hueDegrees)}`
      : undefined,
    Math.abs(chroma) >= 1.5
      ? `chroma ${Math.abs(chroma).toFixed(0)} ${chroma > 0 ? "more" : "less"}`
      : undefined,
    // From a grey every hue is a step outwards: which one, the family does not say.
    hueDegrees === undefined && chroma >= 1.5
      ? `towards ${readHue(lchFromLab(cell.predicted)[2]).place.name}`
      : undefined,
  ].filter((one) => one !== undefined);
  return words.length === 0 ? "as planned" : words.join(", ");
}

function towards(family: number, degrees: number): string {
  const { place } = readHue(family);
  return `towards ${degrees > 0 ? place.leanUp : place.leanDown}`;
}

export function faultWords(
  fault: CellFault,
  names: ReadonlyMap<string, string>,
  columns: readonly GridColumn[],
  settings: Settings,
): string {
  const { cell } = fault;
  const name = memberName(names.get(cell.stringId) ?? "", cell.row, settings);
  const { scale } = settings;
  switch (fault.kind) {
    case "out-of-reach":
      return `${name} is out of reach: the nearest is ${valueText(cell.predicted[0], scale)}.`;
    case "too-close":
      return `${name} and ${valueText(fault.darker.row, scale)} come out too close to tell apart: one pile does for both.`;
    case "value":
    case "hue":
    case "chroma": {
      const local = columns.find(({ stringId }) => stringId === cell.stringId)?.local;
      const family = local ? lchFromLab(local)[2] : 0;
      return `${name}: ${memberMissWords(cell, family, settings)}.`;
    }
  }
}

export function rowFaultWords({ kind, lighter, darker }: RowFault, { scale }: Settings): string {
  const [from, to] = [valueText(lighter, scale), valueText(darker, scale)];
  return kind === "gap"
    ? `There is a gap between ${from} and ${to}.`
    : `${from} and ${to} are too close to tell apart.`;
}

/** How one cell is beside another of its row: "warmer" has no place without the other. */
export function besideWords(cell: GridCell, other: GridCell): string {
  const [, chroma, hue] = lchFromLab(cell.predicted);
  const [, otherChroma, otherHue] = lchFromLab(other.predicted);
  const turn = hueDifferenceDegrees(hue, otherHue);
  const strength =
    Math.abs(otherChroma - chroma) < 2 ? "as bright" : otherChroma > chroma ? "brighter" : "duller";
  if (Math.min(chroma, otherChroma) < 4) return strength;
  return Math.abs(turn) < 4 ? `${strength}, of the same hue` : `${strength}, its hue ${towards(hue, turn)}`;
}

/** What a pile is too much of for a target: "slightly too dull"; that it will do where nothing is off. */
export function lackWords(target: LabD65, pile: LabD65, { scale }: Settings): string {
  const words = missWords(differenceWords(target, pile, WORKING_TOLERANCE, scale));
  return words.length === 0 ? "it will do" : words.join(", ");
}

/** Why a photo of the palette was not read. */
export function laidFaultWords({ code }: SheetFault): string {
  switch (code) {
    case "dark-paper":
      return "The photo is too dark to read. Take it again in daylight.";
    case "no-card":
      return "Nothing can be judged by this card, or by these piles. Put the mark onto the card, or go without.";
    case "no-sheet":
      return "These corners are no palette of two rows and two columns, or too much of the board is hidden. Put each on the middle of an outermost pile.";
  }
}
