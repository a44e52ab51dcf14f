"use client";

import { readFirstLooks } from "../../../kit/store/calls";
import { useShared } from "../../../kit/store/useShared";

/** All first looks, undefined until they are read, and the last one at this note. */
export function useLooks(noteId: string) {
  const looks = useShared(readFirstLooks);
  return { looks, ofNote: looks?.filter((look) => look.noteId === noteId).at(-1) };
}
