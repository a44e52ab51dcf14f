import { clsx } from "clsx";
import { ChevronDown } from "lucide-react";
import type { ComponentProps } from "react";

export type Choice = { readonly value: string; readonly label: string; readonly isDisabled: boolean };

/** What shows the choice and opens the list: the same button before its list is there and after. */
export function SelectButton({
  name,
  choices,
  chosen,
  className,
  ...rest
}: {
  readonly name: string | undefined;
  readonly choices: readonly Choice[];
  readonly chosen: Choice | undefined;
} & Omit<ComponentProps<"button">, "name">) {
  // As wide as the longest choice, so that nothing beside it moves when another is chosen.
  const longest = choices.reduce((most, { label }) => (label.length > most.length ? label : most), "");
  return (
    <button
      type="button"
      aria-label={name}
      {...rest}
      className={clsx(
        "flex min-h-11 max-w-full min-w-24 shrink items-center justify-between gap-2 border-2 border-edge bg-field px-2 text-left",
        className,
      )}
    >
      <span
        data-longest={longest}
        className="min-w-0 break-words after:invisible after:block after:h-0 after:truncate after:content-[attr(data-longest)]"
      >
        {chosen?.label}
      </span>
      <ChevronDown aria-hidden="true" className="size-4 shrink-0" />
    </button>
  );
}
