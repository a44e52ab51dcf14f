/** Which workspace is open, shared by all tabs of this browser. */
import type { Workspace } from "../../persistence/database";
import { forgetAllLast } from "../store/lastWords";
import { firstScript } from "../store/beginKeeper";
import { Store } from "../store/store";
import { forgetWork } from "./ownWork";
import { forget, recall, remember } from "./remembered";

const WORKSPACE_KEY = "gaman-workspace";
const REMOVED_DEMO_KEY = "gaman-removed-demo";
const ROOM_KEY = "gaman-room";
const BOARD_KEY = "gaman-board";
const listeners = new Set<() => void>();
const stores = new Map<Workspace, Store>();

export function readWorkspace(): Workspace {
  return recall(WORKSPACE_KEY) === "demo" ? "demo" : "own";
}

export function chooseWorkspace(workspace: Workspace): void {
  remember(WORKSPACE_KEY, workspace);
  for (const listener of listeners) listener();
}

/** The demo is out of sight, and is deleted when the page is opened next: until then it can be brought back. */
export function markDemoRemoved(isRemoved: boolean): void {
  if (isRemoved) remember(REMOVED_DEMO_KEY, "yes");
  else forget(REMOVED_DEMO_KEY);
}

export function isDemoRemoved(): boolean {
  return recall(REMOVED_DEMO_KEY) !== undefined;
}

/** Other tabs tell of their choice through the storage event. */
export function subscribeWorkspace(listener: () => void): () => void {
  const onStorage = (event: StorageEvent): void => {
    if (event.key === WORKSPACE_KEY || event.key === null) listener();
  };
  listeners.add(listener);
  window.addEventListener("storage", onStorage);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("storage", onStorage);
  };
}

export function storeOf(workspace: Workspace): Store {
  const known = stores.get(workspace);
  if (known) return known;
  const store = new Store(workspace);
  stores.set(workspace, store);
  return store;
}

/** What was read of it before is forgotten with it, and what was in hand there. */
export async function removeStore(workspace: Workspace): Promise<void> {
  const store = storeOf(workspace);
  stores.delete(workspace);
  forgetAllLast(workspace);
  await store.remove();
}

/** Kept outside the database too, so that the page is in the right room before anything is read. */
export function rememberRoom(room: string): void {
  document.documentElement.dataset.room = room;
  remember(ROOM_KEY, room);
}

/**
 * How high the board stands with its tubes, so that the page stands where it will be before they are read. Of a window of another
 * width that says nothing. @param heightPx - undefined where no tubes lie on it.
 */
export function rememberBoard(heightPx: number | undefined): void {
  if (heightPx === undefined) forget(BOARD_KEY);
  else if (recall(BOARD_KEY) !== `${innerWidth} ${heightPx}`)
    remember(BOARD_KEY, `${innerWidth} ${heightPx}`);
}

/** What the browser remembers outside the databases. */
export function forgetChoices(): void {
  forget(WORKSPACE_KEY);
  forget(ROOM_KEY);
  forget(BOARD_KEY);
  forget(REMOVED_DEMO_KEY);
  forgetWork();
}

/**
 * Runs before the first paint of the page; must stay in step with {@link rememberRoom} and {@link rememberBoard}. It begins the
 * store's worker, which opens the store while the page's own scripts come.
 */
export const FIRST_PAINT_SCRIPT = `{let s,d;try{s=localStorage;d=s.getItem("${WORKSPACE_KEY}")==="demo"}catch(e){}${firstScript("d")}try{let h=document.documentElement,r=s.getItem("${ROOM_KEY}"),b=(s.getItem("${BOARD_KEY}")||"").split(" ");if(r)h.dataset.room=r;if(+b[0]===innerWidth&&+b[1]>0)h.style.setProperty("--board-height",+b[1]+"px")}catch(e){}}`;

/** To be called once when the page opens. */
export async function finishRemoval(): Promise<void> {
  if (!isDemoRemoved()) return;
  if (readWorkspace() === "own") await removeStore("demo");
  markDemoRemoved(false);
}
