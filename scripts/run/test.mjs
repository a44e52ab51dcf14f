/** `npm test`: everything that must hold, on a machine that may have nothing but Node. */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { existsSync } from "node:fs";
import { bin, chromiumPath, ensureBuild, ensurePackages, NATIVE_TSC, run, runTogether } from "./project.mjs";

const APT = "/usr/bin/apt-get";

/** Installs Chromium where there is none, beside what goes on meanwhile. @returns when it is there. */
async function ensureChromium() {
  if (existsSync(chromiumPath())) return;
  if (process.getuid?.() !== 0 || !existsSync(APT)) {
    process.stderr.write(
      "The browser tests need Chromium. Install Debian's package “chromium-headless-shell”, or set CHROMIUM to its path.\n",
    );
    process.exit(1);
  }
  // One process for both, as this one hears of nothing while it waits for what it runs.
  const child = spawn(
    "/bin/sh",
    ["-c", `${APT} -qq update && ${APT} -qq install -y --no-install-recommends chromium-headless-shell`],
    {
      stdio: ["ignore", "ignore", "inherit"],
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    },
  );
  const [code] = await once(child, "exit");
  if (code === 0) return;
  process.stderr.write("\nChromium could not be installed.\n");
  process.exit(1);
}

const chromium = ensureChromium();
ensurePackages();
run("Route types", bin("next"), ["typegen"]);
run("Lint", bin("oxlint"), []);
run("Types", process.execPath, [NATIVE_TSC, "--noEmit"]);
await runTogether([
  ["Boundaries", bin("depcruise"), ["src", "--config", ".dependency-cruiser.cjs"]],
  ["Unused code", bin("knip"), []],
  ["Types of the core without DOM and Node", process.execPath, [NATIVE_TSC, "-p", "tsconfig.core.json"]],
  ["Format", bin("biome"), ["format", "."]],
]);
run("Unit tests", bin("vitest"), ["run", "--reporter=dot"]);
ensureBuild();
await chromium;
run("Browser tests", bin("playwright"), ["test"]);
