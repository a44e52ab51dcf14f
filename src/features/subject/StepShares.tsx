"use client";

import { labD65 } from "../../core/color/types";
import { valueText } from "../../core/describe/valueScale";
import { stepLightness } from "../../core/picture/luminancePlane";
import { Patch } from "../../ui/Patch";
import { useSettings } from "../../kit/studio/useStudio";
import type { OpenPicture } from "../../kit/picture/usePicture";
import { useValueShares } from "./useValueShares";

/** How much of the area each step takes: a strip in the steps' own greys, and the same in words. */
export function StepShares({ picture, steps }: { picture: OpenPicture; steps: number }) {
  const settings = useSettings();
  const shares = useValueShares(picture, steps);
  if (!shares) return null;
  const rows = shares.map((share, step) => ({
    step,
    percent: Math.round(100 * share),
    share,
    lightness: stepLightness(step, steps),
  }));
  return (
    <div>
      <div className="flex h-9 outline outline-1 outline-line" aria-hidden="true">
        {rows.map(({ step, share, lightness }) => (
          <Patch key={step} lab={labD65(lightness, 0, 0)} style={{ flexGrow: share, flexBasis: 0 }} />
        ))}
      </div>
      <ul aria-label="Area of each step" className="mt-1 flex flex-wrap gap-x-4">
        {rows.map(({ step, percent, lightness }) => (
          <li key={step}>
            <span className="text-muted">{valueText(lightness, settings.scale)}</span>{" "}
            <span className="font-semibold">{percent} %</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
