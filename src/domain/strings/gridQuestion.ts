/** What is asked of the worker for a grid, and which tube each place of its answer is. */
import type { DosingChoice } from "../../core/amounts/dosing";
import type { RowHand } from "../../core/strings/layMember";
import type { StringBase, StringQuestion } from "../../core/strings/types";
import { additionMeasure, type HandSettings } from "../hand/measure";
import type { Note } from "../note/note";
import type { Lightener } from "../palette/medium";
import { searchedTubes } from "../palette/searchedTubes";
import { labFromStored } from "../reading/storedColor";
import type { Settings } from "../settings/settings";
import { isBlackTube } from "../tube/kinds";
import { type SolverTube, solverTubeOf } from "../tube/solverTube";
import type { Tube } from "../tube/tube";
import { askedPaper, isWater } from "../tube/water";
import type { Grid, GridBase, GridString } from "./grid";

export type AskedString = {
  readonly question: StringQuestion;
  readonly hands: readonly RowHand[];
  /** Washes over paper, let down with water. */
  readonly asWash: boolean;
};

export type GridRequest = {
  readonly tubes: readonly SolverTube[];
  readonly strings: readonly AskedString[];
  /** What washes run over; white paper where it is left out. */
  readonly paper?: readonly number[] | undefined;
};

export type AskedGrid = {
  readonly request: GridRequest;
  /** Tubes that the answer names by their place. */
  readonly tubes: readonly Tube[];
  /** Parts in one unit of the answer's volumes, by string and row. */
  readonly partsPerUnit: readonly (readonly number[])[];
};

/** Of a whole box so many tubes are looked at for a string: the time grows with their fourth power. */
const MOST_OF_BOX = 14;
const LEAST_PARTS = 0.5;
const MOST_TUBES = 6;
const LEAST_TUBES = 2;

export type GridSurroundings = {
  readonly board: readonly Tube[];
  readonly box: readonly Tube[];
  readonly notes: readonly Note[];
  readonly tubeById: ReadonlyMap<string, Tube>;
  readonly settings: HandSettings & Pick<Settings, "maxTubesPerRecipe" | "school">;
  readonly lightener: Lightener;
};

/** The tubes that a grid may use, in the order of the board, its strings' own paint among them. */
export function gridTubes(
  grid: Pick<Grid, "tubes" | "strings">,
  { board, box, tubeById, settings }: GridSurroundings,
): readonly Tube[] {
  const allowsBlack = settings.school.allowsBlack && grid.tubes !== "without-black";
  const own = grid.strings.flatMap(({ base }) => tubeIdsOf(base));
  const medium = board[0]?.medium;
  const offered =
    grid.tubes === "box"
      ? [
          ...board,
          ...searchedTubes(
            box.filter((tube) => tube.archivedAt === undefined && tube.medium === (medium ?? tube.medium)),
            board.map(({ id }) => id),
            Math.max(MOST_OF_BOX, board.length),
          ),
        ]
      : board;
  const all = [...new Set([...offered, ...own.flatMap((id) => tubeById.get(id) ?? [])])];
  return all.filter(
    (tube) =>
      solverTubeOf(tube) !== undefined && (allowsBlack || !isBlackTube(tube) || own.includes(tube.id)),
  );
}

function tubeIdsOf(base: GridBase): readonly string[] {
  return base.kind === "paint"
    ? base.amounts.filter((amount) => !isWater(amount)).map(({ tubeId }) => tubeId)
    : [];
}

