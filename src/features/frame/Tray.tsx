"use client";

import { clsx } from "clsx";
import { Check, Circle, CircleDot, Droplet } from "lucide-react";
import Link from "next/link";
import { useEffect, useRef } from "react";
import { usePathname, useSearchParams } from "next/navigation";
import type { Note } from "../../domain/note/note";
import { labFromStored } from "../../domain/reading/storedColor";
import { intoSight } from "../../ui/intoSight";
import { HANDS_ON } from "../../ui/keepFocus";
import { RowGuard } from "../../ui/RowGuard";
import { Patch } from "../../ui/Patch";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { describeLab } from "../../words/colors";
import { NOTE_STATE_WORDS } from "../../words/notes";
import { later } from "../../ui/later";

export const STATE_ICONS = { open: Circle, mixing: CircleDot, drying: Droplet, checked: Check } as const;

/** Free piles come after the notes, and are not needed to see them. */
const TrayPiles = later(async () => (await import("./TrayPiles")).TrayPiles);

/** The notes of this painting: flat patches that touch, the one in hand raised. */
export function Tray() {
  const notes = useStudio((studio) => studio.notes);
  const pathname = usePathname();
  const params = useSearchParams();
  const current = params.get("note");
  const painting = useStudio((studio) => studio.painting);
  const nav = useRef<HTMLElement>(null);
  const noteCount = notes.length;
  // The note in hand may lie beyond the edge, after a link or a recipe of another view.
  useEffect(() => {
    if (current === null || noteCount === 0) return undefined;
    // With the next picture, for which the page is laid out anyway.
    const picture = requestAnimationFrame(() => {
      if (nav.current) bringIntoSight(nav.current, "[aria-current=true]");
    });
    return () => {
      cancelAnimationFrame(picture);
    };
  }, [current, noteCount]);
  if (!painting) return <div className="row-start-3 wide:col-span-2" />;
  const firstOpen = notes.find(({ state }) => state === "open");
  const base = pathname === "/subject" ? "/subject" : "/mix";
  return (
    <nav
      ref={nav}
      id="notes"
      tabIndex={-1}
      aria-label="Notes and piles of this painting"
      className="print:hidden row-start-3 overflow-x-auto bg-board outline-none wide:col-span-2 wide:pl-[7.25rem]"
      onFocus={intoSight}
    >
      <ol className="flex w-max pr-4">
        {notes.map((note) => (
          <RowGuard key={note.id} name={`${note.number} ${note.name}`} resetKey={note} as="li">
            <TrayNote
              note={note}
              href={`${base}?note=${note.id}`}
              isCurrent={note.id === current}
              isFirstOpen={note === firstOpen}
            />
          </RowGuard>
        ))}
        <TrayPiles current={params.get("pile")} />
      </ol>
    </nav>
  );
}

/** Moves the tray alone, sideways: where the whole page scrolls, it stands at the bench that was just opened. */
function bringIntoSight(tray: HTMLElement, selector: string): void {
  const note = tray.querySelector(selector)?.getBoundingClientRect();
  if (!note) return;
  const { left, right } = tray.getBoundingClientRect();
  if (note.left < left) tray.scrollLeft += note.left - left;
  else if (note.right > right) tray.scrollLeft += note.right - right;
}

function TrayNote({
  note,
  href,
  isCurrent,
  isFirstOpen,
}: {
  note: Note;
  href: string;
  isCurrent: boolean;
  isFirstOpen: boolean;
}) {
  const settings = useSettings();
  const lab = labFromStored(note.target);
  const StateIcon = STATE_ICONS[note.state];
  const words = `${note.number} ${note.name}: ${describeLab(lab, settings).sentence}, ${NOTE_STATE_WORDS[note.state]}`;
  return (
    <li className="w-24 wide:w-[7rem] slim:w-auto!">
      <Link
        href={href as "/mix"}
        // PlaceOfView does it.
        scroll={false}
        {...(href.startsWith("/mix") && HANDS_ON)}
        data-guide={isFirstOpen ? "note" : undefined}
        aria-label={words}
        aria-current={isCurrent ? "true" : undefined}
        className="block -outline-offset-4 slim:flex slim:min-h-11 slim:items-center slim:px-1"
      >
        <Patch
          lab={lab}
          className={clsx(
            "h-10 wide:h-13 slim:mt-0! slim:h-6! slim:w-9!",
            isCurrent ? "mt-0" : "mt-3",
            isCurrent && "h-13 wide:h-16",
          )}
        />
        <span
          className={clsx("m-1 line-clamp-2 text-sm leading-tight break-words", isCurrent && "font-bold")}
        >
          <StateIcon aria-hidden="true" className="mr-1 inline size-3.5 align-[-0.125em]" />
          <span className="font-semibold">{note.number}</span> {note.name}
        </span>
      </Link>
    </li>
  );
}
