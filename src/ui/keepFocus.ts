/**
 * The keyboard's place when a command takes its own button away: a browser then puts it on the body, and whoever
 * works by keys or by ear stands before the whole page again.
 *
 * It goes on to what the view calls its next step, where that lies near: what is marked with `data-next`. Where
 * nothing is marked, to the first heavy button, then to the first control, of the nearest part of the page that is still there.
 *
 * A link that lies outside the view, and is pressed by key to work on what it leads to, stays where it is. It hands the place
 * on to the view.
 */

/** The page has settled when it has not changed for so long, and is not waited for longer than that: a slow machine works long. */
const SETTLED_MS = 200;
const LONGEST_MS = 20_000;
/** What was written is read back before the next step is asked for; whoever has not gone on by themselves is taken there. */
const STEP_MAY_COME_MS = 3000;

/** Marks the one control that a view wants pressed next: `<button {...NEXT} />`. */
export const NEXT = { "data-next": "" } as const;
/** Marks what tells that something is being worked out, which may bring the next step. */
export const ASKING = { "data-asking": "" } as const;

/** Marks a link outside the view that leads to work in it: `<Link {...HANDS_ON} />`. */
export const HANDS_ON = { "data-hands-on": "" } as const;

/** Room for what stands at the foot of a view. */
const FOOT = "5rem";

const NEXT_STEP = "[data-next]";
const UNDER_WAY = "#view [data-asking]";
const HEAVY = "[data-weight=main]";
/** Where letters are keys, not text. */
const PRESSED = "a[href], button, input[type=radio]";
const CONTROL = "a[href], button, input, select, textarea, summary, [tabindex='0']";

/** What the painter did last. Who turned the wheel has put the page where it is to stay. */
type Hand = "keys" | "pointer" | "wheel";
type Place = { readonly element: HTMLElement; readonly around: readonly HTMLElement[] };

/**
 * @param isBusy - whether what is shown is about to change.
 * @returns ends the keeping.
 */
export function keepFocus(isBusy: () => boolean): () => void {
  let place: Place | undefined;
  let lostAt: number | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let hand: Hand = "pointer";
  let isKeyHeld = false;
  /** Where the link leads that hands the place on. */
  let handedTo: string | undefined;
  /** What was taken up where no next step was there, and where that was. */
  let stopgap: { readonly taken: HTMLElement; readonly left: Place; until: number } | undefined;
  const onKey = (): void => {
    stopgap = undefined;
    hand = "keys";
    isKeyHeld = true;
  };
  const onKeyUp = (): void => {
    isKeyHeld = false;
  };
  const onFocus = (event: FocusEvent): void => {
    handedTo = undefined;
    lostAt = undefined;
    clearTimeout(timer);
    if (event.target instanceof HTMLElement) place = { element: event.target, around: aboveOf(event.target) };
  };
  const onPress = (event: Event): void => {
    stopgap = undefined;
    hand = "pointer";
    isKeyHeld = false;
    if (!(event.target instanceof Element)) return;
    const pressed = event.target.closest<HTMLElement>(CONTROL);
    // Who presses on bare page has left the place on purpose. Some browsers give no focus to what a finger presses.
    place = pressed ? { element: pressed, around: aboveOf(pressed) } : undefined;
  };
  const onClick = (event: MouseEvent): void => {
    // A reader of screens presses with neither key nor pointer.
    stopgap = undefined;
    if (hand === "wheel") hand = "pointer";
    const link =
      event.target instanceof Element ? event.target.closest<HTMLAnchorElement>("a[data-hands-on]") : null;
    // A key presses without a place, and with one of these it opens another window.
    if (!link || event.detail > 0 || event.ctrlKey || event.metaKey || event.shiftKey) return;
    handedTo = link.href;
    place = { element: link, around: [] };
    wait();
  };
  const onWheel = (): void => {
    hand = "wheel";
  };
  const goOn = (): void => {
    if (stopgap) {
      const next = nextAfter(stopgap.left);
      if (next?.matches(NEXT_STEP) !== true) return;
      takeUp(next, hand);
      stopgap = undefined;
      return;
    }
    if (!place || !isToGoOn(place)) return;
    lostAt ??= Date.now();
    const isOnTheWay = handedTo !== undefined && location.href !== handedTo;
    // A key that is still held would press the next control too.
    const isWaiting = isKeyHeld || isOnTheWay || isBusy() || document.querySelector(UNDER_WAY) !== null;
    if (isWaiting && Date.now() - lostAt < LONGEST_MS) wait();
    // Where it leads never came.
    else if (isOnTheWay) handedTo = undefined;
    else {
      const left = place;
      const taken = nextAfter(left);
      takeUp(taken, hand);
      if (taken?.matches(NEXT_STEP) === false)
        stopgap = { taken, left, until: Date.now() + STEP_MAY_COME_MS };
    }
  };
  const wait = (): void => {
    clearTimeout(timer);
    timer = setTimeout(goOn, SETTLED_MS);
  };
  const isToGoOn = (left: Place): boolean => handedTo !== undefined || isLost(left);
  // What changes the page is still drawing. To ask here whether something can be seen would lay it all out at once.
  const look = (): void => {
    if (stopgap) {
      if (document.querySelector(UNDER_WAY) !== null) stopgap.until = Infinity;
      else if (stopgap.until === Infinity) stopgap.until = Date.now() + STEP_MAY_COME_MS;
      if (document.activeElement !== stopgap.taken || Date.now() > stopgap.until) stopgap = undefined;
      else wait();
    }
    if (place && (handedTo !== undefined || mayBeLost(place))) wait();
  };
  const observer = new MutationObserver(look);
  observer.observe(document.body, {
    subtree: true,
    childList: true,
    attributes: true,
    attributeFilter: ["disabled", "hidden", "open"],
  });
  document.addEventListener("keydown", onKey, true);
  document.addEventListener("keyup", onKeyUp, true);
  document.addEventListener("focusin", onFocus);
  document.addEventListener("pointerdown", onPress);
  document.addEventListener("click", onClick);
  document.addEventListener("wheel", onWheel, { passive: true });
  return () => {
    clearTimeout(timer);
    observer.disconnect();
    document.removeEventListener("keydown", onKey, true);
    document.removeEventListener("keyup", onKeyUp, true);
    document.removeEventListener("focusin", onFocus);
    document.removeEventListener("pointerdown", onPress);
    document.removeEventListener("click", onClick);
    document.removeEventListener("wheel", onWheel);
  };
}

