"use client";

import { clsx } from "clsx";
import { useState } from "react";
import { deltaE2000 } from "../../../core/color/ciede2000";
import { lchFromLab } from "../../../core/color/cieLab";
import type { LabD65 } from "../../../core/color/types";
import { differenceWords, threeWayDifference } from "../../../core/describe/difference";
import { lightnessPerStep } from "../../../core/describe/valueScale";
import { isExactOnScreen } from "../../../ui/color";
import { HoldButton } from "../../../ui/HoldButton";
import { KeyCap } from "../../../ui/KeyCap";
import { Patch } from "../../../ui/Patch";
import { Rail } from "../../../ui/Rail";
import { labFromStored } from "../../../domain/reading/storedColor";
import { useSettings } from "../../../kit/studio/useStudio";
import { useKey } from "../../../ui/useKey";
import { deltaEText, describeLab } from "../../../words/colors";
import { ReadingBar } from "./ReadingBar";
import { spreadOf } from "../recipe/RecipeAdvice";
import { type Axis, axesOf } from "../../../domain/school/school";
import type { NotePlace } from "../../../domain/note/note";
import { useAim, useHand, useOffers, usePaint, useShown, useStory } from "../bench/contexts";
import type { Shown } from "../bench/contexts";

const FROM_WORDS: Readonly<Record<Shown["from"], string>> = {
  recipe: "Recipe, predicted",
  pile: "Pile, predicted",
  reading: "Pile, as read",
  draft: "Pile, by your eye",
  kept: "The match, as kept",
};

/** How far the rails reach either way: two steps of value, and as much in chroma and hue. */
const RAIL_STEPS = 2;
const RAIL_CHROMA = 24;

/**
 * Target and pile with a shared edge, and the three questions below them.
 *
 * @param isBlind - true while the painter is still to say the colour: then nothing says it for them.
 */
