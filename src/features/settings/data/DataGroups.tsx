"use client";

import { useEffect } from "react";

import { Group } from "../Group";
import { ArchiveIn } from "./ArchiveIn";
import { ArchiveOut } from "./ArchiveOut";
import { DeleteAll } from "./DeleteAll";
import { StorageLine, StoreCheck } from "./StorageUpkeep";

/** Data in and out, and the care of what is stored. */
export function DataGroups() {
  // An address may name one of these groups, which were not there yet when it was gone to.
  useEffect(() => {
    const name = window.location.hash.slice(1);
    if (name !== "") document.getElementById(name)?.scrollIntoView();
  }, []);
  return (
    <>
      <Group
        id="archive"
        title="Archive"
        text="All of it in one file, pictures too: to keep safe, to move to another machine, to share a painting."
      >
        <ArchiveOut />
      </Group>
      <Group
        id="archive-in"
        title="Take an archive in"
        text="You see what would happen before it does. What is here already does not come twice."
      >
        <ArchiveIn />
      </Group>
      <Group
        id="store"
        title="Where your work is kept"
        text="Everything is kept in this browser on this machine, and nowhere else."
      >
        <StorageLine />
        <StoreCheck />
      </Group>
      <Group title="Delete" text="Really all of it, from this browser.">
        <DeleteAll />
      </Group>
    </>
  );
}
