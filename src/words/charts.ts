/** What is said of charts: their kinds, their cells, what is missing. */
import type { LabD65 } from "../core/color/types";
import { comparedTemperature, WORKING_TOLERANCE } from "../core/describe/difference";
import { comparisonWords } from "../core/describe/comparison";
import type { SheetFault } from "../core/picture/squaredSheet";
import type { TableFault } from "../domain/charts/chartTable";
import type { ChartFault } from "../domain/charts/chartRequest";
import { type ChartDose, CHART_WATER } from "../domain/charts/chartDoses";
import type { SheetCell } from "../domain/charts/sheetTypes";
import type { ChartBalance, ChartKind, TintRule } from "../domain/charts/chart";
import type { Tube } from "../domain/tube/tube";
import { isWhiteTube } from "../domain/tube/kinds";
import { WATER } from "../domain/tube/water";
import type { Settings } from "../domain/settings/settings";
import { exactBeside, handWords, tubeName } from "./doses";

export const CHART_KIND_WORDS: Readonly<Record<ChartKind, { readonly label: string; readonly why: string }>> =
  {
    crossings: { label: "crossings", why: "Each tube with each other: which two give that?" },
    ratios: { label: "ratios and white", why: "Two tubes in five ratios, each lightened step by step." },
    tints: { label: "tints", why: "Each tube with more and more white." },
    washes: { label: "washes", why: "Each tube with more and more water." },
    wheel: { label: "wheel of three", why: "Twelve places from three tubes, lightened and dulled." },
    dulled: { label: "dulled primaries", why: "Each of three with the mixture of the other two." },
    greys: { label: "greys", why: "Pairs that make a grey, from warm to cool, with their tints." },
    films: { label: "films", why: "Each tube thin, middle and full over white, grey and black." },
    drift: { label: "drifting ladder", why: "Small additions of a second tube, then of a third." },
    "stand-ins": { label: "stand-ins", why: "What a few tubes mix in place of others." },
    hue: { label: "one hue", why: "All values and chromas of one hue that your tubes reach." },
    own: { label: "own cells", why: "Mixtures that are written down: your piles, or a sheet that teaches." },
  };

export const BALANCE_WORDS: Readonly<Record<ChartBalance, string>> = {
  strength: "as much colour of each",
  parts: "as much paint of each",
};

export const TINT_RULE_WORDS: Readonly<Record<TintRule, string>> = {
  white: "the same white in a row",
  value: "the same value in a row",
};

/**
 * "1 part Arylide yellow", "a touch (0.06) Prussian blue": of the colour of which most goes in, one part.
 *
 * @param tubes - by the places of the doses.
 */
export function cellDoses(cell: SheetCell, tubes: readonly Tube[], settings: Settings): readonly string[] {
  return amountsOf(cell, tubes).map(({ amount, name }) => {
    const exact = exactBeside(amount, settings);
    return `${handWords(amount, settings)}${exact ? ` (${exact})` : ""} ${name}`;
  });
}

/** "0.065 Prussian blue", where there is room for little: parts by volume. */
export function cellFigures(cell: SheetCell, tubes: readonly Tube[]): readonly string[] {
  return amountsOf(cell, tubes).map(({ amount, name }) => `${Number(amount.toPrecision(3))} ${name}`);
}

function amountsOf(
  { doses }: SheetCell,
  tubes: readonly Tube[],
): readonly { readonly amount: number; readonly name: string }[] {
  const isColour = ({ tube }: ChartDose): boolean => {
    const own = tubes[tube];
    return own !== undefined && !isWhiteTube(own);
  };
  const colours = doses.some(isColour) ? doses.filter(isColour) : doses;
  const most = Math.max(...colours.map(({ parts }) => parts));
  return doses.map(({ tube, parts }) => ({
    amount: parts / most,
    name: tube === CHART_WATER ? WATER.label.toLowerCase() : tubeName(tubes[tube]),
  }));
}

export function chartFaultWords(fault: ChartFault): string {
  switch (fault.code) {
    case "few-tubes":
      return fault.least === 1
        ? "This chart needs a tube. Choose one."
        : `This chart needs ${fault.least} tubes. Choose them, in the order of the chart.`;
    case "no-white":
      return "This chart lightens with white, and no white lies on the board. Lay one out, or choose it.";
    case "no-note":
      return "This chart is about a note. Choose which.";
    case "unknown-paint":
      return `The paint of ${fault.labels.join(", ")} is not known. Take it out, or test the tube first.`;
  }
}

export function sheetFaultWords({ code }: SheetFault): string {
  switch (code) {
    case "dark-paper":
      return "The photo is too dark to read. Take it again in daylight.";
    case "no-card":
      return "No such card lies in its place on the page. Say that there is none, or take the photo again.";
    case "no-sheet":
      return "These four corners are no page. Put each on its mark, the page upright, and read again.";
  }
}

export function tableFaultWords(fault: TableFault): string {
  switch (fault.code) {
    case "no-column":
      return `The table has no column “${fault.name}”. Save the chart’s own table, and fill that in. Nothing was taken.`;
    case "no-cell":
      return `Line ${fault.line} names a cell that this chart does not have. Set the chart as it was when the table was saved. Nothing was taken.`;
    case "no-number":
      return `Line ${fault.line}: ${fault.name} is no number of CIELAB. Correct it, or leave all three empty. Nothing was taken.`;
    case "other-count":
      return `The file has ${fault.readings} readings, and this chart ${fault.cells} cells. Read each cell once, row by row. Nothing was taken.`;
    case "nothing":
      return "No painted colour stands in the table. Fill in painted_L, painted_a and painted_b.";
  }
}

/** How many cells are painted, as a sentence. */
export function paintedWords(count: number): string {
  return count === 0
    ? "No cell is painted yet."
    : count === 1
      ? "1 cell is painted."
      : `${count} cells are painted.`;
}

/** "warmer, duller, half a step darker": a cell against another one. */
export function besideWords(other: LabD65, cell: LabD65, settings: Pick<Settings, "scale">): string {
  const warmth = comparedTemperature(cell, other);
  const words = [
    ...(warmth === "as warm" ? [] : [warmth]),
    ...comparisonWords(other, cell, WORKING_TOLERANCE, settings.scale),
  ];
  return words.length > 0 ? words.join(", ") : "alike";
}
