"use client";

/** What stands below the pair: what to lay down, what came of it, what to do next. */
import { contentsOf } from "../../domain/pile/contents";
import { useSettings } from "../../kit/studio/useStudio";
import { ASKING } from "../../ui/keepFocus";
import { later, soon } from "../../ui/later";
import { BenchVoice } from "./bench/BenchVoice";
import { useAim, useOffers, useStory } from "./bench/contexts";
import { ReadFirst, SaidLine } from "./compare/ReadFirst";
import { MatchLine } from "./keep/MatchLine";
import { NoteDrawer } from "./keep/NoteDrawer";
import { PurposeField } from "./keep/PurposeField";
import { SurfaceWarning } from "./keep/SurfaceWarning";
import { PileSteps } from "./pile/PileSteps";
import { UndoButtons } from "./pile/UndoButtons";
import { AmountPanel } from "./recipe/AmountPanel";
import { RecipeAdvice } from "./recipe/RecipeAdvice";
import { RecipeChoice } from "./recipe/RecipeChoice";

// What comes after the first look is not needed for it, and comes while the bench is read: later it would move what stands below.
const SampleLine = soon(async () => (await import("./correct/NextStep")).SampleLine);
const NextStep = soon(async () => (await import("./correct/NextStep")).NextStep, <span hidden {...ASKING} />);
const Trials = soon(async () => (await import("./pile/Trials")).Trials);
const TimerField = soon(async () => (await import("./pile/TimerField")).TimerField);
const SideBySide = soon(async () => (await import("./compare/SideBySide")).SideBySide);
const MindPaint = soon(async () => (await import("./pile/MindPaint")).MindPaint);
const NearestInStrings = later(async () => (await import("./recipe/NearestInStrings")).NearestInStrings);
const TakeAlong = soon(async () => (await import("./keep/TakeAlong")).TakeAlong);
const OneThing = soon(async () => (await import("./correct/OneThing")).OneThing);
/** @param isBlind - true while the painter is still to say the colour. */
export function BelowPair({ isBlind, onSkip }: { isBlind: boolean; onSkip: () => void }) {
  const { note } = useAim();
  return (
    <div className="px-4 pb-6 wide:px-0">
      {isBlind ? <ReadFirst onSkip={onSkip} /> : <Work />}
      <div className="mt-4 flex flex-wrap items-end gap-x-5 gap-y-2 border-t pt-2 print:hidden">
        <PurposeField note={note} />
        <NoteDrawer note={note} />
        {isBlind ? null : <TakeAlong />}
        <SurfaceWarning note={note} />
      </div>
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