function takeUp(next: HTMLElement | undefined, hand: Hand): void {
  // A page that moves under a finger would be pressed in the wrong place.
  next?.focus({ preventScroll: hand !== "keys" });
  if (next && hand === "keys") showItemOf(next);
  // Only where the next step cannot be seen at all, the page moves.
  if (next?.matches(`${NEXT_STEP}, ${HEAVY}`) === true && hand === "pointer" && !isSeen(next))
    showWithWhatLeadsToIt(next);
}

/** What the next step is about comes into sight with its button; of an item that is too long, the button. */
function showItemOf(next: HTMLElement): void {
  const item = next.closest("li");
  if (!item) return;
  const { left, top } = item.getBoundingClientRect();
  if (item.contains(document.elementFromPoint(left + 8, top + 8))) return;
  item.scrollIntoView({ block: "start" });
  next.scrollIntoView({ block: "nearest" });
}

function showWithWhatLeadsToIt(next: HTMLElement): void {
  // The line with “undo” stands at the foot of the view. The keyboard's own scrolling has no need of this room.
  next.style.scrollMarginBottom = FOOT;
  next.scrollIntoView({ block: "end", behavior: isStill() ? "auto" : "smooth" });
  next.style.scrollMarginBottom = "";
  watchGlideTo(next);
}

/**
 * Who presses something while the page glides wants what is there now, and what opens from it. Who turns the wheel wants to go
 * elsewhere.
 */
function watchGlideTo(next: HTMLElement): void {
  const over = new AbortController();
  const whileItGlides = { capture: true, passive: true, signal: over.signal };
  const stop = (): void => {
    over.abort();
    for (const box of [document.getElementById("view"), document.scrollingElement])
      box?.scrollTo({ top: box.scrollTop, behavior: "instant" });
  };
  document.addEventListener("pointerdown", stop, whileItGlides);
  document.addEventListener("wheel", stop, whileItGlides);
  // A later turn of the wheel loses nothing. Where the end of an earlier scrolling is told of first, this one goes on.
  document.addEventListener(
    "scrollend",
    () => {
      if (isSeen(next)) over.abort();
    },
    whileItGlides,
  );
}

function isSeen(element: HTMLElement): boolean {
  const { left, right, top, bottom } = element.getBoundingClientRect();
  const on = document.elementFromPoint((left + right) / 2, (top + bottom) / 2);
  return on !== null && (element.contains(on) || on.contains(element));
}

const isStill = (): boolean => matchMedia("(prefers-reduced-motion: reduce)").matches;

function mayBeLost({ element }: Place): boolean {
  const active = document.activeElement;
  return active === null || active === document.body || active === element;
}

function isLost(place: Place): boolean {
  return mayBeLost(place) && !canTakeFocus(place.element);
}

function aboveOf(element: HTMLElement): readonly HTMLElement[] {
  const above: HTMLElement[] = [];
  for (let one = element.parentElement; one && one !== document.body; one = one.parentElement)
    above.push(one);
  return above;
}

function nextAfter({ around }: Place): HTMLElement | undefined {
  const left = around.filter((one) => one.isConnected);
  const view = document.getElementById("view");
  if (view && !left.includes(view)) left.push(view);
  for (const selector of [NEXT_STEP, HEAVY]) {
    for (const part of left) {
      const [found] = controlsIn(part, selector);
      if (found) return found;
      // Beyond the view lie the ways out of it.
      if (part === view) break;
    }
  }
  const [nearest] = left;
  return (nearest && controlsIn(nearest, PRESSED)[0]) ?? view ?? undefined;
}

function controlsIn(part: HTMLElement, selector: string): readonly HTMLElement[] {
  return [...part.querySelectorAll<HTMLElement>(selector)].filter(canTakeFocus);
}

function canTakeFocus(element: HTMLElement): boolean {
  return element.isConnected && !element.matches(":disabled") && element.checkVisibility();
}
