"use client";

import { TUBE_MEDIA } from "../../domain/tube/tube";
import { useTubeCommands } from "../../kit/commands/tubes";
import { attempt } from "../../kit/studio/problems";
import { offerUndo } from "../../kit/studio/undoStack";
import { useStudio } from "../../kit/studio/useStudio";
import { SelectField } from "../../ui/SelectField";

/** One action for the medium of a whole box: most painters' boxes are of one. */
export function BoxMedium() {
  const box = useStudio((studio) => studio.box);
  const { setBoxMedium, restoreMedia } = useTubeCommands();
  const media = [...new Set(box.map(({ medium }) => medium))];
  const [only] = media;
  return (
    <SelectField
      label="the whole box"
      name="Medium of the whole box"
      isBeside
      className="justify-between"
      value={media.length === 1 && only ? only : ""}
      onChoose={(picked) => {
        const medium = TUBE_MEDIA.find((one) => one === picked);
        if (medium)
          attempt(
            setBoxMedium(medium).then((before) => {
              offerUndo(
                `${before.length === 1 ? "One tube is" : `${before.length} tubes are`} now ${medium}.`,
                () => restoreMedia(before),
              );
            }),
          );
      }}
    >
      {media.length === 1 ? null : <option value="">mixed: {media.join(", ")}</option>}
      {TUBE_MEDIA.map((medium) => (
        <option key={medium}>{medium}</option>
      ))}
    </SelectField>
  );
}
