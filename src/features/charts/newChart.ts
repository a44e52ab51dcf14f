/** A chart to begin with: of the tubes that lie on the board, as many as its kind takes. */
import { type Chart, type ChartKind, TUBES_OF_KIND } from "../../domain/charts/chart";
import { isBlackTube, isWhiteTube } from "../../domain/tube/kinds";
import type { Tube } from "../../domain/tube/tube";
import { CHART_KIND_WORDS } from "../../words/charts";

const STEPS_AT_FIRST = 5;
/** More are chosen by hand: a chart of all of a large board is hours of painting. */
const MOST_AT_FIRST = 6;

export function newChart(
  paintingId: string,
  kind: ChartKind,
  board: readonly Tube[],
): Omit<Chart, "id" | "createdAt"> {
  const colours = board.filter((tube) => !isWhiteTube(tube));
  // Of three primaries no earth and no black is one, where there are others.
  const bright = colours.filter((tube) => !isBlackTube(tube));
  const from = kind === "wheel" || kind === "dulled" ? bright : colours;
  const { label } = CHART_KIND_WORDS[kind];
  return {
    paintingId,
    name: `${label.charAt(0).toUpperCase()}${label.slice(1)}`,
    kind,
    tubeIds: from.slice(0, Math.min(MOST_AT_FIRST, TUBES_OF_KIND[kind].most)).map(({ id }) => id),
    balance: "strength",
    tintRule: "white",
    steps: STEPS_AT_FIRST,
    readings: [],
  };
}
