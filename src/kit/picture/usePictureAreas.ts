"use client";

import { useAnswered } from "../store/useStored";
import type { ColorArea } from "../../core/picture/colorAreas";
import { readPicture } from "../store/calls";
import { createPictureClient } from "../../workers/clients";
import { shownOf, useTask } from "../query/useTask";
import { useStudio } from "../studio/useStudio";

const NONE: readonly never[] = [];

/** The colours of the painting's picture; empty when it has none, undefined while it is looked at. */
export function usePictureAreas(): readonly ColorArea[] | undefined {
  const painting = useStudio((studio) => studio.painting);
  const pictureId = painting?.pictureId;
  const read = useAnswered(readPicture, pictureId ? [pictureId] : undefined);
  const picture = read?.value;
  const task = useTask(picture?.id, async (signal) => {
    const client = createPictureClient();
    signal.addEventListener("abort", () => {
      client.dispose();
    });
    const found = await client.ask(async (remote) => {
      const opened = picture ? await remote.open(picture.blob) : undefined;
      if (!picture || !opened?.ok) return NONE;
      await remote.setLight(picture.light);
      return remote.colorAreas();
    });
    client.dispose();
    return found;
  });
  if (pictureId && !read) return undefined;
  if (!picture) return NONE;
  // A picture that cannot be read says nothing of its areas; the Subject view tells why.
  return task.status === "failed" ? NONE : shownOf(task);
}
