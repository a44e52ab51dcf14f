"use client";

import { clsx } from "clsx";
import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { differenceWords, threeWayDifference, WORKING_TOLERANCE } from "../../core/describe/difference";
import { lightnessPerStep } from "../../core/describe/valueScale";
import { Button } from "../../ui/Button";
import { isExactOnScreen } from "../../ui/color";
import { TextField } from "../../ui/fields";
import { HoldButton } from "../../ui/HoldButton";
import { KeyCap } from "../../ui/KeyCap";
import { Patch } from "../../ui/Patch";
import { Rail } from "../../ui/Rail";
import { useStudio } from "../shared/Studio";
import { parseTypedColor } from "../shared/typedColor";
import { useKey } from "../shared/useKey";
import { deltaEText, describeLab } from "../shared/words";
import { LOOKS_THE_SAME } from "./bench.model";
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

  const sides = [
    { title: `${note.number} ${note.name}`, lab: target },
    ...(shown ? [{ title: FROM_WORDS[shown.from], lab: shown.lab }] : []),
  ];
  if (isSwapped) sides.reverse();
  return (
    // On a phone the section dissolves, so that the pair sticks for the whole length of the page.
    <section aria-label="Target and pile" className="contents min-w-0 wide:block">
      <div className="sticky top-0 z-10 bg-surface wide:static">
        <div className="flex h-36 overflow-hidden outline outline-1 outline-line wide:h-[clamp(8rem,calc(100dvh-39.5rem),26rem)]">
          <div className={clsx("flex min-w-0 flex-1", isBlurred && "scale-110 blur-xl")}>
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
        <div className="flex flex-wrap items-center gap-x-5">
          <HoldButton isOn={isGrey} onChange={setGrey} shortcut="G">
            hold for grey
          </HoldButton>
          <HoldButton isOn={isBlurred} onChange={setBlurred} shortcut="B">
            hold to squint
          </HoldButton>
          <button
            type="button"
            className="inline-flex min-h-11 items-center gap-2 px-1"
            onClick={swap}
            aria-pressed={isSwapped}
          >
            <KeyCap>X</KeyCap>
            swap sides
          </button>
        </div>
        {shown ? <Rails bench={bench} shown={shown} target={target} /> : null}
        {bench.pile ? <ReadingBar bench={bench} /> : null}
      </div>
    </section>
  );
}

function Rails({ bench, shown, target }: { bench: Bench; shown: Shown; target: LabD65 }) {
  const { settings } = useStudio();
  const difference = threeWayDifference(target, shown.lab);
  const words = differenceWords(target, shown.lab, WORKING_TOLERANCE, settings.scale);
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
        tolerance={WORKING_TOLERANCE.lightness}
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
        tolerance={WORKING_TOLERANCE.chroma}
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
        tolerance={WORKING_TOLERANCE.hue}
        isDisabled={isDisabled}
        onChange={(deltaHue) => {
          bench.setDraft({ ...draft, deltaHue });
        }}
      />
      <p className="text-muted">
        {deltaEText(difference.deltaE2000)}, {words.isMatch ? "within" : "outside"} the working tolerance.
        {isDisabled ? null : " Move a marker to where your pile lies."}
      </p>
    </div>
  );
}

function ReadingBar({ bench }: { bench: Bench }) {
  const [isTyping, setTyping] = useState(false);
  const canKeep = bench.hasDraft || bench.reading !== undefined;
  return (
    <div className="mt-2 pb-4 wide:pb-0">
      <div className="flex flex-wrap items-center gap-3">
        <Button weight="main" disabled={!canKeep} onClick={bench.keep}>
          Keep as match
        </Button>
        <Button
          onClick={() => {
            bench.setDraft(LOOKS_THE_SAME);
          }}
        >
          Looks the same
        </Button>
        <Button disabled={!bench.hasDraft} onClick={bench.noteReading}>
          Note reading
        </Button>
        <Button
          weight="quiet"
          aria-expanded={isTyping}
          onClick={() => {
            setTyping(!isTyping);
          }}
        >
          type it
        </Button>
      </div>
      {isTyping ? (
        <TypedReading
          onRead={(lab) => {
            bench.typeReading(lab);
            setTyping(false);
          }}
        />
      ) : null}
    </div>
  );
}

function TypedReading({ onRead }: { onRead: (lab: LabD65) => void }) {
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string>();
  return (
    <form
      className="mt-2 flex items-end gap-3"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const parsed = parseTypedColor(text);
        if (parsed.ok) onRead(parsed.value);
        else setProblem(parsed.failure);
      }}
    >
      <TextField
        className="flex-1"
        label="Reading of the pile: hex or CIELAB (D65)"
        autoFocus
        value={text}
        error={problem}
        onChange={(event) => {
          setText(event.target.value);
          setProblem(undefined);
        }}
      />
      <Button type="submit">Read</Button>
    </form>
  );
}
