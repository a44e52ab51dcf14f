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

export function Menu(props: MenuProps) {
  const { label, name } = props;
  const [isThere, setThere] = useState(false);
  const [isAsked, setAsked] = useState(false);
  useEffect(
    () =>
      whenIdle(() => {
        MenuWithList.fetch().then(
          () => {
            setThere(true);
          },
          // What fails here is told when the menu is opened.
          () => undefined,
        );
      }),
    [],
  );
  const button = (
    <MenuButton
      label={label}
      name={name}
      aria-expanded={false}
      onClick={() => {
        setAsked(true);
      }}
    />
  );
  return isThere || isAsked ? <MenuWithList {...props} isAsked={isAsked} meanwhile={button} /> : button;
}
