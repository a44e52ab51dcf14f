"use client";

import { RadioGroup } from "radix-ui";

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
    <RadioGroup.Root
      aria-label={label}
      value={value}
      onValueChange={(next) => {
        const option = options.find((candidate) => candidate.value === next);
        if (option) onChange(option.value);
      }}
      className="flex flex-wrap gap-x-2 gap-y-2"
    >
      {options.map((option) => (
        <RadioGroup.Item
          key={option.value}
          value={option.value}
          className="group flex min-h-11 items-center gap-2 border-2 border-edge px-3 text-left data-[state=checked]:border-ink data-[state=checked]:font-semibold"
        >
          <span
            aria-hidden="true"
            className="flex size-4 items-center justify-center rounded-full border-2 border-current"
          >
            <span className="hidden size-2 rounded-full bg-current group-data-[state=checked]:block" />
          </span>
          <span>
            {option.label}
            {option.hint ? <span className="block font-normal text-muted">{option.hint}</span> : null}
          </span>
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
