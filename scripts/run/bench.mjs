/**
 * `npm run bench`: every promised figure, measured on this machine; `--only` one of the parts below for a part. Bundles the
 * benchmarks as a browser would get the code, then runs them.
 */
import { mkdirSync } from "node:fs";
import path from "node:path";
import { build } from "esbuild";
import { ensureBuild, ROOT, run } from "./project.mjs";

const ONE_THREAD = ["engine", "additions", "learning", "palette", "strings", "layers"];
const APPLICATION = ["browser", "tubes", "subject", "mix", "log", "kill", "safety", "views", "weight"];

const args = process.argv.slice(2);
const only = args.includes("--only") ? args[args.indexOf("--only") + 1] : undefined;
if (only !== undefined && ![...ONE_THREAD, ...APPLICATION].includes(only)) {
  process.stderr.write(
    `There is no part "${only}"; there are: ${[...ONE_THREAD, ...APPLICATION].join(", ")}.\n`,
  );
  process.exit(1);
}

const outdir = path.join(ROOT, ".cache/bench");
mkdirSync(outdir, { recursive: true });
await build({
  entryPoints: ["oneThread.ts", "application.ts", "readArchive.ts"].map((name) =>
    path.join(ROOT, "bench", name),
  ),
  bundle: true,
  outdir,
  outExtension: { ".js": ".mjs" },
  platform: "node",
  format: "esm",
  packages: "external",
  logLevel: "error",
  define: { "import.meta.dirname": JSON.stringify(path.join(ROOT, "scripts/run")) },
});
const measure = (name) => run("Benchmarks", process.execPath, [path.join(outdir, `${name}.mjs`), ...args]);
if (only === undefined || ONE_THREAD.includes(only)) measure("oneThread");
if (only === undefined || APPLICATION.includes(only)) {
  ensureBuild();
  measure("application");
}
