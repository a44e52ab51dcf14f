"use client";

import { TUBE_MEDIA } from "../../domain/tube/tube";
import { useTubeCommands } from "../../kit/commands/tubes";
import { attempt } from "../../kit/studio/problems";
import { offerUndo } from "../../kit/studio/undoStack";
import { useStudio } from "../../kit/studio/useStudio";

/** One action for the medium of a whole box: most painters' boxes are of one. */
export function BoxMedium() {
  const box = useStudio((studio) => studio.box);
  const { setBoxMedium, restoreMedia } = useTubeCommands();
  const media = [...new Set(box.map(({ medium }) => medium))];
  const [only] = media;
  return (
    <div>
      <label className="flex items-center justify-between gap-2">
        <span className="shrink-0 text-muted">the whole box</span>
        <select
          aria-label="Medium of the whole box"
          className="min-h-11 min-w-0 border-2 border-edge bg-field px-2"
          value={media.length === 1 && only ? only : ""}
          onChange={(event) => {
            const medium = TUBE_MEDIA.find((one) => one === event.target.value);
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
        </select>
      </label>
    </div>
  );
}
