"use client";

/** How the pile looks: kept, said to be the same, said in words, typed, or measured. */
import { useState } from "react";
import type { LabD65 } from "../../../core/color/types";
import { readWords } from "../../../core/describe/readWords";
import { Button } from "../../../ui/Button";
import { TextField } from "../../../ui/fields";
import { Patch } from "../../../ui/Patch";
import { contentsOf } from "../../../domain/pile/contents";
import { kindOfMixture } from "../../../domain/mixture/drying";
import { ReadFromPhoto } from "../../../kit/reading/ReadFromPhoto";
import { useSettings } from "../../../kit/studio/useStudio";
import { parseTypedColor } from "../../../kit/reading/typedColor";
import { describeLab } from "../../../words/colors";
import { LOOKS_THE_SAME } from "../../../domain/reading/eyeDraft";
import { TYPED_UNCERTAINTY } from "../../../domain/reading/uncertainty";
import { MeasurePile } from "./MeasurePile";
import { useAim, useDeeds, useHand, usePaint, useStory } from "../bench/contexts";
import { Status } from "../../../ui/Status";

const WAYS = [
  { value: "words", label: "say it" },
  { value: "photo", label: "photograph it" },
  { value: "typed", label: "type it" },
  { value: "colorimeter", label: "measure it" },
] as const;
type Way = (typeof WAYS)[number]["value"];

export function ReadingBar() {
  const { isSample, reading } = useStory();
  const { hasDraft, setDraft } = useHand();
  const { keep, readDraft, read } = useDeeds();
  const { target } = useAim();
  const [way, setWay] = useState<Way>();
  // A sample shows what the pile could become; kept is the pile.
  const canKeep = !isSample && (hasDraft || reading !== undefined);
  return (
    <div className="mt-2 pb-4 wide:pb-0">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <Button weight="main" disabled={!canKeep} onClick={keep}>
          Keep as match
        </Button>
        <Button
          onClick={() => {
            setDraft(LOOKS_THE_SAME);
          }}
        >
          Looks the same
        </Button>
        <Button disabled={!hasDraft} onClick={readDraft}>
          Note reading
        </Button>
        {WAYS.map(({ value, label }) => (
          <Button
            key={value}
            weight="quiet"
            aria-expanded={way === value}
            onClick={() => {
              setWay(way === value ? undefined : value);
            }}
          >
            {label}
          </Button>
        ))}
      </div>
      {way === "words" ? (
        <SaidReading
          onDone={() => {
            setWay(undefined);
          }}
        />
      ) : null}
      {way === "typed" ? (
        <TypedReading
          onRead={(lab) => {
            read(lab, "typed", TYPED_UNCERTAINTY);
            setWay(undefined);
          }}
        />
      ) : null}
      {way === "photo" ? (
        <div className="mt-2">
          <ReadFromPhoto
            reference={{ name: "sample", lab: target }}
            thing="the pile"
            onTake={(lab, uncertaintyDeltaE2000) => {
              read(lab, "picture", uncertaintyDeltaE2000);
              setWay(undefined);
            }}
          />
        </div>
      ) : null}
      {way === "colorimeter" ? <MeasuredReading /> : null}
    </div>
  );
}

/** "A bit too red and a little dark": a word with two meanings is asked back, never guessed. */
function SaidReading({ onDone }: { onDone: () => void }) {
  const { aim } = useAim();
  const { read } = useDeeds();
  const settings = useSettings();
  const [text, setText] = useState("");
  const said = readWords(text, aim, settings.scale);
  const [question] = said.questions;
  const { lab } = said;
  return (
    <form
      className="mt-2 flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!lab) return;
        read(lab, "by-eye", said.uncertaintyDeltaE2000);
        onDone();
      }}
    >
      <TextField
        label="How the pile looks beside the target"
        hint="a bit too red and a little dark"
        autoFocus
        value={text}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      {question ? (
        <div
          role="group"
          aria-label={`What ${question.word} means`}
          className="flex flex-wrap items-center gap-3"
        >
          <span aria-live="polite">By “{question.word}” do you mean more</span>
          {question.meanings.map((meaning) => (
            <Button
              key={meaning}
              onClick={() => {
                setText(text.replace(new RegExp(`\\b${question.word}\\b`, "i"), meaning));
              }}
            >
              {meaning}
            </Button>
          ))}
        </div>
      ) : null}
      {said.unknown.length > 0 ? (
        <Status className="text-muted">Passed over: {said.unknown.join(", ")}.</Status>
      ) : null}
      {lab ? (
        <div className="flex items-center gap-3">
          <span className="flex">
            <Patch lab={aim} className="h-11 w-14" />
            <Patch
              lab={lab}
              label={`As said: ${describeLab(lab, settings).sentence}`}
              className="h-11 w-14"
            />
          </span>
          <Button type="submit">Note this reading</Button>
        </div>
      ) : null}
    </form>
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

/** The simulated bench: the pile's true colour, wet as it lies there. */
function MeasuredReading() {
  const { pile } = useStory();
  const { tubeById } = usePaint();
  const { read } = useDeeds();
  const contents = pile ? contentsOf(pile) : [];
  return (
    <div className="mt-2">
      <MeasurePile
        contents={contents}
        tubeById={tubeById}
        thing="the pile"
        wet={kindOfMixture(contents, tubeById)}
        onTake={(lab, uncertaintyDeltaE2000) => {
          read(lab, "measured", uncertaintyDeltaE2000);
        }}
      />
    </div>
  );
}
