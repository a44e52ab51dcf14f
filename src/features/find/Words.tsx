"use client";

/** Studio words, each with the one meaning that it has here. */
import { useState } from "react";
import { GLOSSARY, type GlossaryWord } from "../../data/glossary";
import { TextField } from "../../ui/fields";
import { Drawer } from "../../ui/Drawer";
import { askForWord } from "../../kit/words/wordAsked";
import { Status } from "../../ui/Status";

/** @param asked - a word of the glossary, empty for all of them; nothing while the sheet is away. */
export function Words({ asked, onClose }: { asked: string | undefined; onClose: () => void }) {
  return (
    <Drawer
      isOpen={asked !== undefined}
      onOpenChange={(isOpen) => {
        if (!isOpen) onClose();
      }}
      title="Studio words"
      description="Painters use some words for several things. Here each has one meaning."
    >
      <List key={asked} asked={asked ?? ""} />
    </Drawer>
  );
}

function List({ asked }: { asked: string }) {
  const [text, setText] = useState(asked);
  const wanted = text.trim().toLowerCase();
  const shown = GLOSSARY.filter(
    ({ word, meaning }) => word.includes(wanted) || meaning.toLowerCase().includes(wanted),
  ).sort((a, b) => rank(b.word, wanted) - rank(a.word, wanted));
  return (
    <>
      <TextField
        label="Find a word"
        type="search"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      {shown.length === 0 ? (
        <Status className="mt-3">No word has this in it. Try its beginning.</Status>
      ) : null}
      <dl className="mt-3">
        {shown.map((entry) => (
          <Meaning key={entry.word} entry={entry} />
        ))}
      </dl>
    </>
  );
}

/** The word itself before words that begin so, and these before words that are only explained with it. */
function rank(word: string, wanted: string): number {
  if (word === wanted) return 2;
  return word.startsWith(wanted) ? 1 : 0;
}

function Meaning({ entry: { word, meaning, asks = [] } }: { entry: GlossaryWord }) {
  const others = asks.filter((ask) => ask.word !== word);
  return (
    <div className="border-b py-2">
      <dt className="font-bold">{word}</dt>
      <dd>
        {meaning}
        {others.map((ask) => (
          <span key={ask.meant} className="block text-muted">
            If you mean “{ask.meant}”:{" "}
            <button
              type="button"
              className="min-h-11 underline underline-offset-4"
              onClick={() => {
                askForWord(ask.word);
              }}
            >
              {ask.word}
            </button>
          </span>
        ))}
      </dd>
    </div>
  );
}
