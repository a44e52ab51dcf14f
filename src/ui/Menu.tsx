"use client";

/** What is done now and then, in one place: a button that opens a list, by pointer, finger and arrow keys. */
import { useEffect, useState } from "react";
import { later } from "./later";
import { MenuButton, type MenuProps } from "./MenuButton";
import { whenIdle } from "./whenIdle";

export const MenuItem = later(async () => (await import("./MenuParts")).MenuItem);
/** Items of one kind, with the words that they share. */
export const MenuGroup = later(async () => (await import("./MenuParts")).MenuGroup);

const MenuWithList = later(async () => {
  // What stands in it is there with it, or the first item could not take the focus.
  await Promise.all([MenuItem.fetch(), MenuGroup.fetch()]);
  return (await import("./MenuParts")).MenuWithList;
});

/**
 * Until it is asked for it is a button alone, which goes for one that has a list in the moment it is pressed: changed
 * before, it would go from under a finger.
 */
export function Menu(props: MenuProps) {
  const { label, name } = props;
  const [asked, setAsked] = useState<"by-key" | "by-pointer">();
  useEffect(
    () =>
      whenIdle(() => {
        // What fails here is told when the menu is opened.
        MenuWithList.fetch().catch(() => undefined);
      }),
    [],
  );
  const button = (
    <MenuButton
      label={label}
      name={name}
      aria-expanded={false}
      onClick={({ detail }) => {
        // What was clicked with no pointer was pressed by a key.
        setAsked(detail === 0 ? "by-key" : "by-pointer");
      }}
      onKeyDown={({ key }) => {
        if (key === "ArrowDown") setAsked("by-key");
      }}
    />
  );
  return asked ? <MenuWithList {...props} isByKey={asked === "by-key"} meanwhile={button} /> : button;
}
