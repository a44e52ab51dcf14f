"use client";

import { useState } from "react";
import { labFromLch, lchFromLab } from "../../core/color/cieLab";
import { type LabD65, labD65, lchUnder } from "../../core/color/types";
import { applyDifference, hueRailEnds } from "../../core/describe/difference";
import { lightnessPerStep, quarterText } from "../../core/describe/valueScale";
import { Button } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { Rail } from "../../ui/Rail";
import { Status } from "../../ui/Status";
import { describeLab } from "../../words/colors";
import { useSettings } from "../studio/useStudio";

const MIDDLE = labD65(50, 4, 10);
const CHROMA_RANGE = 40;
const HUE_RANGE = 30;
const LIGHTNESS_RANGE = 45;

/** A patch moved along the three rails until it looks like the thing. */
export function EyePatch({
  expected,
  onChange,
}: {
  /** Where the patch starts: what it is believed to be; a middle colour without. */
  expected?: LabD65 | undefined;
  onChange: (lab: LabD65) => void;
}) {
  const settings = useSettings();
  const [start, setStart] = useState(expected ?? MIDDLE);
  const [by, setBy] = useState({ deltaLightness: 0, deltaChroma: 0, deltaHue: 0 });
  const labAt = (moved: typeof by): LabD65 => {
    const { lightness, chroma, hueDegrees } = applyDifference(start, moved);
    return labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees));
  };
  const lab = labAt(by);
  const move = (changes: Partial<typeof by>): void => {
    const next = { ...by, ...changes };
    setBy(next);
    onChange(labAt(next));
  };
  const { hueDown, hueUp } = hueRailEnds(start);
  const steps = Math.abs(by.deltaLightness) / lightnessPerStep(settings.scale);
  const signed = (value: number, words: string): string =>
    value === 0 ? "as it was" : `${value > 0 ? "+" : "−"}${words}`;
  return (
    <div>
      <p>Hold the thing, or a patch of it, beside this colour and move the rails until both look the same.</p>
      <Patch lab={lab} label={`The patch: ${describeLab(lab, settings).sentence}`} className="mt-2 h-32" />
      <Status className="py-1 font-semibold first-letter:uppercase">
        {describeLab(lab, settings).sentence}
      </Status>
      <Rail
        name="Value of the patch"
        low="darker"
        high="lighter"
        value={by.deltaLightness}
        range={LIGHTNESS_RANGE}
        step={1}
        tolerance={0.5}
        words={signed(by.deltaLightness, `${quarterText(steps)} steps`)}
        onChange={(deltaLightness) => {
          move({ deltaLightness });
        }}
      />
      <Rail
        name="Chroma of the patch"
        low="duller"
        high="brighter"
        value={by.deltaChroma}
        range={CHROMA_RANGE}
        step={1}
        tolerance={0.5}
        words={signed(by.deltaChroma, `C* ${Math.abs(by.deltaChroma)}`)}
        onChange={(deltaChroma) => {
          move({ deltaChroma });
        }}
      />
      <Rail
        name="Hue of the patch"
        low={hueDown}
        high={hueUp}
        value={by.deltaHue}
        range={HUE_RANGE}
        step={1}
        tolerance={0.5}
        words={signed(by.deltaHue, `${Math.abs(by.deltaHue)} towards ${by.deltaHue > 0 ? hueUp : hueDown}`)}
        onChange={(deltaHue) => {
          move({ deltaHue });
        }}
      />
      <Button
        weight="quiet"
        onClick={() => {
          setStart(lchFromLab(lab)[1] > 0 ? lab : MIDDLE);
          setBy({ deltaLightness: 0, deltaChroma: 0, deltaHue: 0 });
        }}
      >
        set the rails to the middle here
      </Button>
    </div>
  );
}
