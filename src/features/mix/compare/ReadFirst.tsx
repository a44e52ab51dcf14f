"use client";

/** Hue and lean, value and chroma, said before any recipe is shown; kept, so that one's bias comes to light. */
import { useState } from "react";
import { labFromLch } from "../../../core/color/cieLab";
import { type LabD65, lchUnder } from "../../../core/color/types";
import { chromaOfWords } from "../../../core/describe/chromaWords";
import { differenceWords, missWords, WORKING_TOLERANCE } from "../../../core/describe/difference";
import { degreesOfHue, HUE_PLACES } from "../../../core/describe/huePlaces";
import { lightnessFromValue } from "../../../core/describe/valueScale";
import { labFromStored, storedFromLab } from "../../../domain/reading/storedColor";
import { Button } from "../../../ui/Button";
import { TextField } from "../../../ui/fields";
import { SelectField } from "../../../ui/SelectField";
import { Patch } from "../../../ui/Patch";
import { useSettings } from "../../../kit/studio/useStudio";
import { attempt } from "../../../kit/studio/problems";
import { useBenchCommands } from "../../../kit/commands/benches";
import { describeLab } from "../../../words/colors";
import { EYE_UNCERTAINTY } from "../../../domain/reading/uncertainty";
import { axesOf } from "../../../domain/school/school";
import { useAim } from "../bench/contexts";
import { useLooks } from "../bench/useLooks";
import { parseNumber } from "../../../domain/reading/typedNumber";
import { numberFailureWords } from "../../../words/typed";

export function ReadFirst({ onSkip }: { onSkip: () => void }) {
  const { note } = useAim();
  const settings = useSettings();
  const { addFirstLook } = useBenchCommands();
  const { scale, chromaWords, school } = settings;
  const words = chromaOfWords(chromaWords);
  const [hue, setHue] = useState(0);
  const [lean, setLean] = useState<"none" | "up" | "down">("none");
  const [value, setValue] = useState("");
  const [chroma, setChroma] = useState(2);
  const place = HUE_PLACES[hue] ?? HUE_PLACES[0];
  const low = Math.min(scale.atBlack, scale.atWhite);
  const high = Math.max(scale.atBlack, scale.atWhite);
  const range = { least: low, most: high };
  const typed = parseNumber(value, range);
  const isGood = typed.ok;
  if (!place) return null;
  const fields = {
    hue: (
      <div key="hue" className="flex flex-wrap gap-3">
        <SelectField
          label="Hue"
          value={String(hue)}
          onChoose={(picked) => {
            setHue(Number(picked));
          }}
        >
          {HUE_PLACES.map(({ name }, i) => (
            <option key={name} value={String(i)}>
              {name}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="It leans"
          value={lean}
          onChoose={(picked) => {
            setLean(picked === "up" ? "up" : picked === "down" ? "down" : "none");
          }}
        >
          <option value="none">neither way</option>
          <option value="down">to {place.leanDown}</option>
          <option value="up">to {place.leanUp}</option>
        </SelectField>
      </div>
    ),
    value: (
      <TextField
        key="value"
        className="max-w-60"
        label={`Value, ${scale.atBlack} black to ${scale.atWhite} white`}
        inputMode="decimal"
        value={value}
        error={
          value.trim() === "" || typed.ok ? undefined : numberFailureWords(typed.failure, range, "a value")
        }
        onChange={(event) => {
          setValue(event.target.value);
        }}
      />
    ),
    chroma: (
      <SelectField
        key="chroma"
        label="Chroma"
        value={String(chroma)}
        onChoose={(picked) => {
          setChroma(Number(picked));
        }}
      >
        {words.map(({ word }, i) => (
          <option key={word} value={String(i)}>
            {word}
          </option>
        ))}
      </SelectField>
    ),
  };
  const said = (): LabD65 =>
    labFromLch(
      lchUnder<"D65">(
        lightnessFromValue(typed.ok ? typed.value : Number.NaN, scale),
        words[chroma]?.chroma ?? 0,
        degreesOfHue(place, lean === "none" ? undefined : lean),
      ),
    );
  return (
    <section aria-labelledby="read-first">
      <h2 id="read-first" className="font-bold">
        Say the colour before you see the recipe
      </h2>
      <form
        className="mt-2 flex flex-col gap-3"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          if (!isGood) return;
          attempt(
            addFirstLook({
              paintingId: note.paintingId,
              noteId: note.id,
              target: note.target,
              said: storedFromLab(said(), "by-eye", EYE_UNCERTAINTY),
              at: Date.now(),
            }),
          );
        }}
      >
        {axesOf(school).map((axis) => fields[axis])}
        <div className="flex flex-wrap gap-3">
          <Button type="submit" weight="main" disabled={!isGood}>
            That is what I see
          </Button>
          <Button onClick={onSkip}>Show the recipe</Button>
        </div>
      </form>
    </section>
  );
}

/** What was said of this target, beside what it is. */
export function SaidLine() {
  const { note } = useAim();
  const settings = useSettings();
  const { ofNote } = useLooks(note.id);
  if (!settings.school.readFirst || !ofNote) return null;
  const said = labFromStored(ofNote.said);
  const target = labFromStored(ofNote.target);
  const misses = missWords(differenceWords(target, said, WORKING_TOLERANCE, settings.scale));
  return (
    <div className="mb-3 flex items-center gap-3 border-b pb-2">
      <span className="flex shrink-0">
        <Patch lab={target} className="h-11 w-11" />
        <Patch
          lab={said}
          label={`As you said it: ${describeLab(said, settings).sentence}`}
          className="h-11 w-11"
        />
      </span>
      <p className="leading-snug">
        You said {describeLab(said, settings).sentence}:{" "}
        <span className="font-semibold">{misses.length > 0 ? misses.join(", ") : "right on all three"}</span>.
      </p>
    </div>
  );
}
