"use client";

/** A photo to know a thing again by, not to measure it: shown, replaced, taken away. */
import { useState } from "react";
import { fail, succeed } from "../../core/result";
import { createPictureClient } from "../../workers/clients";
import { Button } from "../../ui/Button";
import { pictureFailureWords } from "../../words/pictures";
import { attempt } from "../studio/problems";
import { offerUndo } from "../studio/undoStack";
import { useObjectUrl } from "./useObjectUrl";

export function PhotoField({
  blob,
  alt,
  onKeep,
  onRemove,
}: {
  blob: Blob | undefined;
  alt: string;
  onKeep: (blob: Blob, now: number) => Promise<void>;
  onRemove: () => Promise<void>;
}) {
  const url = useObjectUrl(blob);
  const [word, setWord] = useState<string>();
  const keep = async (file: File, now: number): Promise<void> => {
    const client = createPictureClient();
    try {
      const asked = await client.ask(async (remote) => {
        const opened = await remote.open(file);
        return opened.ok ? succeed((await remote.keep()).blob) : opened;
      });
      const photo = asked.ok ? asked.value : fail({ code: "lost" } as const);
      setWord(photo.ok ? undefined : pictureFailureWords(photo.failure));
      if (!photo.ok) return;
      await onKeep(photo.value, now);
      if (blob) offerUndo("The photo is replaced.", () => onKeep(blob, now));
    } finally {
      client.dispose();
    }
  };
  return (
    <div>
      {url ? (
        // A blob of the painter's own; there is nothing for an image service to optimise.
        // oxlint-disable-next-line nextjs/no-img-element
        <img data-paint="" src={url} alt={alt} className="max-h-72" />
      ) : null}
      <div className="flex flex-wrap items-center gap-3">
        <label className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4 has-focus-visible:outline-3">
          {blob ? "another photo" : "add a photo of it"}
          <input
            type="file"
            accept="image/*"
            className="sr-only"
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              if (file) attempt(keep(file, Date.now()));
              event.target.value = "";
            }}
          />
        </label>
        {blob ? (
          <Button
            weight="quiet"
            onClick={() => {
              attempt(
                onRemove().then(() => {
                  offerUndo("The photo is taken away.", () => onKeep(blob, Date.now()));
                }),
              );
            }}
          >
            take the photo away
          </Button>
        ) : null}
      </div>
      {word ? (
        <p role="alert" className="font-semibold">
          {word}
        </p>
      ) : null}
    </div>
  );
}
