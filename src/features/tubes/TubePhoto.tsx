"use client";

import { useLiveQuery } from "dexie-react-hooks";
import type { Tube } from "../../domain/tube/tube";
import { keepTubePhoto, readTubePhoto, removeTubePhoto } from "../../persistence/tubes";
import { PhotoField } from "../../kit/picture/PhotoField";
import { useStudio } from "../../kit/studio/Studio";

/** A photo of the tube or of its swatch. */
export function TubePhoto({ tube }: { tube: Tube }) {
  const { db } = useStudio();
  const blob = useLiveQuery(() => readTubePhoto(db, tube.id), [db, tube.id]);
  return (
    <section className="mt-4 max-w-prose">
      <PhotoField
        blob={blob}
        alt={`Photo of ${tube.label}`}
        onKeep={(photo, now) => keepTubePhoto(db, tube.id, photo, now)}
        onRemove={() => removeTubePhoto(db, tube.id)}
      />
    </section>
  );
}
