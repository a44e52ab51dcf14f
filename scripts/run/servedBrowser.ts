/** Serves the built application on a port, opens a browser beside it, and ends both when the task is done. */
import { spawn } from "node:child_process";
import { type Browser, chromium } from "@playwright/test";
import { CHROMIUM_ARGS, chromiumPath, ROOT, SERVER } from "./project.mjs";

const TRIES = 80;
const PAUSE_MS = 250;

export async function withServedBrowser<T>(
  port: number,
  task: (browser: Browser, address: string) => Promise<T>,
): Promise<T> {
  const address = `http://127.0.0.1:${port}`;
  const server = spawn(process.execPath, [SERVER, "--port", String(port)], {
    cwd: ROOT,
    stdio: "ignore",
  });
  try {
    for (let attempt = 0; ; attempt++) {
      const isUp = await fetch(address).then(
        (response) => response.ok,
        () => false,
      );
      if (isUp) break;
      if (attempt === TRIES) throw new Error(`${address} does not answer; run npm run build first`);
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
    }
    const browser = await chromium.launch({
      executablePath: chromiumPath(),
      args: CHROMIUM_ARGS,
    });
    try {
      return await task(browser, address);
    } finally {
      await browser.close();
    }
  } finally {
    server.kill("SIGTERM");
  }
}
