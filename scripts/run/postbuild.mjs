/**
 * After `next build`: hashes of inline scripts for the Content-Security-Policy, the service worker with the list of
 * all files of this version, the server and its threads, the packed files, and a stamp of what was built.
 */
import { createHash } from "node:crypto";
import { copyFileSync, existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { gzipSync } from "node:zlib";
import { build } from "esbuild";
import { loadersOf } from "./loaders.mjs";
import { filesUnder, KEEPER, KEEPER_NAME, sourceStamp } from "./project.mjs";

/** Bytes: what fits into one packet of the network. */
const LEAST_PACKED = 1400;
const media = ".next/static/media";
for (const file of filesUnder(".next/static")) if (file.endsWith(".gz")) rmSync(file);
if (existsSync(media)) {
  // The bundler copies worker entries here as raw TypeScript; nothing loads them.
  for (const name of readdirSync(media)) if (name.endsWith(".ts")) rmSync(path.join(media, name));
}

// Named by what is in it, as the others here are.
copyFileSync(KEEPER, path.join(".next/static/chunks", readFileSync(KEEPER_NAME, "utf8")));

const { routes } = JSON.parse(readFileSync(".next/prerender-manifest.json", "utf8"));
const chunks = new Map(
  filesUnder(".next/static/chunks")
    .filter((file) => file.endsWith(".js"))
    .map((file) => [path.basename(file), readFileSync(file, "utf8")]),
);
let loaderCount = 0;
const hashes = {};
for (const route of Object.keys(routes)) {
  const file = path.join(".next/server/app", route === "/" ? "index.html" : `${route}.html`);
  if (!existsSync(file)) continue;
  const html = readFileSync(file, "utf8");
  const { count, ambiguous } = loadersOf(html, chunks);
  loaderCount += count;
  if (ambiguous.length > 0)
    throw new Error(`${route}: parts with two loaders, of which only one works: ${ambiguous.join(", ")}`);
  hashes[route] = [...html.matchAll(/<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(
    ([, code]) => `sha256-${createHash("sha256").update(code).digest("base64")}`,
  );
}
if (loaderCount === 0) throw new Error("No loader was found: the bundler writes them in another way now");
writeFileSync(".next/csp-hashes.json", JSON.stringify(hashes));

/** Addresses of the pages that a painter can open; what starts with _ is the framework's own. */
const pages = Object.keys(routes).filter(
  (route) =>
    !route.startsWith("/_") && existsSync(`.next/server/app${route === "/" ? "/index" : route}.html`),
);
const files = [
  ...filesUnder(".next/static").map((file) => `/_next/static/${path.relative(".next/static", file)}`),
  ...filesUnder("public")
    .filter((file) => path.basename(file) !== "sw.js")
    .map((file) => `/${path.relative("public", file)}`),
  "/manifest.webmanifest",
  "/icon.svg",
].map((file) => encodeURI(file.split(path.sep).join("/")));
/** What the router asks of each page ahead of time: .next/server/app/log.segments/_tree.segment.rsc is /_tree of /log. */
const parts = pages.flatMap((page) => {
  const folder = `.next/server/app${page === "/" ? "/index" : page}.segments`;
  const names = existsSync(folder) ? filesUnder(folder).map((file) => path.relative(folder, file)) : [];
  return names.map((name) => [
    page,
    `/${name
      .split(path.sep)
      .join("/")
      .replace(/\.segment\.rsc$/, "")}`,
  ]);
});
const stamp = sourceStamp();
await build({
  entryPoints: ["src/sw/sw.ts"],
  bundle: true,
  format: "iife",
  target: "es2022",
  minify: true,
  outfile: "public/sw.js",
  logLevel: "error",
  define: {
    __VERSION__: JSON.stringify(stamp.slice(0, 16)),
    __FILES__: JSON.stringify(files),
    __PAGES__: JSON.stringify(pages),
    __PARTS__: JSON.stringify(parts),
  },
});
for (const [entry, outfile] of [
  ["src/server/main.ts", ".next/serve.mjs"],
  ["src/features/scripting/compute.thread.ts", ".next/compute.mjs"],
]) {
  await build({
    entryPoints: [entry],
    bundle: true,
    format: "esm",
    platform: "node",
    target: "node20",
    packages: "external",
    outfile,
    logLevel: "error",
  });
}
// Packed once, beside what is packed; fonts are packed already, and what is small gains nothing.
for (const file of filesUnder(".next/static").filter((name) => /\.(?:js|css|json|wasm|svg)$/.test(name))) {
  const whole = readFileSync(file);
  if (whole.length > LEAST_PACKED) writeFileSync(`${file}.gz`, gzipSync(whole, { level: 9 }));
}
writeFileSync(".next/built-from.txt", stamp);
