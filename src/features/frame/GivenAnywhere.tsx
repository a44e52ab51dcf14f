"use client";

/** On every view: a pasted or dropped picture opens on Subject, a colour becomes a note and is mixed. */
import { usePathname, useRouter } from "next/navigation";
import { useEffect, useEffectEvent, useState } from "react";
import { typedNote } from "../../kit/reading/typedNote";
import { usePaintingCommands } from "../../kit/commands/paintings";
import { leavePicture, useGiven } from "../../kit/picture/given";
import { type Shared, takeShared } from "../../kit/picture/shared";
import { attempt } from "../../kit/studio/problems";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Status } from "../../ui/Status";

/** No colour is longer; a pasted page is not read to its end. */
const LONGEST_COLOUR = 80;

export function GivenAnywhere() {
  const painting = useStudio((studio) => studio.painting);
  const settings = useSettings();
  const { addNote } = usePaintingCommands();
  const router = useRouter();
  const pathname = usePathname();
  const [word, setWord] = useState<string>();
  const take = async (text: string): Promise<void> => {
    // Reading colours is fetched with the first one.
    const { parseColor } = await import("../../kit/reading/parseColor");
    const read = parseColor(text);
    if (!read.ok) return;
    if (!painting) {
      setWord(`${text} is a colour. Start a painting, then it can become a note.`);
      return;
    }
    const note = await addNote(typedNote(painting.id, read.value, settings), Date.now());
    setWord(`${text} is note ${note.number} now, ${note.name}.`);
    router.push(`/mix?note=${note.id}`);
  };
  const onText = (text: string): void => {
    // A bare number could be hex; where no colour is asked for, nobody means it so.
    if (text.length <= LONGEST_COLOUR && !/^\d+$/.test(text)) attempt(take(text));
  };
  const onPicture = (file: File): void => {
    leavePicture(file);
    if (painting) router.push("/subject");
    else setWord(`${file.name} belongs to a painting: start one, and it opens there.`);
  };
  const onShared = useEffectEvent((shared: Shared): void => {
    if ("picture" in shared) onPicture(shared.picture);
    else onText(shared.text);
  });
  useEffect(() => {
    attempt(
      takeShared(window.location, window.history).then((shared) => {
        if (shared) onShared(shared);
      }),
    );
  }, []);
  // Subject opens pictures itself.
  useGiven({ onText, ...(pathname !== "/subject" && { onPicture }) });
  if (word === undefined) return null;
  return (
    <div className="mx-4 mt-3 flex items-center justify-between gap-4 border-2 border-edge p-2">
      <Status>{word}</Status>
      <Button
        onClick={() => {
          setWord(undefined);
        }}
      >
        Understood
      </Button>
    </div>
  );
}
