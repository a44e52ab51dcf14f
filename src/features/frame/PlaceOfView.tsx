"use client";

/**
 * Where a view stands: at its top when it is gone to, where it was left when the painter goes back. A browser does so for
 * pages alone, and what scrolls here is the view between board and tray.
 */
import { usePathname, useSearchParams } from "next/navigation";
import { useEffect, useLayoutEffect, useRef } from "react";

/** What is worked out anew may make the view as long as it was; nothing is waited for longer than this. */
const LONGEST_MS = 3000;
const HANDS = ["wheel", "pointerdown", "keydown"] as const;

/** The view that was just gone back to, until it is drawn. */
let wentBackTo: string | undefined;

// From the start, so that it is heard before the framework hears it and draws the view at once.
if (typeof window !== "undefined")
  window.addEventListener("popstate", () => {
    wentBackTo = placeKey(location.pathname, new URLSearchParams(location.search));
  });

export function PlaceOfView() {
  const pathname = usePathname();
  const key = placeKey(pathname, useSearchParams());
  const shown = useRef(key);
  const places = useRef(new Map<string, number>());
  useEffect(() => {
    const view = viewNow();
    const onScroll = (): void => {
      places.current.set(shown.current, view?.scrollTop ?? 0);
    };
    view?.addEventListener("scroll", onScroll, { passive: true });
    return () => {
      view?.removeEventListener("scroll", onScroll);
    };
  }, []);
  useLayoutEffect(() => {
    const view = viewNow();
    const isBack = wentBackTo === key || listOf(shown.current) === key;
    wentBackTo = undefined;
    // The first view stands at its top, and so does the same one that is drawn again.
    if (!view || shown.current === key) return undefined;
    shown.current = key;
    if (isBack) return bringBack(view, places.current.get(key) ?? 0);
    // An address that names a part of the view leads to it.
    if (location.hash !== "") return undefined;
    // Before the next picture, for which the page is laid out anyway.
    const picture = requestAnimationFrame(() => {
      toTop(view);
    });
    return () => {
      cancelAnimationFrame(picture);
    };
  }, [key]);
  return null;
}

/** What a view is opened for: each note has a bench of its own, each tube a page. */
const OPENED = ["note", "pile", "tube"] as const;

function placeKey(pathname: string, params: Pick<URLSearchParams, "get">): string {
  const opened = OPENED.map((name) => params.get(name)).find((id) => id !== null);
  return opened === undefined ? pathname : `${pathname} ${opened}`;
}

/** Of what is left for the list that it was opened from, the list. */
function listOf(key: string): string | undefined {
  return key.split(" ")[0];
}

function viewNow(): HTMLElement | null {
  return document.getElementById("view");
}

/** Where the whole page scrolls, the view is brought in sight. */
function toTop(view: HTMLElement): void {
  view.scrollTop = 0;
  if (scrollY === 0) return;
  scrollTo(0, 0);
  if (view.getBoundingClientRect().top >= innerHeight) view.scrollIntoView();
}

/** Scrolls there as soon as the view is long enough, unless a hand is quicker. @returns ends it. */
function bringBack(view: HTMLElement, top: number): () => void {
  const observer = new ResizeObserver(tryIt);
  const timer = setTimeout(end, LONGEST_MS);
  for (const part of view.children) observer.observe(part);
  for (const hand of HANDS) view.addEventListener(hand, end, { passive: true });
  tryIt();
  return end;

  function tryIt(): void {
    view.scrollTop = top;
    if (Math.abs(view.scrollTop - top) < 1) end();
  }
  function end(): void {
    observer.disconnect();
    clearTimeout(timer);
    for (const hand of HANDS) view.removeEventListener(hand, end);
  }
}
