/** After `next build`: hashes of inline scripts for the Content-Security-Policy, and a stamp of what was built. */
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { sourceStamp } from "./project.mjs";

const media = ".next/static/media";
if (existsSync(media)) {
  // The bundler copies worker entries here as raw TypeScript; nothing loads them.
  for (const name of readdirSync(media)) if (name.endsWith(".ts")) rmSync(path.join(media, name));
}

const { routes } = JSON.parse(readFileSync(".next/prerender-manifest.json", "utf8"));
const hashes = {};
for (const route of Object.keys(routes)) {
  const file = path.join(".next/server/app", route === "/" ? "index.html" : `${route}.html`);
  if (!existsSync(file)) continue;
  const html = readFileSync(file, "utf8");
  hashes[route] = [...html.matchAll(/<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(
    ([, code]) => `sha256-${createHash("sha256").update(code).digest("base64")}`,
  );
}
writeFileSync(".next/csp-hashes.json", JSON.stringify(hashes));
writeFileSync(".next/built-from.txt", sourceStamp());
