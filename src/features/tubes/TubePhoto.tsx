"use client";

/** A photo of the tube or of its swatch: to know it again, not to measure it. */
import { useLiveQuery } from "dexie-react-hooks";
import { useState } from "react";
import type { Tube } from "../../persistence/schema";
import { keepTubePhoto, readTubePhoto, removeTubePhoto } from "../../persistence/tubes";
import { createPictureClient } from "../../workers/pictureClient";
import { Button } from "../../ui/Button";
import { pictureFailureWords } from "../shared/pictureWords";
import { useStudio } from "../shared/Studio";
import { useObjectUrl } from "../shared/useObjectUrl";

export function TubePhoto({ tube }: { tube: Tube }) {
  const { db, attempt } = useStudio();
  const blob = useLiveQuery(() => readTubePhoto(db, tube.id), [db, tube.id]);
  const url = useObjectUrl(blob);
  const [word, setWord] = useState<string>();
  const keep = async (file: File, now: number): Promise<void> => {
    const client = createPictureClient();
    try {
      const opened = await client.remote.open(file);
      setWord(opened.ok ? undefined : pictureFailureWords(opened.failure));
      if (opened.ok) await keepTubePhoto(db, tube.id, (await client.remote.keep()).blob, now);
    } finally {
      client.dispose();
    }
  };
  return (
    <section className="mt-4 max-w-prose">
      {url ? (
        // A blob of the painter's own; there is nothing for an image service to optimise.
        // eslint-disable-next-line @next/next/no-img-element
        <img data-paint="" src={url} alt={`Photo of ${tube.label}`} className="max-h-72" />
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
              attempt(removeTubePhoto(db, tube.id));
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
    </section>
  );
}
