"use client";

import { useState } from "react";
import { labFromLch } from "../../core/color/cieLab";
import { type LabD65, lchUnder } from "../../core/color/types";
import { applyDifference, hueRailEnds } from "../../core/describe/difference";
import { lightnessPerStep } from "../../core/describe/valueScale";
import { Button } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { useSettings } from "../../kit/studio/useStudio";
import { describeLab } from "../../words/colors";
import { Status } from "../../ui/Status";

/** A patch on a screen beside paint: an eye is about this sure, ΔE00. */
const BY_EYE = 2;
const CHROMA_NUDGE = 3;
const HUE_NUDGE = 3;

/** Nudge the patch until it looks like the dab. */
export function ReadByEye({
  expected,
  onTake,
}: {
  /** The dab as it is believed to be: where the nudging starts. */
  expected: LabD65;
  onTake: (lab: LabD65, uncertaintyDeltaE2000: number) => void;
}) {
  const settings = useSettings();
  const [lab, setLab] = useState(expected);
  const { hueDown, hueUp } = hueRailEnds(lab);
  const quarterStep = lightnessPerStep(settings.scale) / 4;
  const nudge = ([deltaLightness, deltaChroma, deltaHue]: readonly [number, number, number]): void => {
    const { lightness, chroma, hueDegrees } = applyDifference(lab, { deltaLightness, deltaChroma, deltaHue });
    setLab(labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees)));
  };
  const NUDGES = [
    { label: "darker", by: [-quarterStep, 0, 0] },
    { label: "lighter", by: [quarterStep, 0, 0] },
    { label: "duller", by: [0, -CHROMA_NUDGE, 0] },
    { label: "brighter", by: [0, CHROMA_NUDGE, 0] },
    { label: `more ${hueDown}`, by: [0, 0, -HUE_NUDGE] },
    { label: `more ${hueUp}`, by: [0, 0, HUE_NUDGE] },
  ] as const;
  return (
    <div>
      <p>Hold your dab against this patch and nudge the patch until the two look the same.</p>
      <Patch lab={lab} label={`The patch: ${describeLab(lab, settings).sentence}`} className="mt-2 h-32" />
      <Status className="py-1">{describeLab(lab, settings).sentence}</Status>
      <div className="grid grid-cols-2 gap-2">
        {NUDGES.map(({ label, by }) => (
          <Button
            key={label}
            onClick={() => {
              nudge(by);
            }}
          >
            {label}
          </Button>
        ))}
      </div>
      <Button
        weight="main"
        className="mt-3"
        onClick={() => {
          onTake(lab, BY_EYE);
        }}
      >
        It looks the same
      </Button>
    </div>
  );
}