export function TargetAndPile({ isBlind }: { isBlind: boolean }) {
  const { note, aim } = useAim();
  const known = useShown();
  const { chosen } = useOffers();
  const { pile } = useStory();
  const settings = useSettings();
  const [isGrey, setGrey] = useState(false);
  const [isBlurred, setBlurred] = useState(false);
  const [isSwapped, setSwapped] = useState(false);
  const [isAmong, setAmong] = useState(false);
  const [isDab, setDab] = useState(false);
  const shown = isBlind ? undefined : known;
  const swap = (): void => {
    setSwapped((was) => !was);
  };
  useKey(
    "g",
    settings.singleKeys,
    () => {
      setGrey(true);
    },
    () => {
      setGrey(false);
    },
  );
  useKey(
    "b",
    settings.singleKeys,
    () => {
      setBlurred(true);
    },
    () => {
      setBlurred(false);
    },
  );
  useKey("x", settings.singleKeys, swap);
  useKey(
    "n",
    settings.singleKeys,
    () => {
      setAmong(true);
    },
    () => {
      setAmong(false);
    },
  );
  useKey(
    "d",
    settings.singleKeys,
    () => {
      setDab(true);
    },
    () => {
      setDab(false);
    },
  );
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
            miss: deltaEText(deltaE2000(aim, shown.lab)),
          },
        ]
      : []),
  ];
  if (isSwapped) sides.reverse();
  // A dab lies on the target, whichever side that is on.
  const onTarget = shown && isDab ? sides.filter(({ lab }) => lab === aim) : sides;
  return (
    // On a phone the section dissolves, so that the pair sticks for the whole length of the page.
    <section aria-label="Target and pile" className="contents min-w-0 wide:block">
      <div className="sticky top-0 z-10 bg-surface">
        <div className="flex h-36 overflow-hidden outline outline-1 outline-line wide:h-[clamp(8rem,calc(100dvh-39.5rem),26rem)]">
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
        <div className="flex px-4 pt-1.5 leading-snug wide:px-0">
          {sides.map(({ title, lab, miss }) => (
            <p key={title} className="min-w-0 flex-1 pr-3">
              <span className="items-baseline gap-2 font-bold wide:flex wide:text-lg">
                <span className="block truncate">{title}</span>
                {miss === "" ? null : <span className="ml-auto shrink-0">{miss}</span>}
              </span>
              <span className="block text-muted">
                {isBlind ? "" : describeLab(lab, settings).sentence}
                {isExactOnScreen(lab) ? "" : "; duller on this screen than in paint"}
              </span>
            </p>
          ))}
        </div>
      </div>
      <div className="px-4 wide:px-0">
        {isBlind ? null : <WetAim />}
        <div className="flex flex-wrap items-center gap-x-1.5 wide:gap-x-4">
          <span className="text-muted">hold</span>
          <HoldButton isOn={isGrey} onChange={setGrey} shortcut="G">
            grey
          </HoldButton>
          <HoldButton isOn={isBlurred} onChange={setBlurred} shortcut="B">
            squint
          </HoldButton>
          {shown ? (
            <HoldButton isOn={isDab} onChange={setDab} shortcut="D">
              dab
            </HoldButton>
          ) : null}
          {neighbours.length > 0 ? (
            <HoldButton isOn={isAmong} onChange={setAmong} shortcut="N">
              neighbours
            </HoldButton>
          ) : null}
          <button
            type="button"
            className="inline-flex min-h-11 items-center gap-2 px-1"
            onClick={swap}
            aria-pressed={isSwapped}
          >
            <KeyCap>X</KeyCap>
            swap
          </button>
        </div>
        {shown ? <Rails shown={shown} /> : null}
        {pile ? <ReadingBar /> : null}
      </div>
    </section>
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

/** Less than this is not worth a word: L* and C*ab that paint moves while it dries. */
const WORTH_SAYING = 0.3;

/** That the wet pile must look otherwise than the dry paint shall, and from what that is known. */
function WetAim() {
  const { drying, target, aim } = useAim();
  const settings = useSettings();
  if (!drying) return null;
  const { deltaLightness, deltaChroma } = threeWayDifference(aim, target);
  const moves = [
    Math.abs(deltaLightness) >= WORTH_SAYING
      ? `${Math.abs(deltaLightness).toFixed(1)} L* ${deltaLightness > 0 ? "lighter" : "darker"}`
      : "",
    Math.abs(deltaChroma) >= WORTH_SAYING
      ? `${Math.abs(deltaChroma).toFixed(1)} C* ${deltaChroma > 0 ? "brighter" : "duller"}`
      : "",
  ].filter((words) => words !== "");
  if (moves.length === 0) return null;
  const { pairCount } = drying.model;
  return (
    <p className="mt-1 border-l-4 border-ink pl-3 leading-snug">
      Shown wet: this {drying.kind.medium} dries about {moves.join(" and ")}, to{" "}
      {describeLab(target, settings).sentence}.{" "}
      <span className="text-muted">
        {pairCount > 0
          ? `Learned from ${pairCount} of your own piles, read wet and dry.`
          : "What is usual; read a pile wet and dry, and it becomes your own."}
      </span>
    </p>
  );
}

function Rails({ shown }: { shown: Shown }) {
  const { aim, tolerance } = useAim();
  const { chosen } = useOffers();
  const { pile } = useStory();
  const { tubeById } = usePaint();
  const { setDraft } = useHand();
  const settings = useSettings();
  const difference = threeWayDifference(aim, shown.lab);
  const words = differenceWords(aim, shown.lab, tolerance, settings.scale);
  const draft = {
    deltaLightness: difference.deltaLightness,
    deltaChroma: difference.deltaChroma,
    deltaHue: difference.deltaHue,
  };
  const isDisabled = !pile;
  // What is predicted may lie this far off; in chroma and hue a difference counts less the brighter it is.
  const spread = shown.from === "recipe" && chosen ? spreadOf(chosen, tubeById) : undefined;
  const [, chroma] = lchFromLab(aim);
  const rails: Readonly<Record<Axis, React.ReactNode>> = {
    value: (
      <Rail
        key="value"
        name="Value of the pile against the target"
        low="darker"
        high="lighter"
        words={words.value}
        value={draft.deltaLightness}
        range={RAIL_STEPS * lightnessPerStep(settings.scale)}
        step={lightnessPerStep(settings.scale) / 20}
        tolerance={tolerance.lightness}
        spread={spread}
        isDisabled={isDisabled}
        onChange={(deltaLightness) => {
          setDraft({ ...draft, deltaLightness });
        }}
      />
    ),
    chroma: (
      <Rail
        key="chroma"
        name="Brightness of the pile against the target"
        low="duller"
        high="brighter"
        words={words.chroma}
        value={draft.deltaChroma}
        range={RAIL_CHROMA}
        step={0.5}
        tolerance={tolerance.chroma}
        spread={spread && spread * (1 + CHROMA_WEIGHT * chroma)}
        isDisabled={isDisabled}
        onChange={(deltaChroma) => {
          setDraft({ ...draft, deltaChroma });
        }}
      />
    ),
    hue: (
      <Rail
        key="hue"
        name="Hue of the pile against the target"
        low={`towards ${difference.hueDown}`}
        high={`towards ${difference.hueUp}`}
        words={words.hue}
        value={draft.deltaHue}
        range={RAIL_CHROMA}
        step={0.5}
        tolerance={tolerance.hue}
        spread={spread && spread * (1 + HUE_WEIGHT * chroma)}
        isDisabled={isDisabled}
        onChange={(deltaHue) => {
          setDraft({ ...draft, deltaHue });
        }}
      />
    ),
  };
  return (
    <div className="mt-1 flex flex-col">
      {axesOf(settings.school).map((axis) => rails[axis])}
      <p className="text-muted">
        {deltaEText(difference.deltaE2000)},{" "}
        {words.isMatch ? "close enough for what it is for" : "not close enough yet"}
        {shown.from === "kept"
          ? "."
          : isDisabled
            ? ", predicted."
            : ", wet. Move a marker to where yours lies."}
      </p>
    </div>
  );
}

/** Of CIEDE2000, how much a unit of chroma and of hue loses weight per unit of chroma. */
const CHROMA_WEIGHT = 0.045;
const HUE_WEIGHT = 0.015;
