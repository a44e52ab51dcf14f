"use client";

import { clsx } from "clsx";
import { ImageUp } from "lucide-react";
import { useState } from "react";
import { useStudio } from "../shared/Studio";

/** A picture by file dialog, camera (phones offer it) or drop. */
export function FileChooser({
  isBig,
  isBusy,
  onFile,
}: {
  isBig: boolean;
  isBusy: boolean;
  onFile: (file: File) => Promise<void>;
}) {
  const { attempt } = useStudio();
  const [isReading, setReading] = useState(false);
  const take = (file: File | undefined): void => {
    if (!file) return;
    setReading(true);
    attempt(
      onFile(file).finally(() => {
        setReading(false);
      }),
    );
  };
  const words =
    isReading || isBusy
      ? "Opening the picture"
      : isBig
        ? "Choose a picture, or drop one here"
        : "another picture";
  return (
    <label
      className={clsx(
        "has-focus-visible:outline-3 has-focus-visible:outline-offset-2",
        isBig
          ? "flex min-h-56 flex-col items-center justify-center gap-3 border-2 border-dashed border-edge wide:min-h-96"
          : "inline-flex min-h-11 items-center gap-2 font-semibold underline underline-offset-4",
      )}
      onDragOver={(event) => {
        event.preventDefault();
      }}
      onDrop={(event) => {
        event.preventDefault();
        take(event.dataTransfer.files[0]);
      }}
    >
      <ImageUp aria-hidden="true" className="size-5" />
      <span aria-live="polite">{words}</span>
      <input
        type="file"
        accept="image/*"
        className="sr-only"
        onChange={(event) => {
          take(event.target.files?.[0]);
          event.target.value = "";
        }}
      />
    </label>
  );
}
