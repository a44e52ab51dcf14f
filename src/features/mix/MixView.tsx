"use client";

/** The bench: target and pile touching, the three rails, the recipe, and what was put down. */
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useState } from "react";
import type { Note } from "../../domain/note/note";
import { buttonClass } from "../../ui/Button";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { AmountPanel } from "./AmountPanel";
import { Comparison } from "./Comparison";
import { MatchLine } from "./MatchLine";
import { NoteSheet } from "./NoteSheet";
import { NextStep, SampleLine } from "./NextStep";
import { OneThing } from "./OneThing";
import { PileSteps } from "./PileSteps";
import { PurposeField } from "./PurposeField";
import { ReadFirst, SaidLine, useLooks } from "./ReadFirst";
import { RecipeCare } from "./RecipeCare";
import { RecipeChoice } from "./RecipeChoice";
import { TimerField } from "./TimerField";
import { Trials } from "./Trials";
import { type Bench, useBench } from "./useBench";

export function MixView() {
  const notes = useStudio((studio) => studio.notes);
  const painting = useStudio((studio) => studio.painting);
  const params = useSearchParams();
  const wanted = params.get("note");
  const note =
    notes.find((row) => row.id === wanted) ??
    (wanted
      ? undefined
      : (notes.find((row) => row.state === "mixing") ?? notes.find((row) => row.state === "open")));
  if (note) return <BenchOfNote key={note.id} note={note} againPileId={params.get("again") ?? undefined} />;
  return (
    <div className="p-5">
      <h1 className="text-xl font-bold">Nothing to mix yet</h1>
      <p className="mt-2 max-w-prose">
        {painting
          ? "Choose a note from the tray, or find a colour first."
          : "Start a painting and say which tubes you have, then find a colour to mix."}
      </p>
      <Link href={painting ? "/subject" : "/"} className={buttonClass("main", "mt-4")}>
        {painting ? "Find a colour" : "Start a painting"}
      </Link>
    </div>
  );
}

function BenchOfNote({ note, againPileId }: { note: Note; againPileId: string | undefined }) {
  const bench = useBench(note, againPileId);
  const settings = useSettings();
  const { looks, ofNote } = useLooks(bench);
  const [isSkipped, setSkipped] = useState(false);
  const isBlind =
    settings.school.readFirst &&
    !isSkipped &&
    !ofNote &&
    !bench.pile &&
    !bench.lastMatch &&
    looks !== undefined;
  return (
    <div className="max-wide:**:scroll-mt-64 gap-x-8 wide:grid wide:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] wide:p-5 wide:pl-2">
      <h1 className="sr-only">
        Mix note {note.number}, {note.name}
      </h1>
      <Comparison bench={bench} isBlind={isBlind} />
      <div className="px-4 pb-6 wide:px-0">
        {isBlind ? (
          <ReadFirst
            bench={bench}
            onSkip={() => {
              setSkipped(true);
            }}
          />
        ) : (
          <Work bench={bench} />
        )}
        <div className="mt-4 flex flex-wrap items-end gap-x-5 gap-y-2 border-t pt-2">
          <PurposeField note={note} />
          <NoteSheet note={note} />
        </div>
      </div>
    </div>
  );
}

/** Everything beside the pair: what to lay down, what came of it, what to do next. */
function Work({ bench }: { bench: Bench }) {
  const settings = useSettings();
  const isPremix = settings.school.way === "premix";
  return (
    <>
      <MatchLine bench={bench} />
      <SaidLine bench={bench} />
      <SampleLine bench={bench} />
      {isPremix ? <AmountPanel bench={bench} /> : null}
      {bench.pile ? null : <RecipeChoice bench={bench} />}
      <NextStep bench={bench} />
      <PileSteps bench={bench} />
      {bench.chosen && !bench.pile ? <RecipeCare bench={bench} recipe={bench.chosen} /> : null}
      {isPremix ? null : <AmountPanel bench={bench} />}
      <OneThing bench={bench} />
      <Trials bench={bench} />
      <TimerField bench={bench} />
    </>
  );
}
