/** `npm run bench`: bundles the benchmarks as a browser would get the code, then runs them. */
import { mkdirSync } from "node:fs";
import path from "node:path";
import { build } from "esbuild";
import { ensureBuild, ROOT, run } from "./project.mjs";

const outdir = path.join(ROOT, ".cache/bench");
mkdirSync(outdir, { recursive: true });
await build({
  entryPoints: ["run.ts", "readArchive.ts"].map((name) => path.join(ROOT, "bench", name)),
  bundle: true,
  outdir,
  outExtension: { ".js": ".mjs" },
  platform: "node",
  format: "esm",
  packages: "external",
  logLevel: "error",
  define: { "import.meta.dirname": JSON.stringify(path.join(ROOT, "scripts/run")) },
});
const NEEDS_NO_BUILD = ["engine", "additions", "learning", "palette", "strings", "layers"];
if (!NEEDS_NO_BUILD.some((part) => process.argv.includes(part))) ensureBuild();
run("Benchmarks", process.execPath, [path.join(outdir, "run.mjs"), ...process.argv.slice(2)]);
