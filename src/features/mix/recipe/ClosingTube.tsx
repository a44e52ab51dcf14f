"use client";

import { REACHED } from "../../../core/reach/reached";
import { factorsOf } from "../../../domain/match/purpose";
import { lightenerOf, mediumOfPalette } from "../../../domain/palette/medium";
import { searchedTubes } from "../../../domain/palette/searchedTubes";
import { recipeQuestion } from "../../../domain/recipe/recipeRequest";
import { askedPaper } from "../../../domain/tube/water";
import { useQuery } from "../../../kit/query/useQuery";
import { useSettings, useStudio } from "../../../kit/studio/useStudio";
import { Status } from "../../../ui/Status";
import { deltaEText } from "../../../words/colors";
import { tubeName } from "../../../words/doses";
import { solver } from "../../../workers/clients";
import { useAim, useHand, useOffers, usePaint } from "../bench/contexts";

/** Of a note that the board does not reach: which tube of the box would close it. */
export function ClosingTube() {
  const { target, tolerance } = useAim();
  const { required, forbidden } = useHand();
  const { wantedParts } = useOffers();
  const board = useStudio((studio) => studio.board);
  const box = useStudio((studio) => studio.box);
  const palette = useStudio((studio) => studio.palette);
  const settings = useSettings();
  const medium = mediumOfPalette(palette, board);
  const others = box.filter(
    (tube) => !board.includes(tube) && tube.archivedAt === undefined && tube.medium === medium,
  );
  const searched = searchedTubes(
    [...board, ...others],
    board.map(({ id }) => id),
  );
  const { tubeById } = usePaint();
  const question = recipeQuestion(
    target,
    searched,
    { required, forbidden, factors: factorsOf(tolerance), extra: [], wantedParts },
    settings,
    lightenerOf(medium, settings.school),
    askedPaper(tubeById),
  );
  const places = question?.tubeIds.flatMap((id, place) =>
    board.some((tube) => tube.id === id) ? [] : [place],
  );
  const task = useQuery(
    solver,
    question && places && places.length > 0 ? { request: question.request, places } : undefined,
    (remote, asked) => remote.closingTube(asked.request, asked.places),
  );
  if (task.status !== "ready") return null;
  const { value: found } = task;
  const tube = found && searched.find(({ id }) => id === question?.tubeIds[found.tube]);
  return (
    <Status className="border-l-4 border-ink pl-3">
      {tube
        ? `From your box ${tubeName(tube)} would ${found.deltaE2000 <= REACHED ? "close it" : "bring it nearest"}: with it on the board ${deltaEText(found.deltaE2000)}.`
        : "No tube of your box would bring it much nearer."}
    </Status>
  );
}
