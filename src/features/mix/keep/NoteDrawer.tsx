"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Note } from "../../../domain/note/note";
import { isVisibleName } from "../../../domain/name/visibleName";
import { Button } from "../../../ui/Button";
import { TextField } from "../../../ui/fields";
import { Drawer } from "../../../ui/Drawer";
import { attempt } from "../../../kit/studio/problems";
import { offerUndo } from "../../../kit/studio/undoStack";
import { usePaintingCommands } from "../../../kit/commands/paintings";
import { SeenOnField } from "./SeenOnField";
import { SurfaceField } from "./SurfaceField";
import { GroundField } from "./GroundField";
import { Status } from "../../../ui/Status";

/** Renaming a note, or taking it back while nothing was mixed for it. */
export function NoteDrawer({ note }: { note: Note }) {
  const { renameNote, removeNote, restoreNote, setNoteGround } = usePaintingCommands();
  const router = useRouter();
  const [isOpen, setOpen] = useState(false);
  const [name, setName] = useState(note.name);
  const [word, setWord] = useState<string>();
  const isNamed = isVisibleName(name);
  const rename = async (): Promise<void> => {
    await renameNote(note.id, name);
    setOpen(false);
  };
  const remove = async (): Promise<void> => {
    if ((await removeNote(note.id)) === "removed") {
      offerUndo(`Note ${note.number}, ${note.name}, is removed.`, () => restoreNote(note));
      router.push("/");
    } else
      setWord(
        "Paint was mixed for this note, so it stays with its record. Undo the pile first, or rename the note.",
      );
  };
  return (
    <>
      <Button
        weight="quiet"
        onClick={() => {
          setName(note.name);
          setWord(undefined);
          setOpen(true);
        }}
      >
        name and kind of the note
      </Button>
      <Drawer
        isOpen={isOpen}
        onOpenChange={setOpen}
        title={`Note ${note.number}`}
        description="Its colour and its record stay as they are."
      >
        <form
          className="flex flex-col gap-4"
          onSubmit={(event) => {
            event.preventDefault();
            if (isNamed) attempt(rename());
          }}
        >
          <TextField
            label="Name"
            maxLength={120}
            value={name}
            error={isNamed ? undefined : "Give the note a name."}
            onChange={(event) => {
              setName(event.target.value);
            }}
          />
          <SeenOnField note={note} />
          <SurfaceField note={note} />
          <GroundField
            ground={note.ground}
            noteId={note.id}
            canBeWet
            onGround={(ground) => {
              attempt(setNoteGround(note.id, ground));
            }}
          />
          <div className="flex flex-wrap gap-3">
            <Button type="submit" weight="main" disabled={!isNamed}>
              Rename
            </Button>
            <Button
              onClick={() => {
                attempt(remove());
              }}
            >
              Remove the note
            </Button>
          </div>
          <Status>{word}</Status>
        </form>
      </Drawer>
    </>
  );
}
