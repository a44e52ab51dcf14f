"use client";

/** A tube test: two or more dabs, read by eye, as numbers or by the simulated colorimeter, and what follows. */
import { useState } from "react";
import {
  impossibleReading,
  TEST_WHITE_PARTS,
  type TubeCalibration,
  type TubeReading,
} from "../../core/learning/calibrateTube";
import { tintLab } from "../../core/tube/character";
import { WHITE_BENCH } from "../../data/testWhite";
import type { StoredColor } from "../../domain/reading/storedColor";
import type { Tube } from "../../domain/tube/tube";
import { storedFromLab } from "../../domain/reading/storedColor";
import { Button } from "../../ui/Button";
import { SelectField } from "../../ui/fields";
import { Notice } from "../../ui/Notice";
import { Patch } from "../../ui/Patch";
import { genericOpticsOf, opticsOfTube } from "../../domain/tube/optics";
import { workFailureWords } from "../../words/failures";
import { solver } from "../../workers/clients";
import { useSettings } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { useTubeCommands } from "../../kit/commands/tubes";
import { describeLab } from "../../words/colors";
import { partsWords } from "../../words/tubes";
import { ReadColour, type ReadWay } from "../../kit/reading/ReadColour";
import type { TakenColour } from "../../kit/reading/taken";
import { useOnce } from "../../kit/commands/useOnce";

export type TakenReading = TubeReading & { readonly source: StoredColor["source"] };

export function TubeTest({ tube, onDone }: { tube: Tube; onDone: () => void }) {
  const settings = useSettings();
  const { keepCalibrations } = useTubeCommands();
  const [way, setWay] = useState<ReadWay>("eye");
  const [whiteParts, setWhiteParts] = useState<number>(TEST_WHITE_PARTS[0]);
  const [readings, setReadings] = useState<readonly TakenReading[]>([]);
  const [result, setResult] = useState<TubeCalibration>();
  const [word, setWord] = useState<string>();
  const [isFitting, setFitting] = useState(false);
  const once = useOnce(JSON.stringify(readings));
  const generic = genericOpticsOf(tube);
  const believed = opticsOfTube(tube);
  if (!generic || !believed) return null;
  const expected = tintLab(believed, whiteParts, WHITE_BENCH);

  const take = ({
    lab,
    source,
    uncertaintyDeltaE2000,
    spectrum,
    whiteParts: statedParts = whiteParts,
  }: TakenColour): void => {
    const reading: TakenReading = {
      whiteParts: statedParts,
      lab,
      uncertaintyDeltaE2000,
      source,
      ...(spectrum && { spectrum }),
    };
    const next = [...readings.filter((other) => other.whiteParts !== statedParts), reading].sort(
      (a, b) => a.whiteParts - b.whiteParts,
    );
    const reason = impossibleReading(next, WHITE_BENCH);
    setWord(reason);
    if (reason) return;
    setReadings(next);
    setResult(undefined);
    const missing = SUGGESTED.find((parts) => !next.some((other) => other.whiteParts === parts));
    if (missing !== undefined) setWhiteParts(missing);
  };

  const fit = async (): Promise<void> => {
    setFitting(true);
    const answer = await solver.ask((remote) =>
      remote.calibrateTube(
        {
          absorption: Array.from(generic.absorption),
          scattering: Array.from(generic.scattering),
          isBlack: false,
        },
        readings,
      ),
    );
    setFitting(false);
    if (answer.ok) setResult(answer.value);
    else setWord(workFailureWords("The tube", answer.failure));
  };

  const keep = async (fitted: TubeCalibration): Promise<void> => {
    const calibration = {
      at: Date.now(),
      absorption: Array.from(fitted.optics.absorption),
      scattering: Array.from(fitted.optics.scattering),
      readings: readings.map((reading, i) => ({
        whiteParts: reading.whiteParts,
        color: storedFromLab(reading.lab, reading.source, reading.uncertaintyDeltaE2000),
        ...(reading.spectrum && {
          spectrum: {
            reflectance: Array.from(reading.spectrum.reflectance.values),
            uncertainty: reading.spectrum.uncertainty,
          },
        }),
        missBefore: fitted.missBefore[i] ?? Number.NaN,
        missAfter: fitted.missAfter[i] ?? Number.NaN,
      })),
      piles: [],
      spreadBefore: fitted.spreadBefore,
      spreadAfter: fitted.spreadAfter,
    };
    await keepCalibrations([{ tubeId: tube.id, calibration }]);
    onDone();
  };

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
        onChange={(event) => {
          setWhiteParts(Number(event.target.value));
          setWord(undefined);
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
        onWay={setWay}
        expected={expected}
        specimen={{
          specimen: [
            { tubeId: tube.id, generic, volume: 1 },
            ...(whiteParts > 0
              ? [{ tubeId: "bench white", generic: WHITE_BENCH.white, volume: whiteParts }]
              : []),
          ],
        }}
        onTake={(taken) => {
          if (taken) take(taken);
        }}
      />
      <Notice>{word}</Notice>
      {readings.length > 0 ? (
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
      ) : null}
      {result ? (
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
                once("keep", () => keep(result));
              }}
            >
              Keep it
            </Button>
            <Button
              onClick={() => {
                setResult(undefined);
                setReadings([]);
              }}
            >
              Discard
            </Button>
          </div>
        </section>
      ) : (
        <Button
          weight="main"
          className="self-start"
          disabled={readings.length === 0 || isFitting}
          onClick={() => {
            attempt(fit());
          }}
        >
          {isFitting ? "Fitting" : "Fit the tube to these"}
        </Button>
      )}
    </div>
  );
}

/** The two dabs that tell most. */
const SUGGESTED = [0, 9] as const;

function dabWords(whiteParts: number): string {
  return whiteParts === 0
    ? "the tube alone"
    : `1 part in ${partsWords(whiteParts).replace(/ parts?$/, "")} of white`;
}
