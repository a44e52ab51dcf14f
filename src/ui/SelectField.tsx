"use client";

/** One of a list of choices. */
import { clsx } from "clsx";
import {
  Children,
  type ComponentProps,
  Fragment,
  isValidElement,
  type ReactElement,
  type ReactNode,
  useEffect,
  useId,
  useState,
} from "react";
import { later } from "./later";
import { type Choice, SelectButton } from "./SelectButton";
import { whenIdle } from "./whenIdle";

const SelectWithList = later(async () => (await import("./SelectList")).SelectWithList);

export type SelectFieldProps = {
  readonly label: string;
  /** For who hears it, where `label` alone says too little; it holds those words. */
  readonly name?: string | undefined;
  /** The words stand beside it, not above. */
  readonly isBeside?: boolean;
  /** What is not among the choices shows the first of them. */
  readonly value: string | number | undefined;
  readonly onChoose: (value: string) => void;
  /** `option` elements, as in a list of the platform's own. */
  readonly children: ReactNode;
  readonly className?: string | undefined;
};

/** As for a menu ({@link ./Menu}), the list is fetched when the view stands, and drawn when it is asked for. */
export function SelectField({
  label,
  name,
  isBeside = false,
  value,
  onChoose,
  children,
  className,
}: SelectFieldProps) {
  const id = useId();
  const [isAsked, setAsked] = useState(false);
  const choices = choicesIn(children);
  const chosen = choices.find((choice) => choice.value === String(value ?? "")) ?? choices[0];
  useEffect(
    () =>
      whenIdle(() => {
        // What fails here is told when the list is opened.
        SelectWithList.fetch().catch(() => undefined);
      }),
    [],
  );
  const button = (
    <SelectButton
      id={id}
      name={name}
      choices={choices}
      chosen={chosen}
      role="combobox"
      aria-expanded={false}
      aria-haspopup="listbox"
      onClick={() => {
        setAsked(true);
      }}
      onKeyDown={(event) => {
        if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
        event.preventDefault();
        setAsked(true);
      }}
    />
  );
  return (
    <div
      className={clsx(
        "flex max-w-full min-w-0 print:hidden",
        isBeside ? "flex-wrap items-center gap-2" : "flex-col items-start gap-1",
        className,
      )}
    >
      <label htmlFor={id} className="text-muted">
        {label}
      </label>
      {isAsked ? (
        <SelectWithList
          id={id}
          name={name}
          choices={choices}
          chosen={chosen}
          onChoose={onChoose}
          meanwhile={button}
        />
      ) : (
        button
      )}
    </div>
  );
}

function choicesIn(children: ReactNode): readonly Choice[] {
  return Children.toArray(children).flatMap((child) => {
    if (!isValidElement(child)) return [];
    if (child.type === Fragment)
      return choicesIn((child as ReactElement<{ children: ReactNode }>).props.children);
    const { value, children: words, disabled } = (child as ReactElement<ComponentProps<"option">>).props;
    const label = Children.toArray(words)
      .filter((word) => typeof word === "string" || typeof word === "number")
      .join("");
    return [{ value: value === undefined ? label : String(value), label, isDisabled: disabled === true }];
  });
}
