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

self.addEventListener("install", (event) => {
  event.waitUntil(fill());
});

/** All of it or nothing: when one file cannot be fetched, this version is not installed. */
async function fill(): Promise<void> {
  const cache = await caches.open(CACHE);
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
}

/** Headers by which the router asks. */
const PREFETCH = "Next-Router-Prefetch";
const PART = "Next-Router-Segment-Prefetch";

self.addEventListener("activate", (event) => {
  event.waitUntil(
    (async () => {
      const names = await caches.keys();
      const old = names.filter((name) => name.startsWith("gaman-") && name !== CACHE);
      await Promise.all(old.map((name) => caches.delete(name)));
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
  if (request.method !== "GET" || url.origin !== self.location.origin || url.pathname.startsWith("/api/"))
    return;
  event.respondWith(answer(request, url));
});

async function answer(request: Request, url: URL): Promise<Response> {
  const cache = await caches.open(CACHE);
  const kept = await cache.match(keptUnder(request, url));
  if (!kept) return fetch(request);
  // A cached answer brings the address that it was fetched from; made again it has the one that was asked for. A worker
  // finds behind its # what to load, and the router in its query which note is opened.
  const isAddressRead = request.destination === "worker" || __PAGES__.includes(url.pathname);
  return isAddressRead
    ? new Response(kept.body, { status: kept.status, statusText: kept.statusText, headers: kept.headers })
    : kept;
}

function keptUnder(request: Request, url: URL): string {
  const isView = __PAGES__.includes(url.pathname);
  if (isView && request.headers.get("RSC") === "1")
    return viewData(url.pathname, request.headers.get(PART) ?? "");
  return url.pathname;
}
