"use client";

/** The way to everything from anywhere, with the sheets of keys and of words. */
import { Search } from "lucide-react";
import { useEffect, useState } from "react";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { useKey } from "../../ui/useKey";
import { putWordsAway, useAskedWord } from "../../kit/words/wordAsked";
import type { ViewName } from "./useFindables";
import { later } from "../../ui/later";

// Sheets that are asked for now and then.
const Keys = later(async () => (await import("./Keys")).Keys);
const Words = later(async () => (await import("./Words")).Words);

const FindDialog = later(async () => (await import("./FindDialog")).FindDialog);
/** Once the first view is there the sheet is fetched, so that nothing typed into it is lost to waiting. */
const FETCH_AFTER_MS = 2000;

export function Find({ views }: { views: readonly ViewName[] }) {
  const settings = useSettings();
  const isReady = useStudio((studio) => studio.isReady);
  const [isFinding, setFinding] = useState(false);
  const [areKeysOpen, setKeysOpen] = useState(false);
  const asked = useAskedWord();
  const find = (): void => {
    setFinding(true);
  };
  useEffect(() => {
    const timer = setTimeout(() => {
      // What fails here is told when it is opened.
      FindDialog.fetch().catch(() => undefined);
    }, FETCH_AFTER_MS);
    return () => {
      clearTimeout(timer);
    };
  }, []);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key.toLowerCase() !== "k" || !(event.ctrlKey || event.metaKey) || event.altKey) return;
      event.preventDefault();
      setFinding((isOpen) => !isOpen);
    };
    window.addEventListener("keydown", onKey);
    return () => {
      window.removeEventListener("keydown", onKey);
    };
  }, []);
  const showKeys = (): void => {
    setKeysOpen(true);
  };
  useKey("f", isReady && settings.singleKeys, find);
  useKey("?", isReady && settings.singleKeys, showKeys);
  return (
    <>
      <button
        type="button"
        className="flex size-11 items-center justify-center"
        aria-haspopup="dialog"
        aria-label="Find anything"
        onClick={find}
      >
        <Search aria-hidden="true" />
      </button>
      {isFinding ? (
        <FindDialog
          views={views}
          onClose={() => {
            setFinding(false);
          }}
          onKeys={showKeys}
        />
      ) : null}
      {areKeysOpen ? <Keys isOpen onOpenChange={setKeysOpen} /> : null}
      {asked ? <Words asked={asked.word} onClose={putWordsAway} /> : null}
    </>
  );
}
