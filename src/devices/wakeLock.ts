/** Keeps the screen on, where the platform can: a hand full of paint cannot touch it. */
type Sentinel = { readonly release: () => Promise<unknown> };
type WakingNavigator = {
  readonly wakeLock?: { readonly request: (kind: "screen") => Promise<Sentinel> };
};
type Page = Pick<Document, "visibilityState" | "addEventListener" | "removeEventListener">;

export function canKeepAwake(navigator: WakingNavigator): boolean {
  return navigator.wakeLock !== undefined;
}

/**
 * The platform lets go whenever the page is hidden; it is asked again when the page is seen again. A refusal, on a low
 * battery, is no error: the screen then goes off as it always does.
 *
 * @returns lets the screen go off again.
 */
export function keepAwake(navigator: WakingNavigator, page: Page): () => void {
  let held: Promise<Sentinel | undefined> | undefined;
  const ask = (): void => {
    if (page.visibilityState === "visible")
      held = navigator.wakeLock?.request("screen").catch(() => undefined);
  };
  ask();
  page.addEventListener("visibilitychange", ask);
  return () => {
    page.removeEventListener("visibilitychange", ask);
    void held?.then((sentinel) => sentinel?.release()).catch(() => undefined);
  };
}
