/**
 * What every request passes before a page, a file or a call answers it: the ways of asking, the name that it asks
 * for, and the headers of all answers, errors included.
 */

export type Asked = {
  readonly method: string;
  /** With its query, as it was sent. */
  readonly url: string;
  readonly host: string | undefined;
};

export type Gate = {
  /** By page: hashes of its inline scripts. */
  readonly scriptHashes: Readonly<Record<string, readonly string[]>>;
  /** Names and addresses of this machine, and those that the owner allows, without ports. */
  readonly ownNames: ReadonlySet<string>;
};

export type Passed = {
  readonly headers: Readonly<Record<string, string>>;
  /** Where it ends at the gate. */
  readonly refusal?: { readonly status: number; readonly title: string; readonly detail: string };
};

const CALLS = "/api/";
/** Files, which hold no page: no inline script of theirs is anybody's. */
const FILES =
  /^\/(_next\/static\/|_next\/image|demo\/|camera\/|icons\/|icon\.svg$|sw\.js$|manifest\.webmanifest$)/;

/**
 * What workers begin with. A worker goes by the policy of its own script's answer, so that it may compile the kernel of
 * searches and the pages may not.
 */
const WORKERS = "/_next/static/chunks/turbopack-worker-";

export function passGate({ method, url, host }: Asked, { scriptHashes, ownNames }: Gate): Passed {
  const path = pathOf(url);
  const isCall = path?.startsWith(CALLS) ?? false;
  const headers: Record<string, string> = {
    "Content-Security-Policy": policy(
      path?.startsWith(WORKERS)
        ? ["wasm-unsafe-eval"]
        : path === undefined || isCall || FILES.test(path)
          ? []
          : (scriptHashes[path] ?? scriptHashes["/_not-found"] ?? []),
    ),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
    "X-Frame-Options": "DENY",
    // Pages are of one version; only files whose names change with it may stay anywhere.
    ...(path !== undefined && !FILES.test(path) && { "Cache-Control": "no-cache" }),
  };
  const refused = (status: number, title: string, detail: string): Passed => ({
    headers,
    refusal: { status, title, detail },
  });
  if (path === undefined) return refused(400, "Not an address", "Send the address of a page or of a call.");
  const ways = isCall ? ["POST"] : ["GET", "HEAD"];
  if (!ways.includes(method)) {
    headers.Allow = ways.join(", ");
    return refused(405, "Not this way", `${path} answers to ${ways.join(" and ")} only.`);
  }
  if (isCall && !(host !== undefined && ownNames.has(nameOf(host))))
    return refused(
      403,
      "Another host",
      "Calls are answered under this machine's own names. Others are allowed by the setting GAMAN_HOSTS.",
    );
  return { headers };
}

/** Undefined for what is no path of this server. */
function pathOf(url: string): string | undefined {
  if (!url.startsWith("/")) return undefined;
  try {
    return decodeURIComponent(url.split("?", 1)[0] ?? "");
  } catch {
    return undefined;
  }
}

/** Without the port; an IPv6 address keeps no brackets. */
export function nameOf(host: string): string {
  return host
    .replace(/^(\[.*\]|[^:]*):\d+$/, "$1")
    .replace(/^\[(.*)\]$/, "$1")
    .toLowerCase();
}

function policy(scripts: readonly string[]): string {
  return [
    "default-src 'self'",
    ["script-src 'self'", ...scripts.map((hash) => `'${hash}'`)].join(" "),
    // Swatches are painted by style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
}
