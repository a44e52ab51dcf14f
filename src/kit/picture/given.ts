"use client";

/** What is pasted or dropped on the page: a picture, or a text. */
import { useEffect, useEffectEvent } from "react";

const TIFF = /\.tiff?$/i;

function pictureIn(files: FileList | undefined): File | undefined {
  return [...(files ?? [])].find(({ type, name }) => type.startsWith("image/") || TIFF.test(name));
}

function isField(target: EventTarget | null): boolean {
  return target instanceof Element && target.closest("input, textarea, select, [contenteditable]") !== null;
}

/** @param onText - of a paste or drop outside of every field, trimmed and not empty. */
export function useGiven({
  onPicture,
  onText,
  takesAnyFile = false,
}: {
  onPicture?: (file: File) => void;
  /** Whatever it is called: what it is, its bytes say. */
  takesAnyFile?: boolean;
  onText?: (text: string) => void;
}): void {
  const take = useEffectEvent((event: ClipboardEvent | DragEvent, data: DataTransfer | null): void => {
    const picture = onPicture && (pictureIn(data?.files) ?? (takesAnyFile ? data?.files[0] : undefined));
    const text = onText && !isField(event.target) ? (data?.getData("text/plain").trim() ?? "") : "";
    if (picture) {
      event.preventDefault();
      onPicture(picture);
    } else if (text !== "") {
      if (event instanceof DragEvent) event.preventDefault();
      onText?.(text);
    }
  });
  const welcome = useEffectEvent((event: DragEvent): void => {
    const types = event.dataTransfer?.types ?? [];
    const isWelcome =
      (onPicture !== undefined && types.includes("Files")) ||
      (onText !== undefined && types.includes("text/plain") && !isField(event.target));
    // Without this the browser would leave the page for what is dropped.
    if (isWelcome) event.preventDefault();
  });
  useEffect(() => {
    const listening = new AbortController();
    const { signal } = listening;
    window.addEventListener(
      "paste",
      (event) => {
        take(event, event.clipboardData);
      },
      { signal },
    );
    window.addEventListener(
      "dragover",
      (event) => {
        welcome(event);
      },
      { signal },
    );
    window.addEventListener(
      "drop",
      (event) => {
        take(event, event.dataTransfer);
      },
      { signal },
    );
    return () => {
      listening.abort();
    };
  }, []);
}

let waiting: File | undefined;

/** A picture that was given on another view waits for the one that opens pictures. */
export function leavePicture(file: File): void {
  waiting = file;
}

export function isPictureLeft(): boolean {
  return waiting !== undefined;
}

export function takeLeftPicture(): File | undefined {
  const file = waiting;
  waiting = undefined;
  return file;
}
