import { describe, expect, it } from "vitest";
import { type Asked, type Gate, nameOf, passGate } from "./gate";

const gate: Gate = {
  scriptHashes: { "/": ["sha256-page"], "/_not-found": ["sha256-none"] },
  ownNames: new Set(["127.0.0.1", "localhost", "::1", "easel.local"]),
};
const pass = (asked: Partial<Asked>) =>
  passGate({ method: "GET", url: "/", host: "127.0.0.1:3210", ...asked }, gate);
const statusOf = (asked: Partial<Asked>): number => pass(asked).refusal?.status ?? 200;

describe("the gate", () => {
  it("lets pages be read and calls be posted, and nothing else", () => {
    for (const method of ["GET", "HEAD"]) expect(statusOf({ method })).toBe(200);
    expect(statusOf({ method: "POST", url: "/api/mix" })).toBe(200);
    for (const method of ["TRACE", "CONNECT", "OPTIONS", "PUT", "DELETE", "PATCH", "POST", "get", ""]) {
      expect(statusOf({ method }), method).toBe(405);
      expect(pass({ method, url: "/sw.js" }).headers.Allow).toBe("GET, HEAD");
    }
    for (const method of ["GET", "TRACE", "OPTIONS", "PUT"]) {
      expect(statusOf({ method, url: "/api/mix" }), method).toBe(405);
      expect(pass({ method, url: "/api/mix?x" }).headers.Allow).toBe("POST");
    }
    // However it is spelt.
    expect(statusOf({ method: "GET", url: "/%61pi/mix" })).toBe(405);
  });

  it("answers calls under this machine's names only", () => {
    const call = (host: string | undefined) => statusOf({ method: "POST", url: "/api/recipes", host });
    for (const host of ["127.0.0.1:3210", "LOCALHOST", "[::1]:3210", "easel.local:80"])
      expect(call(host), host).toBe(200);
    for (const host of ["rebound.test:3210", "127.0.0.1.rebound.test", "", undefined, "[::2]:3210"])
      expect(call(host), String(host)).toBe(403);
  });

  it("gives every answer its headers, refusals included", () => {
    for (const asked of [
      {},
      { url: "/sw.js" },
      { url: "/nothing" },
      { url: "/%" },
      { url: "*" },
      { method: "TRACE" },
      { method: "POST", url: "/api/mix", host: "rebound.test" },
    ]) {
      const { headers } = pass(asked);
      expect(headers["X-Content-Type-Options"], JSON.stringify(asked)).toBe("nosniff");
      expect(headers["Referrer-Policy"]).toBe("no-referrer");
      expect(headers["Content-Security-Policy"]).toContain("frame-ancestors 'none'");
    }
    expect(statusOf({ url: "/%" })).toBe(400);
  });

  it("allows a page its own inline scripts, and files none", () => {
    const scripts = (url: string) =>
      /script-src ([^;]*)/.exec(pass({ url }).headers["Content-Security-Policy"] ?? "")?.[1];
    expect(scripts("/")).toBe("'self' 'sha256-page'");
    expect(scripts("/?note=1")).toBe("'self' 'sha256-page'");
    expect(scripts("/nothing")).toBe("'self' 'sha256-none'");
    expect(scripts("/_next/static/chunks/a.js")).toBe("'self'");
    expect(scripts("/api/mix")).toBe("'self'");
    // A worker may compile the kernel, which is bytes of this origin; no page and no other file may.
    expect(scripts("/_next/static/chunks/turbopack-worker-1a.js")).toBe("'self' 'wasm-unsafe-eval'");
    expect(scripts("/x/_next/static/chunks/turbopack-worker-1a.js")).toBe("'self' 'sha256-none'");
  });

  it("lets nobody keep a page, and says nothing of files", () => {
    expect(pass({}).headers["Cache-Control"]).toBe("no-cache");
    expect(pass({ url: "/_next/static/chunks/a.js" }).headers["Cache-Control"]).toBeUndefined();
  });

  it("reads names without ports", () => {
    expect(["a:1", "[::1]:3", "::1", "B.local"].map(nameOf)).toEqual(["a", "::1", "::1", "b.local"]);
  });
});
