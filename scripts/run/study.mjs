/**
 * `npm run study`: every accuracy figure at full size, seeded, in one table. `-- NAME` runs the files whose path
 * holds the name; `-- --seed N` draws other paints, where a study draws any;
 * `--kernel` searches as the workers do.
 */
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { execFileSync, spawnSync } from "node:child_process";
import { tmpdir } from "node:os";
import path from "node:path";
import { bin, ensurePackages } from "./project.mjs";

ensurePackages();
const folder = mkdtempSync(path.join(tmpdir(), "gaman-study-"));
const out = path.join(folder, "figures.jsonl");
const hasKernel = process.argv.includes("--kernel");
const asked = process.argv.slice(2).filter((word) => word !== "--kernel");
const seedAt = asked.indexOf("--seed");
const seed = seedAt < 0 ? "0" : (asked[seedAt + 1] ?? "0");
const wanted = seedAt < 0 ? asked : asked.toSpliced(seedAt, 2);
// The files that hold a statistic are those that say how large it is.
const files = execFileSync("git", ["grep", "-l", "support/study", "--", "src", "tests"], { encoding: "utf8" })
  .trim()
  .split("\n")
  .filter((file) => file.endsWith(".test.ts"))
  .filter((file) => wanted.length === 0 || wanted.some((name) => file.includes(name)));
const { status } = spawnSync(bin("vitest"), ["run", "--testTimeout=1800000", "--reporter=dot", ...files], {
  stdio: "inherit",
  env: { ...process.env, GAMAN_STUDY: out, GAMAN_SEED: seed, GAMAN_KERNEL: hasKernel ? "1" : "" },
});
const figures = readLines(out).map((line) => JSON.parse(line));
for (const { name, value, least, most } of figures) {
  const bound = [
    least === undefined ? "" : `at least ${round(least)}`,
    most === undefined ? "" : `at most ${round(most)}`,
  ]
    .filter(Boolean)
    .join(", ");
  const holds = (least === undefined || value >= least) && (most === undefined || value <= most);
  process.stdout.write(`${holds ? "  " : "! "}${round(value).padStart(8)}  ${name} (${bound})\n`);
}
rmSync(folder, { recursive: true, force: true });
process.exit(status ?? 1);

function readLines(file) {
  try {
    return readFileSync(file, "utf8").trim().split("\n").filter(Boolean);
  } catch {
    return [];
  }
}

function round(value) {
  return String(Number(value.toPrecision(3)));
}
