"use client";

import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { useReturnFocus } from "./useReturnFocus";

export type DrawerProps = {
  readonly isOpen: boolean;
  readonly onOpenChange: (isOpen: boolean) => void;
  readonly title: string;
  readonly description: string;
  readonly children: ReactNode;
};

export function DrawerPanel({ isOpen, onOpenChange, title, description, children }: DrawerProps) {
  const returnFocus = useReturnFocus();
  return (
    <Dialog.Root open={isOpen} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40" style={{ background: "rgb(0 0 0 / 0.45)" }} />
        <Dialog.Content
          {...returnFocus}
          className="fixed inset-x-0 bottom-0 z-50 flex max-h-[88dvh] flex-col border-t-2 border-ink bg-surface wide:inset-y-0 wide:right-0 wide:left-auto wide:max-h-none wide:w-[32rem] wide:border-t-0 wide:border-l-2"
        >
          <div className="flex items-center justify-between gap-4 border-b px-5 py-2">
            <Dialog.Title className="text-lg font-bold">{title}</Dialog.Title>
            <Dialog.Close className="flex size-11 items-center justify-center" aria-label="Close">
              <X aria-hidden="true" />
            </Dialog.Close>
          </div>
          <Dialog.Description className="px-5 pt-3 text-muted">{description}</Dialog.Description>
          <div className="overflow-y-auto px-5 py-4">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
