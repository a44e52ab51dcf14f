/** A chart: a planned sheet of mixtures, each cell with its doses, and with what was painted there once it was read. */
import type { Lightener } from "../palette/medium";
import type { Dose } from "../pile/pile";
import type { FilmState } from "../reading/reading";
import type { StoredColor } from "../reading/storedColor";

export const CHART_KINDS = [
  "crossings",
  "ratios",
  "tints",
  "washes",
  "wheel",
  "dulled",
  "greys",
  "films",
  "drift",
  "stand-ins",
  "hue",
  "own",
] as const;
export type ChartKind = (typeof CHART_KINDS)[number];

/** How two tubes meet: as much colour of each, or as much paint. */
export const CHART_BALANCES = ["strength", "parts"] as const;
export type ChartBalance = (typeof CHART_BALANCES)[number];

/** What the rows of a ratio chart have in common: the same dose of white, or one value. */
export const TINT_RULES = ["white", "value"] as const;
export type TintRule = (typeof TINT_RULES)[number];

export const MOST_CHART_TUBES = 24;
export const MOST_CHART_READINGS = 2000;
export const LEAST_STEPS = 3;
export const MOST_STEPS = 9;

/** What was painted in a cell; struck out when it went wrong. */
export type CellReading = {
  readonly cell: string;
  readonly color: StoredColor;
  readonly isStruckOut?: boolean | undefined;
  /** Dry when it is left out. A wet one is what it dries to. */
  readonly film?: FilmState | undefined;
  /** All that was read from one photo shares its light. */
  readonly photoId?: string | undefined;
};

/** Why a cell stands out: where a drift turns, where a note's own colours lie. */
export const CELL_MARKS = ["hue turns", "dullest", "local", "light", "shadow", "on the way"] as const;
export type CellMark = (typeof CELL_MARKS)[number];

/** A cell as it was written down: tubes by their ids, water among them. */
export type FixedCell = {
  readonly doses: readonly Dose[];
  readonly over?: "light" | "middle" | "dark" | { readonly tubeId: string } | undefined;
  readonly thickness?: number | undefined;
  readonly mark?: CellMark | undefined;
};

/** A sheet as it was printed or painted: whatever is learned of its tubes, its doses stay. */
export type FixedSheet = {
  readonly title: string;
  readonly columns: readonly string[];
  readonly rows: readonly { readonly name: string; readonly cells: readonly (FixedCell | null)[] }[];
};
export type FixedChart = { readonly fixed: readonly FixedSheet[]; readonly lightener: Lightener };
export const MOST_FIXED_SHEETS = 300;
export const MOST_SHEET_REMARK = 400;
export const MOST_COLUMNS = 120;
export const MOST_ROWS = 60;

/** Paint that was mixed before, in a chart as if it were a tube. */
export type ChartMixture = {
  /** As the chart's doses name it. */
  readonly id: string;
  readonly name: string;
  /** Of tubes, without water. */
  readonly amounts: readonly Dose[];
};

export type Chart = {
  readonly id: string;
  readonly paintingId: string;
  readonly name: string;
  readonly kind: ChartKind;
  /** In the order of the chart. */
  readonly tubeIds: readonly string[];
  /** Those among its tubes that are mixtures. */
  readonly mixtures?: readonly ChartMixture[] | undefined;
  /** Of crossings: the tubes down the side; those across without it. */
  readonly downIds?: readonly string[] | undefined;
  readonly balance: ChartBalance;
  readonly tintRule: TintRule;
  /** Rows of tints, or steps of a ladder. */
  readonly steps: number;
  /** The note whose hue, or whose light and shadow, it shows. */
  readonly noteId?: string | undefined;
  readonly fixed?: readonly FixedSheet[] | undefined;
  /** What lightened when it was fixed. */
  readonly lightener?: Lightener | undefined;
  /** What stands in the blanks of the painted sheet: its date, ground, medium, light. */
  readonly remark?: string | undefined;
  readonly readings: readonly CellReading[];
  readonly createdAt: number;
};

/** How many tubes a kind takes. */
export const TUBES_OF_KIND: Readonly<Record<ChartKind, { readonly least: number; readonly most: number }>> = {
  crossings: { least: 1, most: MOST_CHART_TUBES },
  ratios: { least: 2, most: 6 },
  tints: { least: 1, most: MOST_CHART_TUBES },
  washes: { least: 1, most: MOST_CHART_TUBES },
  wheel: { least: 3, most: 3 },
  dulled: { least: 3, most: 3 },
  greys: { least: 2, most: 12 },
  films: { least: 1, most: MOST_CHART_TUBES },
  drift: { least: 2, most: 4 },
  "stand-ins": { least: 1, most: 12 },
  hue: { least: 1, most: 12 },
  own: { least: 1, most: MOST_CHART_TUBES },
};
