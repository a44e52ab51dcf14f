"use client";

import { useLiveQuery } from "dexie-react-hooks";
import type { ColorArea } from "../../core/picture/colorAreas";
import { readPicture } from "../../persistence/pictures";
import { createPictureClient } from "../../workers/clients";
import { shownOf, useTask } from "../query/useTask";
import { useDb, useStudio } from "../studio/useStudio";

const NONE: readonly never[] = [];

/** The colours of the painting's picture; empty when it has none, undefined while it is looked at. */
export function usePictureAreas(): readonly ColorArea[] | undefined {
  const db = useDb();
  const painting = useStudio((studio) => studio.painting);
  const pictureId = painting?.pictureId;
  const picture = useLiveQuery(
    async () => (pictureId ? ((await readPicture(db, pictureId)) ?? null) : null),
    [db, pictureId],
  );
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
  if (picture === undefined) return undefined;
  if (picture === null) return NONE;
  // A picture that cannot be read says nothing of its areas; the Subject view tells why.
  return task.status === "failed" ? NONE : shownOf(task);
}
