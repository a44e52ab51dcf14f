"use client";

/** What is wanted now and then, folded away under one line that says what it holds. */
import { ChevronDown } from "lucide-react";
import { Collapsible } from "radix-ui";
import { type ReactNode, useState } from "react";
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
  /** Once opened, what is typed in it stays when it is folded. */
  isKept?: boolean;
}) {
  const [wasOpened, setWasOpened] = useState(false);
  return (
    <Collapsible.Root
      className={className}
      onOpenChange={(isOpen) => {
        if (isOpen) setWasOpened(true);
        onOpenChange?.(isOpen);
      }}
    >
      <Collapsible.Trigger className={buttonClass("quiet", "group text-left")}>
        {label}
        <ChevronDown aria-hidden="true" className="size-4 group-data-[state=open]:rotate-180" />
      </Collapsible.Trigger>
      <Collapsible.Content
        {...(isKept && wasOpened && { forceMount: true })}
        className="data-[state=closed]:hidden"
      >
        {children}
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
