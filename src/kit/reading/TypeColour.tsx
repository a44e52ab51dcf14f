"use client";

import { useState } from "react";
import { labWithoutGloss } from "../../core/mixing/withoutGloss";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { parseColor } from "./parseColor";
import { TYPED_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { Button } from "../../ui/Button";
import { CheckField, TextField } from "../../ui/fields";
import { colorFailureWords } from "../../words/typed";
import { PickFromScreen } from "./PickFromScreen";
import type { TakenColour } from "./taken";

/** Three numbers, and no name of a colour space before them. */
const FIGURES = /^\s*[+-]?\d[\d.,]*[\s;,/]+[+-]?\d[\d.,]*[\s;,/]+[+-]?\d/;

/** Figures of a colour. What is wrong with them is said when they are recorded, not while they are typed. */
export function TypeColour({
  thing,
  isLive,
  onTake,
}: {
  thing: string | undefined;
  /** Tells each colour as it is typed; whoever hears it has a button of its own. */
  isLive: boolean;
  onTake: (taken: TakenColour | undefined) => void;
}) {
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string>();
  const [hasGloss, setGloss] = useState(false);
  // Figures of an instrument are CIELAB; a colour of a screen has no gloss.
  const isMeasured = !isLive && FIGURES.test(text);
  const taken = (typed: string): TakenColour | undefined => {
    const parsed = parseColor(typed);
    if (!parsed.ok) return undefined;
    const lab =
      hasGloss && isMeasured ? labWithoutGloss(parsed.value, PAINT_SURFACE, VIEWING.D65.white) : parsed.value;
    return { lab, source: "typed", uncertaintyDeltaE2000: TYPED_UNCERTAINTY };
  };
  const check = (): void => {
    const parsed = parseColor(text);
    setProblem(parsed.ok ? undefined : colorFailureWords(parsed.failure));
    if (parsed.ok) onTake(taken(text));
  };
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        check();
      }}
    >
      <TextField
        className="flex-1"
        label={`Hex or CIELAB (D65)${thing ? ` of ${thing}` : ""}`}
        hint="#4a7d80, or 46 -15 -13"
        autoFocus
        value={text}
        error={problem}
        onBlur={() => {
          if (isLive && text.trim() !== "") check();
        }}
        onChange={(event) => {
          setText(event.target.value);
          setProblem(undefined);
          if (isLive) onTake(taken(event.target.value));
        }}
      />
      <PickFromScreen
        onPick={(hex) => {
          setText(hex);
          setProblem(undefined);
          if (isLive) onTake(taken(hex));
        }}
      />
      {isMeasured ? (
        <CheckField
          label="the instrument counted the gloss in (SCI): take it out"
          isChecked={hasGloss}
          onChange={setGloss}
        />
      ) : null}
      {isLive ? null : <Button type="submit">Record this reading</Button>}
    </form>
  );
}
