"use client";

/** What is done now and then, in one place: a button that opens a list, by pointer, finger and arrow keys. */
import { ChevronDown } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { buttonClass } from "./Button";

/** @param name - for who hears it, where `label` alone says too little. */
export function Menu({ label, name, children }: { label: string; name?: string; children: ReactNode }) {
  return (
    // The page behind stays as it is: a menu is no dialog.
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger aria-label={name} className={buttonClass("quiet")}>
        {label}
        <ChevronDown aria-hidden="true" className="size-4" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          // The page may grow above it while it is open.
          sticky="always"
          collisionPadding={8}
          className="z-40 max-h-(--radix-dropdown-menu-content-available-height) min-w-56 overflow-y-auto border-2 border-ink bg-surface py-1"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

export function MenuItem({
  children,
  onSelect,
  isDisabled = false,
}: {
  children: ReactNode;
  onSelect: () => void;
  isDisabled?: boolean;
}) {
  return (
    <DropdownMenu.Item
      onSelect={onSelect}
      disabled={isDisabled}
      className="flex min-h-11 cursor-default items-center px-4 outline-none data-[highlighted]:bg-ink data-[highlighted]:text-surface data-[disabled]:text-muted"
    >
      {children}
    </DropdownMenu.Item>
  );
}

/** Items of one kind, with the words that they share. */
export function MenuGroup({ label, children }: { label: string; children: ReactNode }) {
  return (
    <DropdownMenu.Group>
      <DropdownMenu.Separator className="my-1 border-t" />
      <DropdownMenu.Label className="px-4 pt-1 text-sm text-muted">{label}</DropdownMenu.Label>
      {children}
    </DropdownMenu.Group>
  );
}
