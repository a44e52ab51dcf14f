"use client";

/** The list of {@link ./SelectField}. */
import { clsx } from "clsx";
import { Check } from "lucide-react";
import { Select } from "radix-ui";
import { LIST_ITEM } from "./listItem";
import { type Choice, SelectButton } from "./SelectButton";

/** A choice of nothing has no value; the list takes none for “nothing was chosen yet”. */
const NOTHING = "\u0000";

/** Open when it is first drawn: that is when it was asked for. */
export function SelectWithList({
  id,
  name,
  choices,
  chosen,
  onChoose,
}: {
  readonly id: string;
  readonly name: string | undefined;
  readonly choices: readonly Choice[];
  readonly chosen: Choice | undefined;
  readonly onChoose: (value: string) => void;
}) {
  return (
    <Select.Root
      defaultOpen
      value={chosen === undefined ? "" : chosen.value || NOTHING}
      onValueChange={(value) => {
        onChoose(value === NOTHING ? "" : value);
      }}
    >
      <Select.Trigger asChild>
        <SelectButton
          id={id}
          name={name}
          choices={choices}
          chosen={chosen}
          onKeyDown={(event) => {
            // Letters are keys of the page while the list is closed.
            if (event.key.length === 1 && event.key !== " ") event.preventDefault();
          }}
        />
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          collisionPadding={8}
          className="z-60 max-h-(--radix-select-content-available-height) max-w-[calc(100vw-1rem)] min-w-(--radix-select-trigger-width) overflow-hidden border-2 border-ink bg-surface"
        >
          <Select.Viewport className="py-1 [scrollbar-width:thin]!">
            {choices.map(({ value, label, isDisabled }) => (
              <Select.Item
                key={value}
                value={value || NOTHING}
                data-choice={value}
                disabled={isDisabled}
                className={clsx(LIST_ITEM, "justify-between gap-3")}
              >
                <Select.ItemText>{label}</Select.ItemText>
                <Select.ItemIndicator>
                  <Check aria-hidden="true" className="size-4 shrink-0" />
                </Select.ItemIndicator>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}
