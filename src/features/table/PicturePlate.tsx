"use client";

import Link from "next/link";
import type { Note } from "../../domain/note/note";
import type { Picture } from "../../domain/painting/painting";
import { useObjectUrl } from "../../kit/picture/useObjectUrl";

const MOST_HEIGHT = "max(14rem, calc(100dvh - 19rem))";

/** The painting's subject with its notes as numbers, or the way to one. */
export function PicturePlate({
  isAwaited,
  picture,
  notes,
}: {
  /** There is one, which is still read: that is no picture to choose. */
  isAwaited: boolean;
  picture: Picture | undefined;
  notes: readonly Note[];
}) {
  const url = useObjectUrl(picture?.blob);
  // About the room that it will take.
  if (isAwaited) return <div className="mx-auto aspect-3/2 max-w-full" style={{ maxHeight: MOST_HEIGHT }} />;
  if (!picture) {
    return (
      <Link
        href="/subject"
        className="flex min-h-40 items-center justify-center border-2 border-dashed border-edge p-6 text-center underline underline-offset-4 wide:min-h-96"
      >
        Choose a picture, or type a colour
      </Link>
    );
  }
  return (
    <div
      className="relative mx-auto max-w-full"
      style={{
        aspectRatio: picture.widthPx / picture.heightPx,
        maxHeight: MOST_HEIGHT,
      }}
    >
      {url ? (
        // A blob of the painter's own; there is nothing for an image service to optimise.
        // oxlint-disable-next-line nextjs/no-img-element
        <img
          data-paint=""
          src={url}
          alt={`Subject: ${picture.fileName}`}
          className="absolute inset-0 size-full"
        />
      ) : null}
      {notes.map((note) =>
        note.place?.pictureId === picture.id ? (
          <Link
            key={note.id}
            href={`/mix?note=${note.id}`}
            aria-label={`Mix note ${note.number}, ${note.name}`}
            className="absolute flex size-11 -translate-1/2 focus-visible:z-10 items-center justify-center"
            style={{
              left: `${(100 * note.place.xPx) / picture.widthPx}%`,
              top: `${(100 * note.place.yPx) / picture.heightPx}%`,
            }}
          >
            <span className="absolute size-6 rounded-full border-2 border-surface outline-2 outline-ink" />
            <span className="absolute left-9 bg-ink px-1.5 text-sm font-bold text-surface">
              {note.number}
            </span>
          </Link>
        ) : null,
      )}
    </div>
  );
}
