"use client";

/** Whether what clings to the knife from the pile before would be seen in this one. */
import { useStored } from "../../../kit/store/useStored";
import { contamination } from "../../../core/mixing/contamination";
import type { PaintVolume } from "../../../core/mixing/mixture";
import { VIEWING } from "../../../data/standardViewing";
import { PAINT_SURFACE } from "../../../data/surface";
import { contentsOf } from "../../../domain/pile/contents";
import { readPileBefore } from "../../../kit/store/calls";
import { opticsOfTube } from "../../../domain/tube/optics";
import { useSettings, useStudio } from "../../../kit/studio/useStudio";
import { deltaEText } from "../../../words/colors";
import type { PaintRecipe } from "../../../domain/recipe/paintRecipe";
import { useAim, usePaint } from "../bench/contexts";

/** Share of a new pile that a knife which was only scraped off brings along. */
const CLINGS = 0.02;

export function CleanKnife({ recipe }: { recipe: PaintRecipe }) {
  const { note } = useAim();
  const { tubeById } = usePaint();
  const { school } = useSettings();
  const notes = useStudio((studio) => studio.notes);
  const before = useStored(readPileBefore, [note.id]);
  const volumesOf = (
    amounts: readonly { readonly tubeId: string; readonly parts: number }[],
  ): PaintVolume[] | undefined => {
    const volumes = amounts.flatMap(({ tubeId, parts }) => {
      const tube = tubeById.get(tubeId);
      const optics = tube && opticsOfTube(tube);
      return optics ? [{ optics, volume: parts }] : [];
    });
    return volumes.length === amounts.length && volumes.length > 0 ? volumes : undefined;
  };
  const previous = before && volumesOf(contentsOf(before));
  const next = volumesOf(recipe.amounts);
  if (!previous || !next) return null;
  const found = contamination(previous, next, CLINGS, VIEWING.D65, PAINT_SURFACE);
  if (!found.asksForCleaning) return null;
  const name = before.name ?? notes.find(({ id }) => id === before.noteId)?.name ?? "the pile before";
  const moves = `a fiftieth of ${name} left on it moves this colour by ${deltaEText(found.deltaE2000)}`;
  return (
    <p className="mt-2 border-l-4 border-ink pl-3">
      {school.knife === "clean"
        ? `Clean the knife first: ${moves}.`
        : `A trace on the knife shows here: ${moves}.`}
    </p>
  );
}
