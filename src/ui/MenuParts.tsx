"use client";

/** The list of a menu, and what stands in it. {@link ./Menu} fetches it when the view stands. */
import { DropdownMenu } from "radix-ui";
import { useRef } from "react";
import { LIST_ITEM } from "./listItem";
import { MenuButton, type MenuGroupProps, type MenuItemProps, type MenuProps } from "./MenuButton";

/**
 * Open when it is first drawn: that is when it was asked for.
 *
 * @param isByKey - asked for by a key, which goes on to the first item.
 */
export function MenuWithList({ label, name, children, isByKey }: MenuProps & { isByKey: boolean }) {
  const isFirst = useRef(true);
  return (
    // The page behind stays as it is: a menu is no dialog.
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger asChild>
        <MenuButton label={label} name={name} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          ref={(list) => {
            // Later ones are opened at the button, which knows by what.
            if (list && isFirst.current && isByKey)
              list.querySelector<HTMLElement>("[role=menuitem]")?.focus();
            if (list) isFirst.current = false;
          }}
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

export function MenuItem({ children, onSelect, isDisabled = false }: MenuItemProps) {
  return (
    <DropdownMenu.Item onSelect={onSelect} disabled={isDisabled} className={LIST_ITEM}>
      {children}
    </DropdownMenu.Item>
  );
}

/** Items of one kind, with the words that they share. */
export function MenuGroup({ label, children }: MenuGroupProps) {
  return (
    <DropdownMenu.Group>
      <DropdownMenu.Separator className="my-1 border-t" />
      <DropdownMenu.Label className="px-4 pt-1 text-sm text-muted">{label}</DropdownMenu.Label>
      {children}
    </DropdownMenu.Group>
  );
}
