/**
 * Before `next build`: of Zod's small build, what the sources use, in one file (docs/decisions/0013). The bundler of the
 * pages does not look through Zod's namespaces and would ship the rest with it.
 */
import { mkdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { build } from "esbuild";
import * as mini from "zod/mini";
import { filesUnder, ROOT, SMALL_ZOD } from "./project.mjs";

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
