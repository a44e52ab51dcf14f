"use client";

/** The bench: target and pile touching, the three rails, the recipe, and what was put down. */
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useEffect, useState } from "react";
import { BenchVoice } from "./bench/BenchVoice";
import { BenchProvider } from "./bench/BenchProvider";
import { buttonClass } from "../../ui/Button";
import { ASKING } from "../../ui/keepFocus";
import { contentsOf } from "../../domain/pile/contents";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { AmountPanel } from "./recipe/AmountPanel";
import { TargetAndPile } from "./compare/TargetAndPile";
import { MatchLine } from "./keep/MatchLine";
import { NoteDrawer } from "./keep/NoteDrawer";
import { PileSteps } from "./pile/PileSteps";
import { UndoButtons } from "./pile/UndoButtons";
import { PurposeField } from "./keep/PurposeField";
import { SurfaceWarning } from "./keep/SurfaceWarning";
import { ReadFirst, SaidLine, useLooks } from "./compare/ReadFirst";
import { RecipeAdvice } from "./recipe/RecipeAdvice";
import { RecipeChoice } from "./recipe/RecipeChoice";
import { useAim, useOffers, useStory } from "./bench/contexts";
import { later } from "../../ui/later";

// What comes after the first look is not needed for it.
const SampleLine = later(async () => (await import("./correct/NextStep")).SampleLine);
const NextStep = later(
  async () => (await import("./correct/NextStep")).NextStep,
  <span hidden {...ASKING} />,
);
const Trials = later(async () => (await import("./pile/Trials")).Trials);
const TimerField = later(async () => (await import("./pile/TimerField")).TimerField);
const SideBySide = later(async () => (await import("./compare/SideBySide")).SideBySide);
const MindPaint = later(async () => (await import("./pile/MindPaint")).MindPaint);
const NearestInStrings = later(async () => (await import("./recipe/NearestInStrings")).NearestInStrings);
const FreeBench = later(async () => (await import("./free/FreeBench")).FreeBench);
const TakesDoses = later(async () => (await import("./hand/TakesDoses")).TakesDoses);
const TakeAlong = later(async () => (await import("./keep/TakeAlong")).TakeAlong);
const OneThing = later(async () => (await import("./correct/OneThing")).OneThing);
/** Fetched while the bench is read: one that came later would move what stands below it. */
const DRAWN_AT_ONCE = [
  SampleLine,
  NextStep,
  Trials,
  TimerField,
  SideBySide,
  MindPaint,
  TakesDoses,
  TakeAlong,
  OneThing,
];

export function MixView() {
  const notes = useStudio((studio) => studio.notes);
  const painting = useStudio((studio) => studio.painting);
  const params = useSearchParams();
  const wanted = params.get("note");
  if (params.has("pile")) return <FreeBench />;
  const note =
    notes.find((row) => row.id === wanted) ??
    (wanted
      ? undefined
      : (notes.find((row) => row.state === "mixing") ?? notes.find((row) => row.state === "open")));
  if (note)
    return (
      <BenchProvider key={note.id} note={note} againPileId={params.get("again") ?? undefined}>
        <BenchOfNote />
      </BenchProvider>
    );
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

function BenchOfNote() {
  const { note } = useAim();
  const { pile, lastMatch, isRead } = useStory();
  const settings = useSettings();
  useEffect(() => {
    for (const part of DRAWN_AT_ONCE) part.fetch().catch(() => undefined);
  }, []);
  const { looks, ofNote } = useLooks(note.id);
  const [isSkipped, setSkipped] = useState(false);
  const isBlind =
    settings.school.readFirst && !isSkipped && !ofNote && !pile && !lastMatch && looks !== undefined;
  return (
    <div className="max-wide:**:scroll-mt-72 short:**:scroll-mt-4! gap-x-8 wide:grid wide:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] wide:p-5 wide:pl-2">
      <h1 className="sr-only">
        Mix note {note.number}, {note.name}
      </h1>
      {isBlind ? null : <TakesDoses />}
      <TargetAndPile isBlind={isBlind} />
      {/* Until it is known whether a pile lies here nothing stands below the pair: it would be moved at once. */}
      {isRead ? (
        <div key="work" className="px-4 pb-6 wide:px-0">
          {isBlind ? (
            <ReadFirst
              onSkip={() => {
                setSkipped(true);
              }}
            />
          ) : (
            <Work />
          )}
          <div className="mt-4 flex flex-wrap items-end gap-x-5 gap-y-2 border-t pt-2 print:hidden">
            <PurposeField note={note} />
            <NoteDrawer note={note} />
            {isBlind ? null : <TakeAlong />}
            <SurfaceWarning note={note} />
          </div>
        </div>
      ) : (
        <div key="reading" className="min-h-160" {...ASKING} />
      )}
    </div>
  );
}

/** Everything beside the pair: what to lay down, what came of it, what to do next. */
function Work() {
  const { pile } = useStory();
  const { chosen } = useOffers();
  const settings = useSettings();
  const isPremix = settings.school.way === "premix";
  return (
    <>
      <BenchVoice />
      <MatchLine />
      {pile ? null : (
        <p className="mb-2 flex flex-wrap gap-x-4 empty:hidden">
          <UndoButtons />
        </p>
      )}
      <SaidLine />
      <SampleLine />
      <SideBySide />
      {isPremix ? <NearestInStrings /> : null}
      {isPremix ? <AmountPanel /> : null}
      {pile ? null : <RecipeChoice />}
      <NextStep />
      <PileSteps />
      {pile ? <MindPaint contents={contentsOf(pile)} /> : null}
      {chosen && !pile ? <RecipeAdvice recipe={chosen} /> : null}
      {isPremix ? null : <AmountPanel />}
      <OneThing />
      <Trials />
      <TimerField />
    </>
  );
}
