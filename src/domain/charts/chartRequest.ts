/** A chart as the worker is asked for it. */
import type { Lightener } from "../palette/medium";
import { isWhiteTube } from "../tube/kinds";
import { solverTubeOf } from "../tube/solverTube";
import type { Tube } from "../tube/tube";
import { askedPaper } from "../tube/water";
import { type Chart, TUBES_OF_KIND } from "./chart";
import type { ChartRequest, ChartTube } from "./chartSheets";

export type ChartFault =
  | { readonly code: "few-tubes"; readonly least: number }
  | { readonly code: "no-white" }
  | { readonly code: "unknown-paint"; readonly labels: readonly string[] };

export type AskedChart =
  | { readonly ok: true; readonly request: ChartRequest; readonly tubes: readonly Tube[] }
  | { readonly ok: false; readonly fault: ChartFault };

/** Kinds whose cells are lightened. */
const NEEDS_WHITE: readonly Chart["kind"][] = ["ratios", "tints", "greys"];

/** @param board - where the white is looked for first, then among the chart's own tubes. */
export function chartRequest(
  chart: Chart,
  tubeById: ReadonlyMap<string, Tube>,
  board: readonly Tube[],
  lightener: Lightener,
): AskedChart {
  const { kind, balance, tintRule, steps, tubeIds, downIds = tubeIds } = chart;
  const named = [...new Set([...tubeIds, ...downIds])].flatMap((id) => tubeById.get(id) ?? []);
  const isWash = lightener === "water" || kind === "washes";
  const white = isWash ? undefined : [...board, ...named].find(isWhiteTube);
  const all = white && !named.includes(white) ? [...named, white] : named;
  const unknown = all.filter((tube) => solverTubeOf(tube) === undefined);
  if (unknown.length > 0)
    return { ok: false, fault: { code: "unknown-paint", labels: unknown.map(({ label }) => label) } };
  const { least, most } = TUBES_OF_KIND[kind];
  const placesOf = (ids: readonly string[]): readonly number[] =>
    ids.flatMap((id) => {
      const place = all.findIndex((tube) => tube.id === id);
      return place >= 0 ? [place] : [];
    });
  const across = placesOf(tubeIds).slice(0, most);
  if (across.length < least) return { ok: false, fault: { code: "few-tubes", least } };
  if (NEEDS_WHITE.includes(kind) && !isWash && !white) return { ok: false, fault: { code: "no-white" } };
  const paper = isWash ? askedPaper(tubeById) : undefined;
  return {
    ok: true,
    tubes: all,
    request: {
      kind,
      balance,
      tintRule,
      steps,
      isWash,
      ...(paper && { paper }),
      tubes: all.flatMap((tube): readonly ChartTube[] => {
        const solverTube = solverTubeOf(tube);
        return solverTube
          ? [{ ...solverTube, id: tube.id, label: tube.label, isWhite: isWhiteTube(tube) }]
          : [];
      }),
      across,
      down: placesOf(downIds).slice(0, most),
      white: white ? all.indexOf(white) : undefined,
    },
  };
}
