"use client";

/** Paint that may stand in a chart beside tubes: piles as they lie, notes by what they were or would be mixed from. */
import { useStored } from "../../kit/store/useStored";
import { useMemo } from "react";
import type { LabD65 } from "../../core/color/types";
import type { Chart, ChartMixture } from "../../domain/charts/chart";
import { mixtureId, paintOf, withMixtures } from "../../domain/charts/chartMixtures";
import { contentsOf } from "../../domain/pile/contents";
import type { Dose } from "../../domain/pile/pile";
import { labFromStored } from "../../domain/reading/storedColor";
import { paintRecipe } from "../../domain/recipe/paintRecipe";
import { NO_WISHES, recipeQuestion } from "../../domain/recipe/recipeRequest";
import { ladderOfTube } from "../../domain/tube/smear";
import { askedPaper } from "../../domain/tube/water";
import type { SmearItem } from "../../kit/paint/SmearPicker";
import { usePaletteMedium } from "../../kit/paint/usePalettePaint";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { readLayablePiles } from "../../kit/store/calls";
import { workFailureWords } from "../../words/failures";
import { solver } from "../../workers/clients";

const NONE: readonly never[] = [];
const MOST_NAME = 120;

type Offered = {
  readonly id: string;
  readonly name: string;
  readonly kind: "pile" | "note";
  /** What it is mixed from; undefined where a recipe must be found first. */
  readonly amounts: readonly Dose[] | undefined;
  readonly seen: LabD65 | undefined;
};

export type ChartPaint = {
  readonly items: readonly SmearItem[];
  /** The mixtures among those that were chosen, or why there is none of one of them. */
  readonly mixturesOf: (
    ids: readonly string[],
  ) => Promise<{ readonly mixtures: readonly ChartMixture[]; readonly word?: string }>;
};

export function useChartPaint(chart: Chart): ChartPaint {
  const { notes, noteById, board, tubeById } = useStudio((studio) => studio);
  const settings = useSettings();
  const { lightener } = usePaletteMedium();
  const piles = useStored(readLayablePiles, [chart.paintingId]) ?? NONE;
  const offered = useMemo((): readonly Offered[] => {
    const ofPiles = piles.map((pile): Offered => {
      const note = noteById.get(pile.noteId ?? "");
      return {
        id: mixtureId(pile.id),
        name: pile.name ?? (note ? `pile of ${note.number} ${note.name}` : "a pile without a name"),
        kind: "pile",
        amounts: paintOf(contentsOf(pile)),
        seen: undefined,
      };
    });
    // A note that was mixed is offered as its pile.
    const ofNotes = notes
      .filter(({ id }) => piles.every(({ noteId }) => noteId !== id))
      .map(
        ({ id, number, name, target }): Offered => ({
          id: mixtureId(id),
          name: `${number} ${name}`,
          kind: "note",
          amounts: undefined,
          seen: labFromStored(target),
        }),
      );
    const there = [...ofPiles, ...ofNotes].filter(
      ({ amounts }) => amounts === undefined || amounts.length > 0,
    );
    // What the chart holds already stays to be chosen, though its pile is used up.
    const gone = (chart.mixtures ?? []).filter((mixture) => there.every(({ id }) => id !== mixture.id));
    return [...there, ...gone.map((mixture) => ({ ...mixture, kind: "pile" as const, seen: undefined }))];
  }, [piles, notes, noteById, chart.mixtures]);
  const items = useMemo(() => {
    const held = offered.flatMap(({ id, name, amounts }) => (amounts ? [{ id, name, amounts }] : []));
    const asTubes = withMixtures({ mixtures: held, createdAt: chart.createdAt }, tubeById);
    return offered.flatMap(({ id, name, kind, amounts, seen }): readonly SmearItem[] => {
      const tube = asTubes.get(id);
      const ladder = tube ? ladderOfTube(tube) : seen ? [seen] : [];
      if (ladder.length === 0) return [];
      const word = amounts ? undefined : "by its best recipe from the board";
      return [{ id, label: name, codes: kind, family: "mixed", ladder, word }];
    });
  }, [offered, tubeById, chart.createdAt]);
  return {
    items,
    mixturesOf: async (ids) => {
      const mixtures: ChartMixture[] = [];
      for (const id of ids) {
        // Chosen before, it stays what it was then.
        const held = chart.mixtures?.find((mixture) => mixture.id === id);
        const one = offered.find((other) => other.id === id);
        if (held) mixtures.push(held);
        else if (one?.amounts)
          mixtures.push({ id, name: one.name.slice(0, MOST_NAME), amounts: one.amounts });
        else if (one?.seen) {
          const question =
            board.length > 0
              ? recipeQuestion(one.seen, board, NO_WISHES, settings, lightener, askedPaper(tubeById))
              : undefined;
          if (!question)
            return { mixtures: [], word: `${one.name}: no tube lies on the board to mix it from.` };
          const answer = await solver.ask((remote) => remote.searchRecipes(question.request));
          if (!answer.ok) return { mixtures: [], word: workFailureWords("The recipe", answer.failure) };
          const recipe = answer.value.recipes[0];
          const amounts =
            recipe && paintOf(paintRecipe(recipe, question.tubeIds, question.partsPerUnit).amounts);
          if (!amounts || amounts.length === 0)
            return { mixtures: [], word: `${one.name}: the tubes on the board give no recipe for it.` };
          mixtures.push({ id, name: one.name.slice(0, MOST_NAME), amounts });
        }
      }
      return { mixtures };
    },
  };
}
