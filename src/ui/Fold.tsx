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
  const [isOpen, setOpen] = useState(false);
  const [wasOpened, setWasOpened] = useState(false);
  const isMounted = isOpen || (isKept && wasOpened);
  return (
    <Collapsible.Root
      className={className}
      open={isOpen}
      onOpenChange={(next) => {
        setOpen(next);
        if (next) setWasOpened(true);
        onOpenChange?.(next);
      }}
    >
      <Collapsible.Trigger className={buttonClass("quiet", "group text-left")}>
        {label}
        <ChevronDown aria-hidden="true" className="size-4 group-data-[state=open]:rotate-180" />
      </Collapsible.Trigger>
      {/* What is folded away is not there at all: measured, as the part does it, it would have the whole view laid out. */}
      {isMounted ? (
        <Collapsible.Content forceMount className="data-[state=closed]:hidden">
          {children}
        </Collapsible.Content>
      ) : null}
    </Collapsible.Root>
  );
}
