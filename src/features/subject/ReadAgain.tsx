"use client";

import { nudged } from "../../core/aim/nudge";
import type { NoteChange } from "../../persistence/pictures";
import type { Picture } from "../../domain/painting/painting";
import { storedFromLab } from "../../domain/reading/storedColor";
import { Button } from "../../ui/Button";
import { useStudio } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { offerUndo } from "../../kit/studio/undoStack";
import { usePictureCommands } from "../../kit/commands/pictures";
import type { OpenPicture } from "../../kit/picture/usePicture";
import { photoUncertainty } from "../../domain/reading/uncertainty";
import { placeRow } from "./noteFromPick";

/** Notes that were read under another light can be read again; those that are mixed already stay. */
export function ReadAgain({ picture, stored }: { picture: OpenPicture; stored: Picture }) {
  const notes = useStudio((studio) => studio.notes);
  const { changeNotes, restoreNotes } = usePictureCommands();
  const stale = notes.filter(
    ({ place, state }) =>
      place?.pictureId === stored.id &&
      place.isCorrected !== (stored.light !== undefined) &&
      state === "open",
  );
  const readAgain = async (): Promise<void> => {
    const changes: NoteChange[] = [];
    for (const note of stale) {
      const { place } = note;
      if (!place) continue;
      const { xPx, yPx, radiusPx, lightAt, darkAt, nudges } = place;
      const [middle, neighbours, light, dark] = await Promise.all([
        picture.ask((remote) => remote.sample(xPx, yPx, radiusPx)),
        picture.ask((remote) => remote.neighbours(xPx, yPx, radiusPx)),
        lightAt && picture.ask((remote) => remote.sample(lightAt.xPx, lightAt.yPx, lightAt.radiusPx)),
        darkAt && picture.ask((remote) => remote.sample(darkAt.xPx, darkAt.yPx, darkAt.radiusPx)),
      ]);
      if (!middle) continue;
      const lab = nudges.reduce(nudged, middle.lab);
      const circles = {
        middle: { xPx, yPx, radiusPx },
        ...(lightAt && { light: lightAt }),
        ...(darkAt && { dark: darkAt }),
      };
      changes.push({
        noteId: note.id,
        target: storedFromLab(lab, "picture", photoUncertainty(stored.light)),
        place: placeRow(
          stored.id,
          stored.light,
          { circles, middle, light, dark, neighbours: neighbours ?? [] },
          nudges,
        ),
        isAdapted: false,
      });
    }
    const before = await changeNotes(changes);
    if (before.length > 0)
      offerUndo(`${before.length} ${before.length === 1 ? "note has" : "notes have"} been read again.`, () =>
        restoreNotes(before),
      );
  };
  if (stale.length === 0) return null;
  return (
    <Button
      onClick={() => {
        attempt(readAgain());
      }}
    >
      Read {stale.length} {stale.length === 1 ? "note" : "notes"} again
    </Button>
  );
}
