"use client";

/** The painting's pictures: which one is looked at, another one, and one that is taken away. */
import { useStored } from "../../kit/store/useStored";
import { readPictureNames } from "../../kit/store/calls";
import { Button } from "../../ui/Button";
import { SelectField } from "../../ui/SelectField";
import { attempt } from "../../kit/studio/problems";
import { offerUndo } from "../../kit/studio/undoStack";
import { usePictureCommands } from "../../kit/commands/pictures";
import { FileChooser } from "./FileChooser";

export function PictureShelf({
  paintingId,
  pictureId,
  isOpen,
  isKept,
  onFile,
  onChange,
}: {
  paintingId: string;
  pictureId: string | undefined;
  /** A picture is on the stage; without one the stage itself asks for it. */
  isOpen: boolean;
  /** The one on the stage is stored; until then the stored one is another. */
  isKept: boolean;
  onFile: (file: File) => void;
  /** Another stored picture takes the stage. */
  onChange: () => void;
}) {
  const { showPicture, removePicture, restorePicture } = usePictureCommands();
  const names = useStored(readPictureNames, [paintingId]);
  return (
    <div className="mt-1 flex flex-wrap items-end gap-x-5 gap-y-1">
      {names && names.length > 1 && pictureId ? (
        <SelectField
          label="Pictures of this painting"
          value={pictureId}
          onChoose={(picked) => {
            onChange();
            attempt(showPicture(paintingId, picked));
          }}
        >
          {names.map(({ id, fileName }) => (
            <option key={id} value={id}>
              {fileName}
            </option>
          ))}
        </SelectField>
      ) : null}
      {isOpen ? <FileChooser isBig={false} onFile={onFile} /> : null}
      {isOpen && pictureId ? (
        <Button
          weight="quiet"
          isWaiting={!isKept}
          onClick={() => {
            onChange();
            attempt(
              removePicture(pictureId).then((removed) => {
                if (removed)
                  offerUndo(`${removed.fileName} is taken away; its notes keep their colours.`, () => {
                    onChange();
                    return restorePicture(removed);
                  });
              }),
            );
          }}
        >
          take this picture away
        </Button>
      ) : null}
    </div>
  );
}
