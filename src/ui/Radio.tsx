"use client";

/**
 * One of several, as the browser's own radio buttons: its keys move through a group, and it is done as soon as it is
 * there. One that is drawn by script learns of its place first, and for that all that was just drawn is drawn again.
 */
import { clsx } from "clsx";
import { createContext, type KeyboardEvent, type ReactNode, use, useId } from "react";

/** What all radio buttons of a group are called. */
const GroupName = createContext("");

type Named = { readonly "aria-label": string } | { readonly "aria-labelledby": string };

export function RadioGroup({
  className,
  children,
  ...named
}: Named & { readonly className: string; readonly children: ReactNode }) {
  return (
    <GroupName value={useId()}>
      <div role="radiogroup" className={className} {...named}>
        {children}
      </div>
    </GroupName>
  );
}

/** All of what it shows can be pressed. */
export function Radio({
  isChosen,
  onChoose,
  className,
  children,
}: {
  readonly isChosen: boolean;
  readonly onChoose: () => void;
  readonly className: string;
  readonly children: ReactNode;
}) {
  return (
    <label className={clsx("relative", className)}>
      <input
        type="radio"
        name={use(GroupName)}
        checked={isChosen}
        onChange={onChoose}
        onKeyDown={neverSend}
        className="absolute inset-0 m-0 size-full cursor-pointer appearance-none"
      />
      {children}
    </label>
  );
}

/** A form would be sent by Enter, and what is chosen here is not its last word. */
function neverSend(event: KeyboardEvent): void {
  if (event.key === "Enter") event.preventDefault();
}