/** Undefined without strings or without a tube whose paint is known. */
export function gridQuestion(grid: Grid, around: GridSurroundings): AskedGrid | undefined {
  const { settings, lightener } = around;
  const tubes = gridTubes(grid, around);
  const asked = grid.strings.flatMap((string) => {
    const base = baseOf(string.base, tubes);
    if (!base) return [];
    const piles = grid.rows.map((row) => handOf(partsOf(grid, string, row, around), settings, tubes));
    return [
      {
        question: {
          base,
          rows: grid.rows,
          lighten: string.lighten,
          darken: string.darken,
          chroma: string.chroma,
          maxTubes: Math.min(MOST_TUBES, Math.max(LEAST_TUBES, settings.maxTubesPerRecipe)),
          sharedWithin: grid.sharedWithin,
        },
        hands: piles.map(({ hand }) => hand),
        asWash: lightener === "water" || string.lighten === "water",
        perUnit: piles.map(({ partsPerUnit }) => partsPerUnit),
      },
    ];
  });
  if (tubes.length === 0 || asked.length === 0 || asked.length < grid.strings.length) return undefined;
  const paper = asked.some(({ asWash }) => asWash) ? askedPaper(around.tubeById) : undefined;
  return {
    tubes,
    partsPerUnit: asked.map(({ perUnit }) => perUnit),
    request: {
      tubes: tubes.flatMap((tube) => solverTubeOf(tube) ?? []),
      strings: asked.map(({ question, hands, asWash }) => ({ question, hands, asWash })),
      ...(paper && { paper }),
    },
  };
}

function baseOf(base: GridBase, tubes: readonly Tube[]): StringBase | undefined {
  if (base.kind === "colour")
    return {
      kind: "colour",
      lab: labFromStored(base.color),
      ...(base.light && { light: labFromStored(base.light) }),
      ...(base.dark && { dark: labFromStored(base.dark) }),
    };
  const parts = base.amounts
    .filter((amount) => !isWater(amount))
    .map(({ tubeId, parts: volume }) => ({ tube: tubes.findIndex(({ id }) => id === tubeId), volume }));
  return parts.length > 0 && parts.every(({ tube }) => tube >= 0) ? { kind: "paint", parts } : undefined;
}

/** How large the pile of a member is, in parts. */
export function partsOf(
  grid: Pick<Grid, "amounts" | "parts" | "rows" | "strings">,
  string: GridString,
  row: number,
  { notes }: Pick<GridSurroundings, "notes">,
): number {
  const byHand = string.byHand?.find((one) => one.row === row);
  if (byHand) return byHand.parts;
  if (grid.amounts === "equal") return grid.parts;
  // The paint of all equal piles, dealt out by the area of the notes that lie nearest.
  const shares = notes.map((note) => note.areaShare ?? usualArea(notes));
  const nearest = notes.map((note) => nearestRowOf(labFromStored(note.target)[0], grid.rows));
  const whole = shares.reduce((sum, share) => sum + share, 0);
  const own = shares.reduce((sum, share, i) => (nearest[i] === row ? sum + share : sum), 0);
  const even = grid.parts * grid.rows.length;
  return whole > 0 ? Math.max(LEAST_PARTS, round(even * (own / whole))) : grid.parts;
}

/** Notes of which no area is known share what the others leave, a tenth at least. */
function usualArea(notes: readonly Note[]): number {
  const known = notes.flatMap(({ areaShare }) => areaShare ?? []);
  const rest = 1 - known.reduce((sum, share) => sum + share, 0);
  return Math.max(rest, 0.1) / Math.max(1, notes.length - known.length);
}

function nearestRowOf(lightness: number, rows: readonly number[]): number | undefined {
  return [...rows].sort((one, other) => Math.abs(one - lightness) - Math.abs(other - lightness))[0];
}

/** Halves of a part are what a hand lays of a whole pile. */
function round(parts: number): number {
  return Math.round(parts * 2) / 2;
}

function handOf(
  parts: number,
  settings: HandSettings,
  tubes: readonly Tube[],
): { readonly hand: RowHand; readonly partsPerUnit: number } {
  if (settings.amountUnit === "percent")
    return { hand: { choice: { unit: "percent" }, volume: 100 }, partsPerUnit: parts / 100 };
  const choice: DosingChoice = additionMeasure(settings, tubes, parts);
  return {
    hand: { choice: choice.unit === "parts" ? { ...choice, wantedParts: parts } : choice, volume: parts },
    partsPerUnit: 1,
  };
}
