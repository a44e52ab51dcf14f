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
      className="relative underline decoration-dotted underline-offset-4 before:absolute before:-inset-x-1 before:-inset-y-2.5"
      title="What it means here"
      onClick={() => {
        askForWord(word);
      }}
    >
      {children}
    </button>
  );
}
