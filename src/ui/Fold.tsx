"use client";

/** What is wanted now and then, folded away under one line that says what it holds. */
import { ChevronDown } from "lucide-react";
import { Collapsible } from "radix-ui";
import type { ReactNode } from "react";
import { buttonClass } from "./Button";

export function Fold({
  label,
  children,
  className,
  onOpenChange,
  isKept = false,
}: {
  label: ReactNode;
  children: ReactNode;
  className?: string;
  onOpenChange?: (isOpen: boolean) => void;
  /** What is typed in it stays when it is folded. */
  isKept?: boolean;
}) {
  return (
    <Collapsible.Root className={className} {...(onOpenChange && { onOpenChange })}>
      <Collapsible.Trigger className={buttonClass("quiet", "group text-left")}>
        {label}
        <ChevronDown aria-hidden="true" className="size-4 group-data-[state=open]:rotate-180" />
      </Collapsible.Trigger>
      <Collapsible.Content {...(isKept && { forceMount: true })} className="data-[state=closed]:hidden">
        {children}
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
