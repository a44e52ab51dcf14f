"use client";

/** The next dose on the scale: tare, live weight, target line. What really fell is what is recorded. */
import { useEffect, useRef, useState } from "react";
import { createRng } from "../../../core/random/rng";
import { createSimulatedScale, type SimulatedScale, type Weight } from "../../../devices/scale";
import { Button } from "../../../ui/Button";
import { Notice } from "../../../ui/Notice";
import { densityOf } from "../../../domain/tube/density";
import { useSettings } from "../../../kit/studio/useStudio";
import { tubeName } from "../../../words/doses";
import type { PileStep } from "../../../domain/pile/plan";
import { usePaint } from "../bench/contexts";
import { Status } from "../../../ui/Status";

/** A simulated hand: grams that a touch of the button lets fall, and that holding it lets fall in a second. */
const DAB_GRAMS = 0.05;
const FLOW_GRAMS = 1.2;
const FLOW_MS = 100;
/** The bar shows this much more than the target. */
const BEYOND = 1.4;

export function WeighStep({ step, onLay }: { step: PileStep; onLay: (parts: number) => void }) {
  const { tubeById } = usePaint();
  const settings = useSettings();
  const scale = useRef<SimulatedScale>(undefined);
  const [isConnected, setConnected] = useState(false);
  const [isConnecting, setConnecting] = useState(false);
  const [weight, setWeight] = useState<Weight>();
  const tube = tubeById.get(step.tubeId);
  const name = tubeName(tube);
  const density = tube ? densityOf(tube) : Number.NaN;
  const target = step.parts * settings.partMl * density;
  const grams = weight?.state === "weighing" ? weight.grams : 0;
  const isSteady = weight?.state === "weighing" && weight.isSteady;

  useEffect(() => {
    if (!isConnected) return undefined;
    const own = scale.current;
    const stop = own?.onWeight(setWeight);
    return () => {
      stop?.();
    };
  }, [isConnected]);
  useEffect(
    () => () => {
      scale.current?.disconnect();
    },
    [],
  );

  const connect = async (): Promise<void> => {
    setConnecting(true);
    scale.current = createSimulatedScale({
      rng: createRng(Date.now()),
      wait: (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds)),
      every: (milliseconds, task) => {
        const timer = setInterval(task, milliseconds);
        return () => {
          clearInterval(timer);
        };
      },
    });
    await scale.current.connect();
    scale.current.tare();
    setConnecting(false);
    setConnected(true);
  };

  if (!Number.isFinite(target)) return <p>What this paint weighs is not known, so it cannot be weighed.</p>;
  if (!isConnected)
    return (
      <div className="py-2">
        <p>
          A simulated scale stands in for a real one. {tube?.gramsPerMl === undefined ? "Its" : "By its"}{" "}
          {tube?.gramsPerMl === undefined ? "usual density" : "density"} of {density.toFixed(2)} g/ml makes{" "}
          {target.toFixed(2)} g of {name}.
        </p>
        <Button disabled={isConnecting} onClick={() => void connect()}>
          Connect the scale
        </Button>
      </div>
    );
  const place = (value: number): string =>
    `${Math.max(0, Math.min(100, (100 * value) / (target * BEYOND))).toFixed(1)}%`;
  const left = target - grams;
  return (
    <div className="py-2" role="group" aria-label={`Weighing ${name}`}>
      <p className="flex items-baseline justify-between gap-3">
        <span className="text-2xl font-bold tabular-nums" data-testid="weight">
          {weight?.state === "overloaded" ? "too much" : `${grams.toFixed(2)} g`}
        </span>
        <span>
          of {target.toFixed(2)} g{" "}
          <span className="text-muted">{weight === undefined ? "" : isSteady ? "steady" : "settling"}</span>
        </span>
      </p>
      <div className="relative mt-1 h-6 border-2 border-edge" aria-hidden="true">
        <span className="absolute inset-y-0 left-0 bg-ink" style={{ width: place(grams) }} />
        <span
          className="absolute -inset-y-1.5 w-1 bg-ink outline outline-2 outline-surface"
          style={{ left: place(target) }}
        />
      </div>
      <Status className="min-h-7">
        {left < -0.02 * target
          ? `${(-left).toFixed(2)} g too much: the rest will grow with it.`
          : left < 0.02 * target
            ? "That is the dose."
            : `${left.toFixed(2)} g to go.`}
      </Status>
      <Notice>
        {weight?.state === "overloaded"
          ? "More lies on the scale than it can bear. Take the board off, tare, and weigh the doses one by one."
          : undefined}
      </Notice>
      <div className="flex flex-wrap gap-3">
        <SqueezeButton
          onFall={(fallen) => {
            scale.current?.drop(fallen);
          }}
        />
        <Button
          onClick={() => {
            scale.current?.tare();
          }}
        >
          Tare
        </Button>
        <Button
          weight="main"
          disabled={!(grams > 0) || !isSteady}
          onClick={() => {
            scale.current?.tare();
            onLay(grams / density / settings.partMl);
          }}
        >
          I added it
        </Button>
      </div>
    </div>
  );
}

/** The hand that a simulated scale needs: a press lets a dab fall, holding lets paint run. */
function SqueezeButton({ onFall }: { onFall: (grams: number) => void }) {
  const flow = useRef<ReturnType<typeof setInterval>>(undefined);
  const stop = (): void => {
    clearInterval(flow.current);
    flow.current = undefined;
  };
  useEffect(
    () => () => {
      clearInterval(flow.current);
    },
    [],
  );
  return (
    <Button
      onPointerDown={() => {
        stop();
        flow.current = setInterval(() => {
          onFall((FLOW_GRAMS * FLOW_MS) / 1000);
        }, FLOW_MS);
      }}
      onPointerUp={stop}
      onPointerLeave={stop}
      onPointerCancel={stop}
      onClick={() => {
        onFall(DAB_GRAMS);
      }}
    >
      Squeeze (simulated)
    </Button>
  );
}
