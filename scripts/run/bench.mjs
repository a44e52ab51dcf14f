/** `npm run bench`: bundles the benchmarks as a browser would get the code, then runs them. */
import { mkdirSync } from "node:fs";
import path from "node:path";
import { build } from "esbuild";
import { ensureBuild, ROOT, run } from "./project.mjs";

const outfile = path.join(ROOT, ".cache/bench/run.mjs");
mkdirSync(path.dirname(outfile), { recursive: true });
await build({
  entryPoints: [path.join(ROOT, "bench/run.ts")],
  bundle: true,
  outfile,
  platform: "node",
  format: "esm",
  packages: "external",
  logLevel: "error",
  define: { "import.meta.dirname": JSON.stringify(path.join(ROOT, "scripts/run")) },
});
if (!process.argv.includes("engine") && !process.argv.includes("learning")) ensureBuild();
run("Benchmarks", process.execPath, [outfile, ...process.argv.slice(2)]);
