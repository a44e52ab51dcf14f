"use client";

import { useStored } from "../../kit/store/useStored";
import type { Tube } from "../../domain/tube/tube";
import { readTubePhoto } from "../../kit/store/calls";
import { PhotoField } from "../../kit/picture/PhotoField";
import { useTubeCommands } from "../../kit/commands/tubes";

/** A photo of the tube or of its swatch. */
export function TubePhoto({ tube }: { tube: Tube }) {
  const { keepTubePhoto, removeTubePhoto } = useTubeCommands();
  const blob = useStored(readTubePhoto, [tube.id]);
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
