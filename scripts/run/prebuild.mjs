/**
 * Before `next build`, two things in one file each.
 *
 * Of Zod's small build what the sources use (docs/decisions/0013): the bundler of the pages does not look through Zod's
 * namespaces and would ship the rest with it.
 *
 * The store's worker (docs/decisions/0032): the first line of a page begins it, which has to know its name; and a worker
 * in pieces fetches one after the other.
 */
import { createHash } from "node:crypto";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { build } from "esbuild";
import * as mini from "zod/mini";
import { filesUnder, KEEPER, KEEPER_NAME, ROOT, SMALL_ZOD } from "./project.mjs";

const PACKAGE = "zod/mini";

/** Names that are written behind the namespace, or taken out of the package by name. Types fall out: they are no exports. */
function namesIn(source) {
  if (!source.includes(`"${PACKAGE}"`)) return [];
  const behind = [...source.matchAll(/\bz\.(\w+)\b(?!<typeof)/g)].map(([, name]) => name);
  const taken = [...source.matchAll(/import \{([^}]*)\} from "zod\/mini"/g)].flatMap(([, names]) =>
    names.split(",").map((name) => name.trim()),
  );
  return [...behind, ...taken];
}

const used = new Set(
  filesUnder(path.join(ROOT, "src"))
    .filter((file) => /(?<!\.test|\.check)\.tsx?$/.test(file))
    .flatMap((file) => namesIn(readFileSync(file, "utf8"))),
);
const names = Object.keys(mini).filter((name) => used.has(name));
if (names.length === 0) throw new Error(`Nothing in src uses ${PACKAGE}: take scripts/run/prebuild.mjs out.`);
mkdirSync(path.dirname(SMALL_ZOD), { recursive: true });
await build({
  stdin: { contents: `export { ${names.join(", ")} } from "${PACKAGE}";`, resolveDir: ROOT },
  bundle: true,
  format: "esm",
  target: "es2022",
  outfile: SMALL_ZOD,
  logLevel: "error",
});

await build({
  entryPoints: [path.join(ROOT, "src/persistence/keeper.worker.ts")],
  bundle: true,
  format: "iife",
  target: "es2022",
  minify: true,
  alias: { [PACKAGE]: SMALL_ZOD },
  outfile: KEEPER,
  logLevel: "error",
});
const print = createHash("sha256").update(readFileSync(KEEPER)).digest("hex").slice(0, 12);
writeFileSync(KEEPER_NAME, `keeper-${print}.js`);
