/** What the run scripts share: where things are, whether they are fresh, and running a command. */
import { spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";

export const ROOT = path.resolve(import.meta.dirname, "../..");

/** What serves the built application. */
export const SERVER = path.join(ROOT, ".next/serve.mjs");

/** What the pages use of Zod, bundled before they are (next.config.ts names it too). */
export const SMALL_ZOD = path.join(ROOT, "node_modules/.cache/gaman/smallZod.mjs");

/** The store's worker in one file, bundled before the pages are; beside it, under {@link KEEPER_NAME}, what it is called. */
export const KEEPER = path.join(ROOT, "node_modules/.cache/gaman/keeper.js");
export const KEEPER_NAME = path.join(ROOT, "node_modules/.cache/gaman/keeper.txt");

const BUILD_INPUTS = [
  "kernel",
  "src",
  "public",
  "scripts/run/prebuild.mjs",
  "scripts/run/postbuild.mjs",
  "package-lock.json",
  "next.config.ts",
  "postcss.config.mjs",
  "tsconfig.json",
];

/** Every file in a folder and below, in the order of their names; a file alone is itself. */
export function filesUnder(file) {
  if (!statSync(file).isDirectory()) return [file];
  return readdirSync(file)
    .sort()
    .flatMap((name) => filesUnder(path.join(file, name)));
}

const SERVICE_WORKER = path.join(ROOT, "public/sw.js");

/** Changes whenever something changes that a build depends on. */
export function sourceStamp() {
  const hash = createHash("sha256");
  for (const input of BUILD_INPUTS) {
    for (const file of filesUnder(path.join(ROOT, input))) {
      // Made by the build itself.
      if (file === SERVICE_WORKER) continue;
      hash.update(path.relative(ROOT, file)).update(readFileSync(file));
    }
  }
  return hash.digest("hex");
}

export function isBuildFresh() {
  const stamp = path.join(ROOT, ".next/built-from.txt");
  return existsSync(stamp) && readFileSync(stamp, "utf8") === sourceStamp();
}

/** Debian's Chromium. The one without windows comes first: the browser tests take a third less time with it. */
const CHROMIUMS = ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"];

/** Where the browser is; CHROMIUM names another one. */
export function chromiumPath() {
  return process.env.CHROMIUM ?? CHROMIUMS.find((file) => existsSync(file)) ?? CHROMIUMS[0];
}

/** How it is started: as any user, without a graphics card, and without asking anything of the network by itself. */
export const CHROMIUM_ARGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

/** Runs a command to its end; ends this process with its code when it fails. */
export function run(title, command, args, extraEnv = {}) {
  process.stdout.write(`\n== ${title}\n`);
  const started = Date.now();
  const { status, error } = spawnSync(command, args, {
    cwd: ROOT,
    stdio: "inherit",
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1", ...extraEnv },
  });
  if (error) process.stderr.write(`${command}: ${error.message}\n`);
  if (status !== 0) {
    process.stderr.write(`\n${title} failed.\n`);
    process.exit(status ?? 1);
  }
  process.stdout.write(`== ${title}: ${((Date.now() - started) / 1000).toFixed(1)} s\n`);
}

/**
 * Runs commands of one core each beside each other. What each said is told in one piece when it ends; the first that
 * fails ends the others and this process.
 *
 * @param commands - title, command, arguments of each.
 */
export function runTogether(commands) {
  const children = [];
  process.once("exit", () => {
    for (const child of children) child.kill();
  });
  return Promise.all(
    commands.map(async ([title, command, args]) => {
      const started = Date.now();
      const said = [];
      const child = spawn(command, args, { cwd: ROOT, stdio: ["ignore", "pipe", "pipe"] });
      children.push(child);
      child.stdout.on("data", (chunk) => said.push(chunk));
      child.stderr.on("data", (chunk) => said.push(chunk));
      const status = await new Promise((resolve) => {
        child.once("error", (error) => {
          said.push(Buffer.from(`${command}: ${error.message}\n`));
          resolve(1);
        });
        child.once("close", (code) => {
          resolve(code ?? 1);
        });
      });
      process.stdout.write(`\n== ${title}\n${Buffer.concat(said).toString()}`);
      if (status !== 0) {
        process.stderr.write(`\n${title} failed.\n`);
        process.exit(status);
      }
      process.stdout.write(`== ${title}: ${((Date.now() - started) / 1000).toFixed(1)} s\n`);
    }),
  );
}

/** The native compiler, by a path of its own: it and TypeScript 6 both want to be `node_modules/.bin/tsc`. */
export const NATIVE_TSC = path.join(ROOT, "node_modules/typescript-native/bin/tsc");

/** The command of an installed package. */
export function bin(name) {
  return path.join(ROOT, "node_modules/.bin", name);
}

/** Installs exactly what the lock file names, unless that was done already. */
export function ensurePackages() {
  const lock = createHash("sha256")
    .update(readFileSync(path.join(ROOT, "package-lock.json")))
    .digest("hex");
  const stamp = path.join(ROOT, "node_modules/.gaman-lock.txt");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === lock) return;
  run("Install packages", "npm", ["ci", "--no-fund", "--no-audit"]);
  writeFileSync(stamp, lock);
}

export function ensureBuild() {
  if (isBuildFresh()) return;
  run("The kernel is what its source compiles to", process.execPath, [
    "scripts/generate/kernel.mjs",
    "--check",
  ]);
  run("Before the build", process.execPath, ["scripts/run/prebuild.mjs"]);
  run("Build", bin("next"), ["build"]);
  run("After the build", process.execPath, ["scripts/run/postbuild.mjs"]);
}
