"use client";

/** The simulated colorimeter on a dab or an object: connect, calibrate on its tile, measure; each step can be given up. */
import { useEffect, useRef, useState } from "react";
import type { LabD65 } from "../../core/color/types";
import type { Film } from "../../core/mixing/mixture";
import { createRng } from "../../core/random/rng";
import type { TubeReading } from "../../core/learning/calibrateTube";
import {
  type Colorimeter,
  type ColorimeterFailure,
  createSimulatedColorimeter,
  type Specimen,
} from "../../devices/colorimeter";
import { BENCH_PAINT_SEED } from "../../devices/simulatedPaint";
import { BAND_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { Button } from "../../ui/Button";
import type { PaintKind } from "../../domain/mixture/drying";
import { Status } from "../../ui/Status";

const FAILURE_WORDS: Readonly<Record<ColorimeterFailure["code"], string>> = {
  "not-connected": "It is not connected. Connect it first.",
  "not-calibrated": "It does not know its white yet. Put it on its tile and calibrate.",
  unsteady: "It was held unsteadily. Hold it flat and measure once more.",
  disconnected: "The cable came out. Connect it again, then calibrate on the tile.",
};

type Stage = "away" | "connected" | "ready";
type Task = "connecting" | "calibrating" | "measuring";

export function ReadByColorimeter({
  specimen,
  thing,
  wet,
  film,
  onTake,
}: {
  specimen: Specimen;
  /** What lies under it, as in "Measure the dab". */
  thing: string;
  /** Of paint that is still wet, its kind. */
  wet?: PaintKind | undefined;
  /** Of a wash: how thin it lies on what. */
  film?: Film | undefined;
  onTake: (lab: LabD65, uncertaintyDeltaE2000: number, spectrum: TubeReading["spectrum"]) => void;
}) {
  const instrument = useRef<Colorimeter>(null);
  // Each task has a number; one that was given up no longer has the current one.
  const current = useRef(0);
  const [stage, setStage] = useState<Stage>("away");
  const [task, setTask] = useState<Task>();
  const [word, setWord] = useState("");
  useEffect(
    () => () => {
      current.current++;
      instrument.current?.disconnect();
    },
    [],
  );

  const open = (): Colorimeter => {
    instrument.current ??= createSimulatedColorimeter({
      now: () => performance.now(),
      wait: (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds)),
      rng: createRng(Date.now() >>> 0),
      paintSeed: BENCH_PAINT_SEED,
    });
    return instrument.current;
  };

  const carryOut = async (name: Task, work: (colorimeter: Colorimeter) => Promise<void>): Promise<void> => {
    const mine = ++current.current;
    setTask(name);
    setWord("");
    await work(open());
    if (current.current === mine) setTask(undefined);
  };
  const isCurrent = (mine: number): boolean => current.current === mine;

  const tell = (failure: ColorimeterFailure): void => {
    setWord(FAILURE_WORDS[failure.code]);
    if (failure.code === "not-connected" || failure.code === "disconnected") setStage("away");
    if (failure.code === "not-calibrated") setStage("connected");
  };

  const connect = (): void => {
    void carryOut("connecting", async (colorimeter) => {
      const mine = current.current;
      const answer = await colorimeter.connect();
      if (!isCurrent(mine)) return;
      if (answer.ok) setStage("connected");
      else tell(answer.failure);
    });
  };
  const calibrate = (): void => {
    void carryOut("calibrating", async (colorimeter) => {
      const mine = current.current;
      const answer = await colorimeter.calibrate();
      if (!isCurrent(mine)) return;
      if (answer.ok) setStage("ready");
      else tell(answer.failure);
    });
  };
  const measure = (): void => {
    void carryOut("measuring", async (colorimeter) => {
      const mine = current.current;
      const answer = await colorimeter.measure(specimen, wet, film);
      if (!isCurrent(mine)) return;
      if (!answer.ok) {
        tell(answer.failure);
        return;
      }
      const { lab, uncertaintyDeltaE2000, reflectance } = answer.value;
      setWord("Read.");
      onTake(lab, uncertaintyDeltaE2000, { reflectance, uncertainty: BAND_UNCERTAINTY });
    });
  };
  const giveUp = (): void => {
    current.current++;
    setTask(undefined);
    setWord("Given up.");
  };

  return (
    <div>
      <p>
        A simulated colorimeter stands in for a real one. It reads simulated paint, which differs from the
        generic models as real tubes do. It drifts a little until it is warm, so calibrate it again now and
        then.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        {stage === "away" ? (
          <Button disabled={task !== undefined} onClick={connect}>
            Connect
          </Button>
        ) : (
          <>
            <Button disabled={task !== undefined} onClick={calibrate}>
              {stage === "ready" ? "Calibrate again" : "Calibrate on the white tile"}
            </Button>
            <Button weight="main" disabled={task !== undefined || stage !== "ready"} onClick={measure}>
              Measure {thing}
            </Button>
            <Button
              weight="quiet"
              disabled={task !== undefined}
              onClick={() => {
                instrument.current?.disconnect();
                setStage("away");
                setWord("");
              }}
            >
              disconnect
            </Button>
          </>
        )}
        {task ? (
          <Button weight="quiet" onClick={giveUp}>
            give up
          </Button>
        ) : null}
      </div>
      <Status className="min-h-7 py-1">
        {task ? `${task.charAt(0).toUpperCase()}${task.slice(1)}` : word}
      </Status>
    </div>
  );
}
