"use client";

/** What opens a menu: the same button before its list is there and after. */
import { ChevronDown } from "lucide-react";
import type { ComponentProps, ReactNode } from "react";
import { buttonClass } from "./Button";

export type MenuProps = {
  readonly label: string;
  /** For who hears it, where `label` alone says too little. */
  readonly name?: string | undefined;
  readonly children: ReactNode;
};

export type MenuItemProps = {
  readonly children: ReactNode;
  readonly onSelect: () => void;
  readonly isDisabled?: boolean;
};

export type MenuGroupProps = { readonly label: string; readonly children: ReactNode };

export function MenuButton({
  label,
  name,
  ...rest
}: Omit<MenuProps, "children"> & Omit<ComponentProps<"button">, "children" | "name">) {
  return (
    <button type="button" aria-haspopup="menu" {...rest} aria-label={name} className={buttonClass("quiet")}>
      {label}
      <ChevronDown aria-hidden="true" className="size-4" />
    </button>
  );
}
