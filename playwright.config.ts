import { defineConfig, devices } from "@playwright/test";
import { CHROMIUM_ARGS, chromiumPath, SERVER } from "./scripts/run/project.mjs";

const port = Number(process.env.E2E_PORT ?? 3417);
const baseURL = `http://127.0.0.1:${port}`;

export default defineConfig({
  testDir: "tests",
  testMatch: "**/*.spec.ts",
  fullyParallel: true,
  // While one page waits for its server the other two keep both cores busy.
  workers: 3,
  forbidOnly: true,
  // What fails twice is broken. What fails once is listed as flaky at the end, and is to be found with SLOW (CONTRIBUTING).
  retries: 1,
  // No figure is held here: a machine at a quarter of its speed answers late, and right.
  timeout: 240_000,
  expect: { timeout: 40_000 },
  reporter: [["list"]],
  use: {
    ...devices["Desktop Chrome"],
    baseURL,
    viewport: { width: 1280, height: 800 },
    // Each test would fetch the whole application once more; those of the offline application switch it on.
    serviceWorkers: "block",
    // A trace costs a quarter of the time; `npx playwright test --trace on FILE` makes one where it is wanted.
    trace: "off",
    launchOptions: {
      executablePath: chromiumPath(),
      args: CHROMIUM_ARGS,
    },
  },
  webServer: {
    command: `node ${SERVER} --port ${port}`,
    url: baseURL,
    reuseExistingServer: false,
    timeout: 120_000,
    gracefulShutdown: { signal: "SIGTERM", timeout: 5_000 },
    env: { NEXT_TELEMETRY_DISABLED: "1" },
  },
});
