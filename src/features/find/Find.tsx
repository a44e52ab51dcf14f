"use client";

/** The way to everything from anywhere, with the sheets of keys and of words. */
import { Search } from "lucide-react";
import dynamic from "next/dynamic";
import { useEffect, useState } from "react";
import { useStudio } from "../shared/Studio";
import { useKey } from "../shared/useKey";
import { putWordsAway, useAskedWord } from "../shared/wordAsked";
import { Keys } from "./Keys";
import type { ViewName } from "./useFindables";
import { Words } from "./Words";

const FindSheet = dynamic(() => import("./FindSheet").then((module) => module.FindSheet), { ssr: false });

export function Find({ views }: { views: readonly ViewName[] }) {
  const { settings, isReady } = useStudio();
  const [isFinding, setFinding] = useState(false);
  const [areKeysOpen, setKeysOpen] = useState(false);
  const asked = useAskedWord();
  const find = (): void => {
    setFinding(true);
  };
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
        title="Find anything (F, or Ctrl K)"
        onClick={find}
      >
        <Search aria-hidden="true" />
      </button>
      {isFinding ? (
        <FindSheet
          views={views}
          onClose={() => {
            setFinding(false);
          }}
          onKeys={showKeys}
        />
      ) : null}
      <Keys isOpen={areKeysOpen} onOpenChange={setKeysOpen} />
      <Words asked={asked?.word} onClose={putWordsAway} />
    </>
  );
}
