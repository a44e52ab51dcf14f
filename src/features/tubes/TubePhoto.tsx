"use client";

import { useLiveQuery } from "dexie-react-hooks";
import type { Tube } from "../../domain/tube/tube";
import { readTubePhoto } from "../../persistence/tubes";
import { PhotoField } from "../../kit/picture/PhotoField";
import { useDb } from "../../kit/studio/useStudio";
import { useTubeCommands } from "../../kit/commands/tubes";

/** A photo of the tube or of its swatch. */
export function TubePhoto({ tube }: { tube: Tube }) {
  const db = useDb();
  const { keepTubePhoto, removeTubePhoto } = useTubeCommands();
  const blob = useLiveQuery(() => readTubePhoto(db, tube.id), [db, tube.id]);
  return (
    <section className="mt-4 max-w-prose">
      <PhotoField
        blob={blob}
        alt={`Photo of ${tube.label}`}
        onKeep={(photo, now) => keepTubePhoto(tube.id, photo, now)}
        onRemove={() => removeTubePhoto(tube.id)}
      />
    </section>
  );
}
