/**
 * Sets the Content-Security-Policy of pages. Pages are static, so their inline scripts are allowed by
 * hash: `npm run build` collects the hashes of each page in .next/csp-hashes.json. Nothing may be loaded
 * from, or sent to, another origin.
 */
import { readFileSync } from "node:fs";
import path from "node:path";
import { type NextRequest, NextResponse } from "next/server";

type Hashes = Readonly<Record<string, readonly string[]>>;

const isDevelopment = process.env.NODE_ENV === "development";
let known: Hashes | undefined;

function hashes(): Hashes {
  known ??= JSON.parse(readFileSync(path.join(process.cwd(), ".next/csp-hashes.json"), "utf8")) as Hashes;
  return known;
}

function scriptSource(pathname: string): string {
  if (isDevelopment) return "script-src 'self' 'unsafe-inline' 'unsafe-eval'";
  const all = hashes();
  const page = all[pathname] ?? all["/_not-found"] ?? [];
  return ["script-src 'self'", ...page.map((hash) => `'${hash}'`)].join(" ");
}

export function proxy(request: NextRequest): NextResponse {
  const response = NextResponse.next();
  response.headers.set(
    "Content-Security-Policy",
    [
      "default-src 'self'",
      scriptSource(request.nextUrl.pathname),
      // Swatches are painted by style attributes.
      "style-src 'self' 'unsafe-inline'",
      "img-src 'self' blob: data:",
      "font-src 'self'",
      isDevelopment ? "connect-src 'self' ws:" : "connect-src 'self'",
      "worker-src 'self'",
      "manifest-src 'self'",
      "object-src 'none'",
      "base-uri 'self'",
      "form-action 'self'",
      "frame-ancestors 'none'",
    ].join("; "),
  );
  response.headers.set("X-Content-Type-Options", "nosniff");
  response.headers.set("Referrer-Policy", "no-referrer");
  return response;
}

export const config = {
  matcher: "/((?!api|_next/static|_next/image|demo/|camera/|icons/|icon.svg|sw.js|manifest.webmanifest).*)",
};
