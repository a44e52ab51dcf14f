"use client";

import { clsx } from "clsx";
import { Radio, RadioGroup } from "./Radio";

export type ChoiceOption<T extends string> = {
  readonly value: T;
  readonly label: string;
  readonly hint?: string;
};

/** One of a few, shown all at once. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly ChoiceOption<T>[];
  onChange: (value: T) => void;
}) {
  return (
    <RadioGroup aria-label={label} className="flex flex-wrap gap-x-2 gap-y-2">
      {options.map((option) => {
        const isChosen = option.value === value;
        return (
          <Radio
            key={option.value}
            isChosen={isChosen}
            onChoose={() => {
              onChange(option.value);
            }}
            className={clsx(
              "flex min-h-11 items-center gap-2 border-2 px-3 text-left",
              isChosen ? "border-ink font-semibold" : "border-edge",
            )}
          >
            <span
              aria-hidden="true"
              className="flex size-4 items-center justify-center rounded-full border-2 border-current"
            >
              {isChosen ? <span className="size-2 rounded-full bg-current" /> : null}
            </span>
            <span>
              {option.label}
              {option.hint ? <span className="block font-normal text-muted">{option.hint}</span> : null}
            </span>
          </Radio>
        );
      })}
    </RadioGroup>
  );
}
