/**
 * `npm run bench`: every promised figure, measured on this machine; `--only` with one of the parts below for a part, as often
 * as wanted. Bundles the benchmarks as a browser would get the code, then runs them.
 */
import { mkdirSync } from "node:fs";
import path from "node:path";
import { build } from "esbuild";
import { ensureBuild, ROOT, run } from "./project.mjs";

const ONE_THREAD = ["engine", "additions", "learning", "palette", "strings", "layers"];
const APPLICATION = ["browser", "tubes", "subject", "mix", "log", "kill", "safety", "views", "weight"];

const args = process.argv.slice(2);
const asked = args.filter((_, at) => args[at - 1] === "--only");
const unknown = asked.find((part) => ![...ONE_THREAD, ...APPLICATION].includes(part));
if (unknown !== undefined || args.at(-1) === "--only") {
  process.stderr.write(
    `There is no part "${unknown ?? ""}"; there are: ${[...ONE_THREAD, ...APPLICATION].join(", ")}.\n`,
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
const isAsked = (parts) => asked.length === 0 || asked.some((part) => parts.includes(part));
if (isAsked(ONE_THREAD)) measure("oneThread");
if (isAsked(APPLICATION)) {
  ensureBuild();
  measure("application");
}
