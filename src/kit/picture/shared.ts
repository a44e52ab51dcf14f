/** What another program handed over through the platform's share sheet; the service worker keeps it until a page asks. */

/** Where it lies; the same in src/sw/sw.ts. */
const SHELF = "given";
const PLACE = "/__given";
/** Added to the address of the page that is opened for it: "picture", or the shared words themselves. */
const ASKED_BY = "given";

export type Shared = { readonly picture: File } | { readonly text: string };

/** Takes it, so that it comes once; undefined when nothing was shared. */
export async function takeShared(location: Location, history: History): Promise<Shared | undefined> {
  const address = new URL(location.href);
  const given = address.searchParams.get(ASKED_BY);
  if (given === null) return undefined;
  address.searchParams.delete(ASKED_BY);
  // The page keeps its address without what was shared: a reload does not share it again.
  history.replaceState(history.state, "", address);
  if (given !== "picture") return { text: given };
  const shelf = await caches.open(SHELF);
  const kept = await shelf.match(PLACE);
  await shelf.delete(PLACE);
  if (!kept) return undefined;
  const name = decodeURIComponent(kept.headers.get("X-Name") ?? "") || "shared picture";
  return { picture: new File([await kept.blob()], name, { type: kept.headers.get("Content-Type") ?? "" }) };
}
