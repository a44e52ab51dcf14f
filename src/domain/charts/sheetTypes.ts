/** A chart's sheets: what stands where, and what goes into it. Plain, so that a worker can be told it. */
import type { LabD65 } from "../../core/color/types";
import type { CARDS } from "../ground/seenGround";
import type { SolverTube } from "../tube/solverTube";
import type { CellMark, Chart } from "./chart";
import type { ChartDose } from "./chartDoses";

/** What a film lies on: a card, or a tube of the chart by its place. */
export type CellGround = keyof typeof CARDS | { readonly tube: number };

export type PlannedCell = {
  readonly doses: readonly ChartDose[];
  /** Of a film over something other than paper. */
  readonly over?: CellGround | undefined;
  /** Of a film, dry, where it is the painter's own; otherwise the water in it tells. */
  readonly thickness?: number | undefined;
  readonly mark?: CellMark | undefined;
};

export type SheetCell = PlannedCell & {
  /** Stays the same while the doses of the cell do: painted cells are found by it. */
  readonly key: string;
  readonly lab: LabD65;
};

type SheetOf<Cell> = {
  readonly title: string;
  readonly columns: readonly string[];
  readonly rows: readonly { readonly name: string; readonly cells: readonly (Cell | undefined)[] }[];
};
export type Sheet = SheetOf<SheetCell>;
export type PlannedSheet = SheetOf<PlannedCell>;

export type ChartTube = SolverTube & {
  readonly id: string;
  readonly label: string;
  readonly isWhite: boolean;
};

/** Dry thickness of a tube's thin, middle and full film. */
export type OwnFilms = readonly [thin: number, middle: number, full: number];

export type ChartRequest = Pick<Chart, "kind" | "balance" | "tintRule" | "steps"> & {
  readonly tubes: readonly ChartTube[];
  /** Places of those across and down. */
  readonly across: readonly number[];
  readonly down: readonly number[];
  /** Whether those down the side were chosen, and do not just repeat those across. */
  readonly hasDown: boolean;
  /** Place of the white that tints; undefined where water lightens, or there is none. */
  readonly white: number | undefined;
  readonly isWash: boolean;
  /** What washes run over; white paper where it is left out. */
  readonly paper?: readonly number[] | undefined;
  /** By the tubes' places, as the painter lays them; the usual ones where left out. */
  readonly films?: readonly OwnFilms[] | undefined;
  /** The colour that the chart is about, with its own light and dark where they are known. */
  readonly note?: { readonly local: LabD65; readonly light?: LabD65; readonly dark?: LabD65 } | undefined;
  /** As it was printed or painted: then only the colours are worked out. */
  readonly fixed?: readonly PlannedSheet[] | undefined;
};
