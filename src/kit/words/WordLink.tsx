"use client";

import type { GLOSSARY } from "../../data/glossary";
import { askForWord } from "./wordAsked";

/** A studio word in running text that says what it means here when it is touched. */
export function WordLink({
  word,
  children = word,
}: {
  word: (typeof GLOSSARY)[number]["word"];
  /** How it stands in the sentence, where that differs. */
  children?: string;
}) {
  return (
    <button
      type="button"
      aria-haspopup="dialog"
      // Large enough for a finger, without moving the lines around it.
      className="-mx-1 -my-3 px-1 py-3 underline decoration-dotted underline-offset-4"
      onClick={() => {
        askForWord(word);
      }}
    >
      {children}
    </button>
  );
}
