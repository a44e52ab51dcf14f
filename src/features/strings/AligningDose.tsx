"use client";

import { additionMeasure } from "../../domain/hand/measure";
import { mixtureRequest } from "../../domain/mixture/mixtureRequest";
import { type Belief, believedTubes } from "../../domain/pile/belief";
import { contentsOf, volumeOf } from "../../domain/pile/contents";
import type { Pile } from "../../domain/pile/pile";
import { isWhiteTube } from "../../domain/tube/kinds";
import { WATER } from "../../domain/tube/water";
import { usePaletteMedium } from "../../kit/paint/usePalettePaint";
import { useQuery } from "../../kit/query/useQuery";
import { shownOf } from "../../kit/query/useTask";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { doseWords } from "../../words/doses";
import { andWords } from "../../words/lists";
import { solver } from "../../workers/clients";

/** What goes into a pile that is too light or too dark, so that it comes back to its row. */
export function AligningDose({
  pile,
  believed,
  deltaLightness,
}: {
  pile: Pile | undefined;
  believed: ReadonlyMap<string, Belief> | undefined;
  /** Lighter than it should be when positive, L*. */
  deltaLightness: number;
}) {
  const settings = useSettings();
  const board = useStudio((studio) => studio.board);
  const allTubes = useStudio((studio) => studio.tubeById);
  const { lightener } = usePaletteMedium();
  const tubeById = pile ? believedTubes(allTubes, believed?.get(pile.id)) : allTubes;
  const contents = pile ? contentsOf(pile) : [];
  const volume = volumeOf(contents);
  const allowed = board.filter((tube) => lightener === "white" || !isWhiteTube(tube));
  const asked = volume > 0 ? mixtureRequest(contents, allowed, tubeById, lightener) : undefined;
  const answer = useQuery(
    solver,
    asked && {
      mixture: asked.request,
      way: {
        dosing: additionMeasure(settings, asked.tubes, volume),
        whites: asked.tubes.flatMap((tube, place) => (isWhiteTube(tube) ? [place] : [])),
        axis: "value" as const,
        change: -deltaLightness,
      },
    },
    (remote, request) => remote.waysToMove(request.mixture, request.way),
  );
  const [way] = shownOf(answer)?.ways ?? [];
  if (!asked || !way) return null;
  const doses = way.parts.map(({ tube, volume: parts }) => ({
    tubeId: (asked.tubes[tube] ?? WATER).id,
    parts,
  }));
  return (
    <span className="block">
      To bring it back to its row, add {andWords(doseWords(doses, tubeById, settings, volume))}.
    </span>
  );
}
