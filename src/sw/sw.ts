/// <reference lib="webworker" />
/**
 * Keeps one whole version of the application on this machine and serves that one alone, so that a page is never
 * half old. A newer version is fetched whole beside it and waits until the painter agrees.
 */
export {};
declare const self: ServiceWorkerGlobalScope;

/** Written in by scripts/run/postbuild.mjs. */
declare const __VERSION__: string;
declare const __FILES__: readonly string[];
declare const __PAGES__: readonly string[];
/** Parts of pages that the router asks for ahead of time: the page, and the name of the part. */
declare const __PARTS__: readonly (readonly [page: string, part: string])[];

const CACHE = `gaman-${__VERSION__}`;
/** Under this address the data of a page is kept that the router asks for when it changes the view. */
const viewData = (path: string, part = ""): string => `/__view${path}?part=${encodeURIComponent(part)}`;

/** Put down last: without it something is missing. */
const WHOLE = "/__whole";
/** An address that no page has; what the server answers to it is kept for every unknown one. */
const NOWHERE = "/__nowhere";

self.addEventListener("install", (event) => {
  event.waitUntil(fill());
});

/** All of it or nothing: when one file cannot be fetched, nothing of this version is kept. */
async function fill(): Promise<void> {
  try {
    await fetchAll(await caches.open(CACHE));
  } catch (error) {
    await caches.delete(CACHE);
    throw error;
  }
}

async function fetchAll(cache: Cache): Promise<void> {
  await cache.addAll([...__PAGES__, ...__FILES__].map((path) => new Request(path, { cache: "reload" })));
  const parts = [...__PAGES__.map((path) => [path, ""] as const), ...__PARTS__];
  await Promise.all(
    parts.map(async ([path, part]) => {
      const headers: HeadersInit = part === "" ? { RSC: "1" } : { RSC: "1", [PREFETCH]: "1", [PART]: part };
      const response = await fetch(`${path}?_rsc=kept`, { headers, cache: "reload" });
      if (!response.ok) throw new Error(`${path} could not be fetched (${response.status})`);
      await cache.put(viewData(path, part), response);
    }),
  );
  // Its status says that nothing is there; what it shows is the application's own page.
  await cache.put(NOWHERE, await fetch(NOWHERE, { cache: "reload" }));
  await cache.put(WHOLE, new Response());
}

let isRefilling = false;

/** A browser may clear what is kept and leave this worker: any visit with a network keeps all of it again. */
async function refill(): Promise<void> {
  if (isRefilling || (await (await caches.open(CACHE)).match(WHOLE))) return;
  isRefilling = true;
  try {
    await fill();
  } catch {
    // The server may have a newer version by now; that one then comes whole.
    await self.registration.update().catch(() => undefined);
  } finally {
    isRefilling = false;
  }
}

/** Headers by which the router asks. */
const PREFETCH = "Next-Router-Prefetch";
const PART = "Next-Router-Segment-Prefetch";

self.addEventListener("activate", (event) => {
  event.waitUntil(
    (async () => {
      const names = await caches.keys();
      const old = names.filter((name) => name.startsWith("gaman-") && name !== CACHE);
      // A window that is not reloaded yet still fetches parts of the version before.
      await Promise.all(old.slice(0, -1).map((name) => caches.delete(name)));
      await self.clients.claim();
    })(),
  );
});

self.addEventListener("message", (event) => {
  if (event.data === "take-over") void self.skipWaiting();
});

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method === "POST" && url.pathname === "/share") {
    event.respondWith(takeShared(request));
    return;
  }
  if (request.method !== "GET" || url.origin !== self.location.origin || url.pathname.startsWith("/api/"))
    return;
  if (request.mode === "navigate") event.waitUntil(refill());
  event.respondWith(answer(request, url));
});

/** Where a shared picture waits for the page; the same in src/kit/picture/shared.ts. */
const SHELF = "given";
const PLACE = "/__given";
/** No colour is longer. */
const LONGEST_TEXT = 80;

/** Another program shares a picture or a colour: it is kept here, and the page that opens fetches it. Nothing leaves the machine. */
async function takeShared(request: Request): Promise<Response> {
  const form = await request.formData();
  const picture = form.get("picture");
  if (picture instanceof File && picture.size > 0) {
    const headers = { "Content-Type": picture.type, "X-Name": encodeURIComponent(picture.name) };
    await (await caches.open(SHELF)).put(PLACE, new Response(picture, { headers }));
    return Response.redirect("/?given=picture", 303);
  }
  const text = form.get("text");
  const words = typeof text === "string" ? text.trim().slice(0, LONGEST_TEXT) : "";
  return Response.redirect(words === "" ? "/" : `/?given=${encodeURIComponent(words)}`, 303);
}

async function answer(request: Request, url: URL): Promise<Response> {
  const cache = await caches.open(CACHE);
  const kept = await cache.match(keptUnder(request, url));
  if (!kept) return elsewhere(request, url, cache);
  // A cached answer brings the address that it was fetched from; made again it has the one that was asked for. A worker
  // finds behind its # what to load, and the router in its query which note is opened.
  const isAddressRead = request.destination === "worker" || __PAGES__.includes(url.pathname);
  return isAddressRead
    ? new Response(kept.body, { status: kept.status, statusText: kept.statusText, headers: kept.headers })
    : kept;
}

/** Not of this version: of the one before, from the server, or the page that says that there is no such page. */
async function elsewhere(request: Request, url: URL, cache: Cache): Promise<Response> {
  if (url.pathname.startsWith("/_next/static/")) {
    const older = await caches.match(url.pathname);
    if (older) return older;
  }
  try {
    return await fetch(request);
  } catch (error) {
    const nowhere = request.mode === "navigate" && (await cache.match(NOWHERE));
    if (nowhere) return nowhere;
    throw error;
  }
}

function keptUnder(request: Request, url: URL): string {
  const isView = __PAGES__.includes(url.pathname);
  if (isView && request.headers.get("RSC") === "1")
    return viewData(url.pathname, request.headers.get(PART) ?? "");
  return url.pathname;
}
