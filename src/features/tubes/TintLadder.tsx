"use client";

/** A tube in more and more white: as patches, and as a chart when it is asked for. */
import { clsx } from "clsx";
import { useMemo } from "react";
import { lchFromLab } from "../../core/color/cieLab";
import { quarterText, valueText } from "../../core/describe/valueScale";
import type { OpticalModel } from "../../core/spectrum/types";
import { LADDER_WHITE_PARTS } from "../../core/tube/character";
import { lightenedLadder } from "../../domain/tube/smear";
import type { TubeMedium } from "../../domain/tube/tube";
import { useSettings } from "../../kit/studio/useStudio";
import { Fold } from "../../ui/Fold";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";
import { later } from "../../ui/later";

/** Parts of water to one of the tube. */
const WATER_PARTS = [0, 0.5, 1.5, 4, 9, 19, 49] as const;

const LadderChart = later(
  async () => (await import("./LadderChart")).LadderChart,
  <p className="h-64 text-muted">Drawing the chart</p>,
);

export function TintLadder({ optics, medium }: { optics: OpticalModel; medium: TubeMedium }) {
  const settings = useSettings();
  const isWash = medium === "watercolour";
  const ladder = useMemo(
    () => lightenedLadder(optics, medium, isWash ? WATER_PARTS : LADDER_WHITE_PARTS),
    [optics, medium, isWash],
  );
  return (
    <>
      <ol
        className="mt-3 grid grid-cols-7"
        aria-label={isWash ? "In more and more water" : "In more and more white"}
      >
        {ladder.map(({ parts, lab }, i) => (
          <li key={parts} className="min-w-0">
            <Patch
              lab={lab}
              label={describeLab(lab, settings).sentence}
              className={clsx("h-24 wide:h-32", i === 0 && "border-l border-line")}
            />
            <p className="pt-1 text-sm leading-snug">
              <span className="block">{parts === 0 ? "alone" : quarterText(parts)}</span>
              <span className="block">
                <span className="hidden wide:inline">value </span>
                {valueText(lab[0], settings.scale)}
              </span>
              <span className="block text-muted">
                <span className="hidden wide:inline">chroma </span>
                {Math.round(lchFromLab(lab)[1])}
              </span>
            </p>
          </li>
        ))}
      </ol>
      <p className="text-sm text-muted">
        parts of {isWash ? "water to one of the tube, over white paper" : "titanium white to one of the tube"}
        ; value; chroma
      </p>
      <Fold label="as a chart">
        <LadderChart optics={optics} medium={medium} scale={settings.scale} />
      </Fold>
    </>
  );
}
