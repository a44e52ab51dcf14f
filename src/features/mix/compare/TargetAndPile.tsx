"use client";

import { clsx } from "clsx";
import { atEqualValue, type EqualValuePair } from "../../../core/aim/equalValue";
import type { LabD65 } from "../../../core/color/types";
import { isExactOnScreen } from "../../../ui/color";
import { Patch } from "../../../ui/Patch";
import { Status } from "../../../ui/Status";
import { labFromStored } from "../../../domain/reading/storedColor";
import { useSettings } from "../../../kit/studio/useStudio";
import { deltaEText, describeLab } from "../../../words/colors";
import { Rails } from "./Rails";
import { ReadingBar } from "./ReadingBar";
import { WetAim } from "./WetAim";
import { SeeingButtons, useWaysOfSeeing, type WaysOfSeeing } from "./waysOfSeeing";
import type { NotePlace } from "../../../domain/note/note";
import { useAim, useOffers, usePaint, useShown, useStory } from "../bench/contexts";
import type { Shown } from "../bench/contexts";
import { missWhenDry } from "../bench/missWhenDry";

const FROM_WORDS: Readonly<Record<Shown["from"], string>> = {
  recipe: "Recipe, predicted",
  pile: "Pile, predicted",
  reading: "Pile, as believed",
  draft: "Pile, by your eye",
  kept: "The match, as kept",
};

/**
 * Target and pile with a shared edge, and the three questions below them.
 *
 * @param isBlind - true while the painter is still to say the colour: then nothing says it for them.
 */
export function TargetAndPile({ isBlind }: { isBlind: boolean }) {
  const aimed = useAim();
  const { note, aim } = aimed;
  const paint = usePaint();
  const known = useShown();
  const { chosen } = useOffers();
  const { pile } = useStory();
  const settings = useSettings();
  const seeing = useWaysOfSeeing(settings.singleKeys);
  const shown = isBlind ? undefined : known;
  const neighbours = note.place?.neighbours ?? [];

  const sides = [
    { title: `${note.number} ${note.name}`, lab: aim, miss: "" },
    ...(shown
      ? [
          {
            title:
              chosen?.key === "by-hand" && shown.from === "recipe"
                ? "By hand, predicted"
                : FROM_WORDS[shown.from],
            lab: shown.lab,
            miss: deltaEText(missWhenDry(aimed, paint, shown.lab)),
          },
        ]
      : []),
  ];
  if (seeing.isSwapped) sides.reverse();
  const equal = seeing.isEqual && shown ? atEqualValue(aim, shown.lab) : undefined;
  return (
    // On a phone the section dissolves, so that the pair sticks for the whole length of the page.
    <section aria-label="Target and pile" aria-busy={shown?.isAsking} className="contents min-w-0 wide:block">
      {/* Where there is room the ways of seeing stay with the pair, which would cut them in half as the page moves. */}
      <div className="contents print:static! short:static! wide:sticky wide:top-0 wide:z-10 wide:block wide:border-b wide:bg-surface">
        <div
          data-guide="pair"
          className="sticky top-0 z-10 border-b bg-surface pb-1 print:static short:static wide:static wide:border-b-0"
        >
          <Pair
            seeing={seeing}
            sides={equal?.ok ? sides.map((side) => atOneValue(side, aim, equal.value)) : sides}
            shown={shown}
            neighbours={neighbours}
            isBlind={isBlind}
          />
          <div className="flex px-4 pt-1.5 leading-snug wide:px-0">
            {sides.map(({ title, lab, miss }) => (
              <p key={title} className="min-w-0 flex-1 pr-3">
                <span className="items-baseline gap-2 font-bold wide:flex wide:text-lg">
                  <span className="block">{title}</span>
                  {miss === "" ? null : <span className="ml-auto shrink-0">{miss}</span>}
                </span>
                <span className="block text-muted">
                  {isBlind ? "" : describeLab(lab, settings).sentence}
                  {isExactOnScreen(lab) ? "" : "; duller on this screen than in paint"}
                </span>
              </p>
            ))}
            {shown || isBlind ? null : <CaptionToCome words={describeLab(aim, settings).sentence} />}
          </div>
        </div>
        <div className="px-4 wide:px-0">
          <SeeingButtons
            seeing={seeing}
            hasPile={shown !== undefined}
            hasNeighbours={neighbours.length > 0}
          />
          {equal ? <Status className="mb-1">{equalWords(equal)}</Status> : null}
        </div>
      </div>
      <div className="wide:**:scroll-mt-80 px-4 wide:px-0">
        {isBlind ? null : <WetAim />}
        {shown ? (
          // On a phone what to lay down comes first; a recipe that is no paint yet has nothing to be read on.
          <div className={shown.from === "recipe" ? "max-wide:hidden" : undefined}>
            <Rails shown={shown} />
          </div>
        ) : null}
        {pile ? <ReadingBar /> : null}
      </div>
    </section>
  );
}

