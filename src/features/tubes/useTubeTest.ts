"use client";

/** The readings of a tube test, the fit that follows from them, and keeping it. */
import { impossibleReadingWords } from "../../words/tubes";
import { useState } from "react";
import { impossibleReading, TEST_WHITE_PARTS, type TubeCalibration } from "../../core/learning/calibrateTube";
import { WHITE_BENCH } from "../../data/testWhite";
import { calibrationOfTest, type DabReading, withReading } from "../../domain/tube/tubeTest";
import { genericOpticsOf } from "../../domain/tube/optics";
import type { Tube } from "../../domain/tube/tube";
import { useTubeCommands } from "../../kit/commands/tubes";
import { useOnce } from "../../kit/commands/useOnce";
import type { TakenColour } from "../../kit/reading/taken";
import { workFailureWords } from "../../words/failures";
import { solver } from "../../workers/clients";

/** The two dabs that tell most. */
const SUGGESTED = [0, 9] as const;

export type TubeTesting = {
  readonly whiteParts: number;
  readonly chooseDab: (whiteParts: number) => void;
  readonly readings: readonly DabReading[];
  readonly take: (taken: TakenColour) => void;
  /** Why the last reading was not taken, or the tube not fitted. */
  readonly problem: string | undefined;
  readonly result: TubeCalibration | undefined;
  readonly isFitting: boolean;
  readonly fit: () => Promise<void>;
  readonly keep: (fitted: TubeCalibration) => void;
  readonly discard: () => void;
};

export function useTubeTest(tube: Tube, onDone: () => void): TubeTesting {
  const { keepCalibrations } = useTubeCommands();
  const [whiteParts, setWhiteParts] = useState<number>(TEST_WHITE_PARTS[0]);
  const [readings, setReadings] = useState<readonly DabReading[]>([]);
  const [result, setResult] = useState<TubeCalibration>();
  const [problem, setProblem] = useState<string>();
  const [isFitting, setFitting] = useState(false);
  const once = useOnce(JSON.stringify(readings));
  return {
    whiteParts,
    chooseDab: (parts) => {
      setWhiteParts(parts);
      setProblem(undefined);
    },
    readings,
    take: ({ whiteParts: statedParts = whiteParts, ...taken }) => {
      const next = withReading(readings, { ...taken, whiteParts: statedParts });
      const fault = impossibleReading(next, WHITE_BENCH);
      setProblem(fault && impossibleReadingWords(fault));
      if (fault) return;
      setReadings(next);
      setResult(undefined);
      const missing = SUGGESTED.find((parts) => !next.some((other) => other.whiteParts === parts));
      if (missing !== undefined) setWhiteParts(missing);
    },
    problem,
    result,
    isFitting,
    fit: async () => {
      const generic = genericOpticsOf(tube);
      if (!generic) return;
      setFitting(true);
      const [absorption, scattering] = [Array.from(generic.absorption), Array.from(generic.scattering)];
      const answer = await solver.ask((remote) =>
        remote.calibrateTube({ absorption, scattering, surface: generic.surface, isBlack: false }, readings),
      );
      setFitting(false);
      if (answer.ok) setResult(answer.value);
      else setProblem(workFailureWords("The tube", answer.failure));
    },
    keep: (fitted) => {
      once("keep", async () => {
        const calibration = calibrationOfTest(fitted, readings, Date.now());
        await keepCalibrations([{ tubeId: tube.id, calibration }]);
        onDone();
      });
    },
    discard: () => {
      setResult(undefined);
      setReadings([]);
    },
  };
}
