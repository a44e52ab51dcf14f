"use client";

/** A tube test: two or more dabs, read by eye, as numbers or by the simulated colorimeter, and what follows. */
import { useState } from "react";
import { TEST_WHITE_PARTS, type TubeCalibration } from "../../core/learning/calibrateTube";
import type { OpticalModel } from "../../core/spectrum/types";
import { tintLab } from "../../core/tube/character";
import { WHITE_BENCH } from "../../data/testWhite";
import { genericOpticsOf, opticsOfTube } from "../../domain/tube/optics";
import type { Tube } from "../../domain/tube/tube";
import { attempt } from "../../kit/studio/problems";
import { useSettings } from "../../kit/studio/useStudio";
import { ReadColour, type ReadWay } from "../../kit/reading/ReadColour";
import { Button } from "../../ui/Button";
import { SelectField } from "../../ui/SelectField";
import { Notice } from "../../ui/Notice";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";
import { dabWords } from "../../words/tubes";
import { type TubeTesting, useTubeTest } from "./useTubeTest";

export function TubeTest({ tube, onDone }: { tube: Tube; onDone: () => void }) {
  const test = useTubeTest(tube, onDone);
  const [way, setWay] = useState<ReadWay>("eye");
  const generic = genericOpticsOf(tube);
  const believed = opticsOfTube(tube);
  if (!generic || !believed) return null;
  const { whiteParts } = test;
  const white = { tubeId: "test white", generic: WHITE_BENCH.white, volume: whiteParts };
  return (
    <div className="flex flex-col gap-4">
      <p>
        Lay down a strip of the tube alone, edge to edge, two fingers wide, so thick that nothing shows
        through. Beside it one part of the tube in nine of titanium white, mixed until it is even. Read both
        wet, or both dry.
      </p>
      <SelectField
        label="The dab"
        value={String(whiteParts)}
        onChoose={(picked) => {
          test.chooseDab(Number(picked));
        }}
      >
        {TEST_WHITE_PARTS.map((parts) => (
          <option key={parts} value={String(parts)}>
            {dabWords(parts)}
          </option>
        ))}
      </SelectField>
      <ReadColour
        of={String(whiteParts)}
        ways={["eye", "typed", "colorimeter", "photo", "file"]}
        thing="the dab"
        startWith={way}
        // The next reading is taken the same way.
        onWay={(next) => {
          if (next) setWay(next);
        }}
        expected={tintLab(believed, whiteParts, WHITE_BENCH)}
        specimen={{
          specimen: [{ tubeId: tube.id, generic, volume: 1 }, ...(whiteParts > 0 ? [white] : [])],
        }}
        onTake={(taken) => {
          if (taken) test.take(taken);
        }}
      />
      <Notice>{test.problem}</Notice>
      {test.readings.length > 0 ? <Readings test={test} believed={believed} /> : null}
      {test.result ? (
        <Fitted test={test} result={test.result} />
      ) : (
        <Button
          weight="main"
          className="self-start"
          disabled={test.readings.length === 0 || test.isFitting}
          onClick={() => {
            attempt(test.fit());
          }}
        >
          {test.isFitting ? "Fitting" : "Fit the tube to these"}
        </Button>
      )}
    </div>
  );
}

function Readings({ test: { readings, result }, believed }: { test: TubeTesting; believed: OpticalModel }) {
  const settings = useSettings();
  return (
    <section>
      <h3 className="border-b-2 border-ink font-bold">Readings</h3>
      <ul>
        {readings.map((reading, i) => (
          <li key={reading.whiteParts} className="flex items-center gap-3 border-b py-1">
            <span className="flex w-28 shrink-0">
              <Patch lab={reading.lab} className="h-11 flex-1" />
              <Patch
                lab={tintLab(result?.optics ?? believed, reading.whiteParts, WHITE_BENCH)}
                className="h-11 flex-1"
              />
            </span>
            <span className="min-w-0 flex-1 leading-tight">
              <span className="block font-semibold">{dabWords(reading.whiteParts)}</span>
              {describeLab(reading.lab, settings).sentence}
            </span>
            {result ? (
              <span className="shrink-0 text-right leading-tight">
                ΔE {(result.missBefore[i] ?? Number.NaN).toFixed(1)}
                <span className="block font-semibold">
                  now {(result.missAfter[i] ?? Number.NaN).toFixed(1)}
                </span>
              </span>
            ) : null}
          </li>
        ))}
      </ul>
      <p className="py-1 text-muted">
        Left your reading, right the {result ? "tube as fitted" : "tube as believed so far"}.
      </p>
    </section>
  );
}

/** What the fit brought. */
function Fitted({ test, result }: { test: TubeTesting; result: TubeCalibration }) {
  return (
    <section aria-live="polite">
      <p>
        Its tints are now known to about ΔE {result.spreadAfter.toFixed(1)}, before ΔE{" "}
        {result.spreadBefore.toFixed(1)}.{" "}
        {result.next
          ? `One more dab, ${dabWords(result.next.whiteParts)}, would bring that to ΔE ${result.next.spreadAfter.toFixed(1)}.`
          : "Another dab would hardly help."}
      </p>
      <div className="mt-3 flex gap-3">
        <Button
          weight="main"
          onClick={() => {
            test.keep(result);
          }}
        >
          Keep it
        </Button>
        <Button onClick={test.discard}>Discard</Button>
      </div>
    </section>
  );
}