/** As much room as what is said of the pile will take, so that nothing moves when it comes. */
function CaptionToCome({ words }: { words: string }) {
  return (
    <p aria-hidden="true" className="invisible min-w-0 flex-1 pr-3">
      <span className="block font-bold wide:text-lg">
        &nbsp;
        <br className="wide:hidden" />
        &nbsp;
      </span>
      <span data-words={words} className="block before:content-[attr(data-words)]" />
    </p>
  );
}

/** The same side at the value that both can have, so that the hue is judged alone. */
function atOneValue(side: Side, aim: LabD65, { first, second }: EqualValuePair): Side {
  return { ...side, lab: side.lab === aim ? first : second };
}

function equalWords(equal: ReturnType<typeof atEqualValue>): string {
  if (equal.ok) return "Both at one value: judge the hue alone.";
  return equal.failure.code === "neutral"
    ? "Too near grey: there is no hue to judge."
    : "No value shows both with their own chroma on a screen.";
}

type Side = { readonly title: string; readonly lab: LabD65; readonly miss: string };

/** The two colours edge to edge, as the painter wants to see them. */
function Pair({
  seeing: { isGrey, isBlurred, isAmong, isDab },
  sides,
  shown,
  neighbours,
  isBlind,
}: {
  seeing: WaysOfSeeing;
  sides: readonly Side[];
  shown: Shown | undefined;
  neighbours: NotePlace["neighbours"];
  isBlind: boolean;
}) {
  const { aim } = useAim();
  const settings = useSettings();
  // A dab lies on the target, whichever side that is on.
  const onTarget = shown && isDab ? sides.filter(({ lab }) => lab === aim) : sides;
  return (
    <div className="flex h-36 overflow-hidden outline outline-1 outline-line short:h-24! wide:h-[clamp(8rem,calc(100dvh-39.5rem),26rem)]">
      <div className={clsx("relative flex min-w-0 flex-1", isBlurred && "scale-110 blur-xl")}>
        {isAmong ? <Among neighbours={neighbours} isGrey={isGrey} /> : null}
        <div className={isAmong && neighbours.length > 0 ? "absolute inset-[22%] flex" : "flex flex-1"}>
          {onTarget.map(({ title, lab }) => (
            <Patch
              key={title}
              lab={lab}
              isGrey={isGrey}
              label={isBlind ? title : `${title}: ${describeLab(lab, settings).sentence}`}
              className="flex-1"
            />
          ))}
        </div>
        {shown && isDab ? (
          <Patch
            lab={shown.lab}
            isGrey={isGrey}
            label="The pile as a dab on the target"
            className="absolute inset-[28%]"
            style={{ borderRadius: DAB_OUTLINE }}
          />
        ) : null}
      </div>
    </div>
  );
}

/** What lies around the note in its picture, as four fields behind the pair. */
function Among({ neighbours, isGrey }: { neighbours: NotePlace["neighbours"]; isGrey: boolean }) {
  const [first] = neighbours;
  if (!first) return null;
  const labAt = (side: (typeof neighbours)[number]["side"]): LabD65 =>
    labFromStored((neighbours.find((one) => one.side === side) ?? first).color);
  return (
    <>
      <Patch lab={labAt("above")} isGrey={isGrey} className="absolute inset-x-0 top-0 h-1/2" />
      <Patch lab={labAt("below")} isGrey={isGrey} className="absolute inset-x-0 bottom-0 h-1/2" />
      <Patch lab={labAt("left")} isGrey={isGrey} className="absolute inset-y-[22%] left-0 w-[22%]" />
      <Patch lab={labAt("right")} isGrey={isGrey} className="absolute inset-y-[22%] right-0 w-[22%]" />
    </>
  );
}

/** Edges of a dab that a knife leaves. */
const DAB_OUTLINE = "58% 42% 53% 47% / 46% 57% 43% 54%";
