/** `npm test`: everything that must hold, on a machine that may have nothing but Node. */
import { existsSync } from "node:fs";
import { bin, chromiumPath, ensureBuild, ensurePackages, NATIVE_TSC, run, runTogether } from "./project.mjs";

function ensureChromium() {
  if (existsSync(chromiumPath())) return;
  if (process.getuid?.() !== 0 || !existsSync("/usr/bin/apt-get")) {
    process.stderr.write(
      "The browser tests need Chromium. Install Debian's package “chromium-headless-shell”, or set CHROMIUM to its path.\n",
    );
    process.exit(1);
  }
  run("Package lists", "apt-get", ["update", "-qq"]);
  run(
    "Install Chromium",
    "apt-get",
    ["install", "-y", "-qq", "--no-install-recommends", "chromium-headless-shell"],
    {
      DEBIAN_FRONTEND: "noninteractive",
    },
  );
}

ensurePackages();
ensureChromium();
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
run("Browser tests", bin("playwright"), ["test"]);
