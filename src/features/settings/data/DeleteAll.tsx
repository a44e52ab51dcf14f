"use client";

/** Deletes everything, after it was asked for twice. */
import { deleteEverything } from "../../../kit/studio/useDemo";
import { AlertDialog } from "radix-ui";
import { useState } from "react";
import { Button, buttonClass } from "../../../ui/Button";
import { TextField } from "../../../ui/fields";
import { attempt } from "../../../kit/studio/problems";

const WORD = "delete";

export function DeleteAll() {
  const [text, setText] = useState("");
  return (
    <AlertDialog.Root
      onOpenChange={() => {
        setText("");
      }}
    >
      <AlertDialog.Trigger className={buttonClass("plain")}>Delete everything</AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40" style={{ background: "rgb(0 0 0 / 0.45)" }} />
        <AlertDialog.Content className="fixed inset-x-4 top-[15dvh] z-50 mx-auto max-w-lg border-2 border-ink bg-surface p-5">
          <AlertDialog.Title className="text-lg font-bold">Delete everything?</AlertDialog.Title>
          <AlertDialog.Description className="mt-2">
            Your tubes, paintings, pictures, notes, piles, readings and matches, the demo and the settings are
            deleted from this browser for good. There is no way back but an archive that you have saved.
          </AlertDialog.Description>
          <TextField
            label={`Type “${WORD}” to go on`}
            className="mt-3"
            value={text}
            autoComplete="off"
            onChange={(event) => {
              setText(event.target.value);
            }}
          />
          <div className="mt-4 flex flex-wrap gap-3">
            <AlertDialog.Cancel className={buttonClass("main")}>Keep it all</AlertDialog.Cancel>
            <Button
              disabled={text.trim().toLowerCase() !== WORD}
              onClick={() => {
                attempt(deleteEverything());
              }}
            >
              Delete everything for good
            </Button>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
