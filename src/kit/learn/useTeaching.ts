"use client";

/** All that was read and teaches: piles, scraps and charts of every painting. */
import { useStored } from "../store/useStored";
import { useMemo } from "react";
import type { LabD65 } from "../../core/color/types";
import { chartEvidence } from "../../domain/charts/chartEvidence";
import { chartRequest } from "../../domain/charts/chartRequest";
import { WHITE_PAPER } from "../../domain/ground/seenGround";
import { tubesOver } from "../../domain/ground/tubesOver";
import { scrapEvidence } from "../../domain/layers/scrapEvidence";
import { dryingOf, kindOfMixture } from "../../domain/mixture/drying";
import { type PileRecord, pileRecord, withScraps } from "../../domain/pile/evidence";
import type { Dose } from "../../domain/pile/pile";
import { readAllCharts, readTeachingPiles, readWetAndDry } from "../store/calls";
import { useOwnHand } from "../hand/useOwnHand";
import { useFilms } from "../layers/useLayers";
import { usePaletteMedium } from "../paint/usePalettePaint";
import { useShared } from "../store/useShared";
import { useSettings, useStudio } from "../studio/useStudio";

/** Undefined until it is read. */
export function useTeaching(): PileRecord | undefined {
  const tubeById = useStudio((studio) => studio.tubeById);
  const { allowsForDrying } = useSettings();
  const rows = useStored(readTeachingPiles, []);
  const pairs = useShared(readWetAndDry);
  const ownHand = useOwnHand();
  const films = useFilms();
  const charts = useStored(readAllCharts, []);
  const board = useStudio((studio) => studio.board);
  const paintings = useStudio((studio) => studio.paintings);
  const { lightener } = usePaletteMedium();
  return useMemo(() => {
    if (!rows || !pairs) return undefined;
    const toDry = (wet: LabD65, laid: readonly Dose[]): LabD65 => {
      const kind = allowsForDrying ? kindOfMixture(laid, tubeById) : undefined;
      return kind ? dryingOf(kind, pairs, tubeById).toDry(wet) : wet;
    };
    return withScraps(
      pileRecord(rows.piles, rows.readings, tubeById, toDry, ownHand),
      [
        ...films.scraps.flatMap((scrap) => scrapEvidence(scrap, tubeById, films.habitOf, films.context)),
        ...(charts ?? []).flatMap((chart) => {
          // Only the cells that were painted count, whatever lightens elsewhere.
          const painting = paintings.find(({ id }) => id === chart.paintingId);
          const tubes = tubesOver(painting?.ground ?? WHITE_PAPER, tubeById, films.context);
          const asked = chartRequest(chart, tubes, board, lightener, { habitOf: films.habitOf });
          return asked.ok ? chartEvidence(chart, asked.request, asked.tubes, toDry) : [];
        }),
      ],
      tubeById,
    );
  }, [rows, pairs, tubeById, allowsForDrying, ownHand, films, charts, board, lightener, paintings]);
}
