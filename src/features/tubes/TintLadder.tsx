"use client";

/** A tube in more and more white: as patches, and as a chart when it is asked for. */
import { clsx } from "clsx";
import { lazy, Suspense, useMemo } from "react";
import { lchFromLab } from "../../core/color/cieLab";
import { quarterText, valueText } from "../../core/describe/valueScale";
import type { OpticalModel } from "../../core/spectrum/types";
import { tintLadder } from "../../core/tube/character";
import { WHITE_BENCH } from "../../data/testWhite";
import { useSettings } from "../../kit/studio/useStudio";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";

const LadderChart = lazy(async () => ({ default: (await import("./LadderChart")).LadderChart }));

export function TintLadder({ optics }: { optics: OpticalModel }) {
  const settings = useSettings();
  const ladder = useMemo(() => tintLadder(optics, WHITE_BENCH), [optics]);
  return (
    <>
      <ol className="mt-3 grid grid-cols-7" aria-label="In more and more white">
        {ladder.map(({ whiteParts, lab }, i) => (
          <li key={whiteParts} className="min-w-0">
            <Patch
              lab={lab}
              label={describeLab(lab, settings).sentence}
              className={clsx("h-24 wide:h-32", i === 0 && "border-l border-line")}
            />
            <p className="pt-1 text-sm leading-snug">
              <span className="block">{whiteParts === 0 ? "alone" : quarterText(whiteParts)}</span>
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
      <p className="text-sm text-muted">parts of titanium white to one of the tube; value; chroma</p>
      <details>
        <summary className="flex min-h-11 cursor-pointer items-center underline underline-offset-4">
          as a chart
        </summary>
        <Suspense fallback={<p className="h-64 text-muted">Drawing the chart</p>}>
          <LadderChart optics={optics} scale={settings.scale} />
        </Suspense>
      </details>
    </>
  );
}
