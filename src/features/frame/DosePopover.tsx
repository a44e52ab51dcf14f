"use client";

import { Popover } from "radix-ui";
import type { RefObject } from "react";
import type { Tube } from "../../domain/tube/tube";
import type { DoseTaker } from "../../kit/hand/doseTaker";
import { Button } from "../../ui/Button";

/** The amounts of a tube that a hand can lay: one tap, and it is down. */
export function DosePopover({
  tube,
  taker,
  anchor,
  onClose,
}: {
  tube: Tube;
  taker: DoseTaker;
  /** What was tapped: there it opens, and there the focus goes back to. */
  anchor: RefObject<HTMLButtonElement | null>;
  onClose: () => void;
}) {
  return (
    <Popover.Root
      defaultOpen
      onOpenChange={(isOpen) => {
        if (!isOpen) onClose();
      }}
    >
      <Popover.Anchor virtualRef={anchor} />
      <Popover.Portal>
        <Popover.Content
          aria-label={`${tube.label} into ${taker.into}`}
          sideOffset={4}
          collisionPadding={8}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            anchor.current?.focus();
          }}
          className="z-30 max-w-[min(24rem,calc(100vw-1rem))] border-2 border-ink bg-surface p-3"
        >
          <p className="font-semibold">
            {tube.label} into {taker.into}
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            {taker.amountsOf(tube).map(({ parts, words }) => (
              <Button
                key={parts}
                className="px-3"
                onClick={() => {
                  taker.lay(tube.id, parts);
                }}
              >
                {words}
              </Button>
            ))}
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
