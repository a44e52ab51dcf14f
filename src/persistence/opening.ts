/** Opening the store and what can be in the way: an older or newer window, a browser that keeps nothing, a full disk. */
import { isStorageFull } from "../domain/failure";
import type { OpeningFault } from "../domain/store/storeFault";
import { type GamanDatabase, STORE_VERSION } from "./database";
import { mendAfterCut } from "./largeWrite";

export type StoreState =
  | { readonly kind: "opening" }
  | { readonly kind: "ready" }
  /** Another window holds an older version of the store and has not let go of it yet. */
  | { readonly kind: "blocked" }
  /** A newer Gaman in another window took the store over, or someone deleted it there. */
  | { readonly kind: "taken"; readonly by: "newer" | "deletion" }
  | { readonly kind: "failed"; readonly fault: OpeningFault };

/** A store of years opens in a second or two; where nothing has come by then, something is wrong with the browser. */
const SILENT_AFTER_MS = 10_000;

/**
 * Opens the store and tells of every change of its state, now and later.
 *
 * @returns ends the telling.
 */
export function openStore(db: GamanDatabase, tell: (state: StoreState) => void): () => void {
  let isHeard = true;
  const say = (state: StoreState): void => {
    if (isHeard) tell(state);
  };
  const onBlocked = (): void => {
    say({ kind: "blocked" });
  };
  // Letting go at once is the library's own answer; here it is only told.
  const onVersionChange = (event: IDBVersionChangeEvent): void => {
    say({ kind: "taken", by: event.newVersion === null ? "deletion" : "newer" });
  };
  db.on("blocked", onBlocked);
  db.on("versionchange", onVersionChange);
  // It may answer yet: then what it says counts.
  const silence = setTimeout(() => {
    say({ kind: "failed", fault: { code: "silent" } });
  }, SILENT_AFTER_MS);
  const onAnswer = (): void => {
    clearTimeout(silence);
  };
  db.on("blocked", onAnswer);
  // A browser that cannot say whether a write was cut short says what is wrong with it when the store is opened.
  mendAfterCut()
    .catch(() => false)
    .then(() => db.open())
    .finally(onAnswer)
    .then(
      () => {
        // The library opens a newer store as it finds it; rows that this Gaman cannot read would then seem broken.
        if (Math.floor(db.backendDB().version / 10) > STORE_VERSION) {
          db.close();
          say({ kind: "failed", fault: { code: "newer" } });
        } else say({ kind: "ready" });
      },
      (error: unknown) => {
        say({ kind: "failed", fault: openingFaultOf(error) });
      },
    );
  return () => {
    isHeard = false;
    onAnswer();
    db.on("blocked").unsubscribe(onAnswer);
    db.on("blocked").unsubscribe(onBlocked);
    db.on("versionchange").unsubscribe(onVersionChange);
  };
}

/** What an error of the database means to a painter. */
export function openingFaultOf(error: unknown): OpeningFault {
  const { name, message } = error instanceof Error ? error : { name: "", message: String(error) };
  const is = (...names: string[]): boolean =>
    names.some((one) => name === one || message.startsWith(one) || message.includes(`${one}:`));
  if (is("VersionError")) return { code: "newer" };
  if (isStorageFull(error)) return { code: "full" };
  if (is("MissingAPIError", "InvalidStateError", "SecurityError", "NotAllowedError"))
    return { code: "forbidden" };
  return { code: "unknown", detail: message.slice(0, 200) };
}
