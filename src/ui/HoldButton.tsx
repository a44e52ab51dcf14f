"use client";

import type { ReactNode } from "react";
import { clsx } from "clsx";
import { KeyCap } from "./KeyCap";

/** Held down with finger or mouse it acts while held; pressed by keyboard it stays until pressed again. */
export function HoldButton({
  isOn,
  onChange,
  shortcut,
  children,
}: {
  isOn: boolean;
  onChange: (isOn: boolean) => void;
  shortcut: string;
  children: ReactNode;
}) {
  const release = (): void => {
    onChange(false);
  };
  return (
    <button
      type="button"
      aria-pressed={isOn}
      className={clsx(
        "print:hidden inline-flex min-h-11 min-w-11 touch-none items-center gap-2 px-1 select-none",
        isOn && "font-bold",
      )}
      onPointerDown={() => {
        onChange(true);
      }}
      onPointerUp={release}
      onPointerLeave={release}
      onPointerCancel={release}
      onClick={(event) => {
        // Only a keyboard click has no pointer behind it.
        if (event.detail === 0) onChange(!isOn);
      }}
    >
      <KeyCap>{shortcut}</KeyCap>
      {children}
    </button>
  );
}
