"use client";

import { Slider } from "radix-ui";
import { useSlowFinger } from "../../ui/useSlowFinger";

/** A rail with one marker or two, for settings that are felt out rather than typed. */
export function ValueRail({
  label,
  names,
  values,
  min,
  max,
  step,
  words,
  onChange,
}: {
  label: string;
  /** One for each marker. */
  names: readonly string[];
  values: readonly number[];
  min: number;
  max: number;
  step: number;
  words: string;
  onChange: (values: readonly number[]) => void;
}) {
  const finger = useSlowFinger();
  return (
    <div>
      <p className="flex justify-between gap-3">
        <span className="text-muted">{label}</span>
        <span className="font-semibold">{words}</span>
      </p>
      <Slider.Root
        className="relative flex h-11 touch-pan-y items-center select-none"
        min={min}
        max={max}
        step={step}
        minStepsBetweenThumbs={1}
        value={[...values]}
        {...finger.handlers}
        onValueChange={(next) => {
          finger.change(() => {
            onChange(next);
          });
        }}
      >
        <Slider.Track className="relative h-0.5 grow bg-edge">
          <Slider.Range className="absolute h-1.5 -translate-y-[2px] bg-ink" />
        </Slider.Track>
        {names.map((name) => (
          <Slider.Thumb
            key={name}
            aria-label={name}
            className="flex size-11 items-center justify-center outline-offset-0"
          >
            <span aria-hidden="true" className="h-7 w-3 border-2 border-surface bg-ink" />
          </Slider.Thumb>
        ))}
      </Slider.Root>
    </div>
  );
}
