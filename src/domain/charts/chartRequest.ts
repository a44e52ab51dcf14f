/** A chart as the worker is asked for it. */
import { type HabitOf, thicknessOf, WORD_SHARES } from "../layers/film";
import type { Note } from "../note/note";
import type { Lightener } from "../palette/medium";
import { labFromStored } from "../reading/storedColor";
import { isWhiteTube } from "../tube/kinds";
import { solverTubeOf } from "../tube/solverTube";
import type { Tube } from "../tube/tube";
import { askedPaper } from "../tube/water";
import { type Chart, TUBES_OF_KIND } from "./chart";
import { isMixtureId, withMixtures } from "./chartMixtures";
import { plannedSheets, tubeIdsOf } from "./fixedSheets";
import type { ChartRequest, ChartTube, OwnFilms } from "./sheetTypes";

export type ChartFault =
  | { readonly code: "few-tubes"; readonly least: number }
  | { readonly code: "no-white" }
  | { readonly code: "no-note" }
  | { readonly code: "unknown-paint"; readonly labels: readonly string[] };

export type AskedChart =
  | { readonly ok: true; readonly request: ChartRequest; readonly tubes: readonly Tube[] }
  | { readonly ok: false; readonly fault: ChartFault };

/** What a chart may go by beside its tubes. */
export type ChartSurroundings = {
  readonly notes?: readonly Note[];
  readonly habitOf?: HabitOf;
};

/** Kinds whose cells are lightened. */
const NEEDS_WHITE: readonly Chart["kind"][] = ["ratios", "tints", "greys"];

/** @param board - where the white is looked for first, then among the chart's own tubes. */
export function chartRequest(
  chart: Chart,
  box: ReadonlyMap<string, Tube>,
  board: readonly Tube[],
  lightener: Lightener,
  { notes = [], habitOf }: ChartSurroundings = {},
): AskedChart {
  const tubeById = withMixtures(chart, box);
  const { kind, balance, tintRule, steps, tubeIds, downIds = tubeIds, fixed } = chart;
  const ids = [...tubeIds, ...downIds, ...(fixed ? tubeIdsOf(fixed) : [])];
  const named = [...new Set(ids)].flatMap((id) => tubeById.get(id) ?? []);
  // A chart that was painted stays what it was, whatever lies on the board today.
  const isWash = (chart.lightener ?? lightener) === "water" || kind === "washes";
  const white = isWash
    ? undefined
    : [...board, ...named].find((tube) => isWhiteTube(tube) && !isMixtureId(tube.id));
  const all = white && !named.includes(white) ? [...named, white] : named;
  const unknown = all.filter((tube) => solverTubeOf(tube) === undefined);
  if (unknown.length > 0)
    return { ok: false, fault: { code: "unknown-paint", labels: unknown.map(({ label }) => label) } };
  const { least, most } = TUBES_OF_KIND[kind];
  const placesOf = (of: readonly string[]): readonly number[] =>
    of.flatMap((id) => {
      const place = all.findIndex((tube) => tube.id === id);
      return place >= 0 ? [place] : [];
    });
  const across = placesOf(tubeIds).slice(0, most);
  if (across.length < least && !fixed) return { ok: false, fault: { code: "few-tubes", least } };
  if (NEEDS_WHITE.includes(kind) && !isWash && !white && !fixed)
    return { ok: false, fault: { code: "no-white" } };
  const paper = isWash ? askedPaper(tubeById) : undefined;
  const note = notes.find(({ id }) => id === chart.noteId);
  return {
    ok: true,
    tubes: all,
    request: {
      kind,
      balance,
      tintRule,
      steps,
      isWash,
      hasDown: chart.downIds !== undefined && chart.downIds.length > 0,
      ...(paper && { paper }),
      ...(kind === "films" && habitOf && { films: all.map(({ id }) => filmsOf(id, habitOf)) }),
      ...(note && { note: coloursOf(note) }),
      ...(fixed && {
        fixed: plannedSheets(
          fixed,
          all.map(({ id }) => id),
        ),
      }),
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

function filmsOf(tubeId: string, habitOf: HabitOf): OwnFilms {
  const habit = habitOf([{ tubeId, parts: 1 }]);
  return [
    thicknessOf(WORD_SHARES.thin, habit),
    thicknessOf(WORD_SHARES.middle, habit),
    thicknessOf(WORD_SHARES.full, habit),
  ];
}

function coloursOf({ target, place }: Note): NonNullable<ChartRequest["note"]> {
  return {
    local: labFromStored(target),
    ...(place && { light: labFromStored(place.light), dark: labFromStored(place.dark) }),
  };
}
