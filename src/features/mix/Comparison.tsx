"use client";

import { clsx } from "clsx";
import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { differenceWords, threeWayDifference } from "../../core/describe/difference";
import { lightnessPerStep } from "../../core/describe/valueScale";
import { isExactOnScreen } from "../../ui/color";
import { HoldButton } from "../../ui/HoldButton";
import { KeyCap } from "../../ui/KeyCap";
import { Patch } from "../../ui/Patch";
import { Rail } from "../../ui/Rail";
import { labFromStored } from "../../persistence/storedColor";
import { useStudio } from "../shared/Studio";
import { useKey } from "../shared/useKey";
import { deltaEText, describeLab } from "../shared/words";
import { ReadingBar } from "./ReadingBar";
import type { Bench, Shown } from "./useBench";

const FROM_WORDS: Readonly<Record<Shown["from"], string>> = {
  recipe: "Recipe, predicted",
  pile: "Pile, predicted",
  reading: "Pile, as read",
  draft: "Pile, by your eye",
};

/** How far the rails reach either way: two steps of value, and as much in chroma and hue. */
const RAIL_STEPS = 2;
const RAIL_CHROMA = 24;

/** Target and pile with a shared edge, and the three questions below them. */
export function Comparison({ bench }: { bench: Bench }) {
  const { settings } = useStudio();
  const [isGrey, setGrey] = useState(false);
  const [isBlurred, setBlurred] = useState(false);
  const [isSwapped, setSwapped] = useState(false);
  const [isAmong, setAmong] = useState(false);
  const { note, target, shown } = bench;
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
  const neighbours = note.place?.neighbours ?? [];

  const sides = [
    { title: `${note.number} ${note.name}`, lab: target },
    ...(shown ? [{ title: FROM_WORDS[shown.from], lab: shown.lab }] : []),
  ];
  if (isSwapped) sides.reverse();
  return (
    // On a phone the section dissolves, so that the pair sticks for the whole length of the page.
    <section aria-label="Target and pile" className="contents min-w-0 wide:block">
      <div className="sticky top-0 z-10 bg-surface">
        <div className="flex h-36 overflow-hidden outline outline-1 outline-line wide:h-[clamp(8rem,calc(100dvh-39.5rem),26rem)]">
          <div className={clsx("relative flex min-w-0 flex-1", isBlurred && "scale-110 blur-xl")}>
            {isAmong ? <Among neighbours={neighbours} isGrey={isGrey} /> : null}
            <div className={isAmong && neighbours.length > 0 ? "absolute inset-[22%] flex" : "flex flex-1"}>
              {sides.map(({ title, lab }) => (
                <Patch
                  key={title}
                  lab={lab}
                  isGrey={isGrey}
                  label={`${title}: ${describeLab(lab, settings).sentence}`}
                  className="flex-1"
                />
              ))}
            </div>
          </div>
        </div>
        <div className="flex px-4 pt-1.5 leading-snug wide:px-0">
          {sides.map(({ title, lab }) => (
            <p key={title} className="min-w-0 flex-1 pr-3">
              <span className="block truncate font-bold wide:text-lg">{title}</span>
              <span className="block text-muted">
                {describeLab(lab, settings).sentence}
                {isExactOnScreen(lab) ? "" : "; duller on this screen than in paint"}
              </span>
            </p>
          ))}
        </div>
      </div>
      <div className="px-4 wide:px-0">
        <div className="flex flex-wrap items-center gap-x-4">
          <span className="text-muted">hold</span>
          <HoldButton isOn={isGrey} onChange={setGrey} shortcut="G">
            grey
          </HoldButton>
          <HoldButton isOn={isBlurred} onChange={setBlurred} shortcut="B">
            squint
          </HoldButton>
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
        {shown ? <Rails bench={bench} shown={shown} target={target} /> : null}
        {bench.pile ? <ReadingBar bench={bench} /> : null}
      </div>
    </section>
  );
}

/** What lies around the note in its picture, as four fields behind the pair. */
function Among({
  neighbours,
  isGrey,
}: {
  neighbours: NonNullable<Bench["note"]["place"]>["neighbours"];
  isGrey: boolean;
}) {
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

function Rails({ bench, shown, target }: { bench: Bench; shown: Shown; target: LabD65 }) {
  const { settings } = useStudio();
  const difference = threeWayDifference(target, shown.lab);
  const words = differenceWords(target, shown.lab, bench.tolerance, settings.scale);
  const draft = {
    deltaLightness: difference.deltaLightness,
    deltaChroma: difference.deltaChroma,
    deltaHue: difference.deltaHue,
  };
  const isDisabled = !bench.pile;
  return (
    <div className="mt-1 flex flex-col">
      <Rail
        name="Value of the pile against the target"
        low="darker"
        high="lighter"
        words={words.value}
        value={draft.deltaLightness}
        range={RAIL_STEPS * lightnessPerStep(settings.scale)}
        step={lightnessPerStep(settings.scale) / 20}
        tolerance={bench.tolerance.lightness}
        isDisabled={isDisabled}
        onChange={(deltaLightness) => {
          bench.setDraft({ ...draft, deltaLightness });
        }}
      />
      <Rail
        name="Brightness of the pile against the target"
        low="duller"
        high="brighter"
        words={words.chroma}
        value={draft.deltaChroma}
        range={RAIL_CHROMA}
        step={0.5}
        tolerance={bench.tolerance.chroma}
        isDisabled={isDisabled}
        onChange={(deltaChroma) => {
          bench.setDraft({ ...draft, deltaChroma });
        }}
      />
      <Rail
        name="Hue of the pile against the target"
        low={`toward ${difference.hueDown}`}
        high={`toward ${difference.hueUp}`}
        words={words.hue}
        value={draft.deltaHue}
        range={RAIL_CHROMA}
        step={0.5}
        tolerance={bench.tolerance.hue}
        isDisabled={isDisabled}
        onChange={(deltaHue) => {
          bench.setDraft({ ...draft, deltaHue });
        }}
      />
      <p className="text-muted">
        {deltaEText(difference.deltaE2000)}, {words.isMatch ? "within" : "outside"} what this match is for.
        {isDisabled ? null : " Move a marker to where your pile lies."}
      </p>
    </div>
  );
}
