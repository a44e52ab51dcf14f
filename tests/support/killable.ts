/** A browser with a profile of its own that can be killed in the middle of anything, and opened again on it. */
import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { chromium, type Page } from "@playwright/test";
import { CHROMIUM_ARGS, chromiumPath } from "../../scripts/run/project.mjs";

const START_MS = 30_000;

export type KillableBrowser = {
  readonly page: Page;
  /** SIGKILL to all of its processes at once: nothing is flushed, nothing is said. */
  readonly kill: () => Promise<void>;
};

export type Profile = {
  readonly folder: string;
  readonly open: () => Promise<KillableBrowser>;
  /** Kills what is still open and deletes the profile. */
  readonly remove: () => Promise<void>;
};

export function newProfile(): Profile {
  const folder = mkdtempSync(path.join(tmpdir(), "gaman-profile-"));
  let opened: KillableBrowser | undefined;
  return {
    folder,
    open: async () => {
      opened = await openKillable(folder);
      return opened;
    },
    remove: async () => {
      await opened?.kill();
      rmSync(folder, { recursive: true, force: true, maxRetries: 10, retryDelay: 200 });
    },
  };
}

/** The first work in an empty profile: a painting named Jetty, of two tubes. */
export async function beginPainting(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByLabel("Name of the painting").fill("Jetty");
  for (const paint of ["Titanium white", "Raw umber"])
    await page.getByRole("checkbox", { name: paint }).check();
  await page.getByRole("button", { name: "Start the painting" }).click();
  await page.getByRole("heading", { name: "Jetty" }).waitFor();
}

async function openKillable(folder: string): Promise<KillableBrowser> {
  const process_ = spawn(
    chromiumPath(),
    [
      "--headless",
      ...CHROMIUM_ARGS,
      "--window-size=1280,800",
      "--remote-debugging-port=0",
      `--user-data-dir=${folder}`,
      "about:blank",
    ],
    // A process group of its own, so that renderers and helpers go with it.
    { detached: true, stdio: ["ignore", "ignore", "pipe"] },
  );
  const ended = new Promise((resolve) => process_.once("exit", resolve));
  const browser = await chromium.connectOverCDP(await addressOf(process_));
  const [context] = browser.contexts();
  if (!context) throw new Error("The browser has no context");
  const page = context.pages()[0] ?? (await context.newPage());
  return {
    page,
    kill: async () => {
      if (process_.exitCode === null && process_.signalCode === null && process_.pid !== undefined)
        process.kill(-process_.pid, "SIGKILL");
      await ended;
      await browser.close().catch(() => undefined);
    },
  };
}

function addressOf(process_: ChildProcess): Promise<string> {
  return new Promise((resolve, reject) => {
    let said = "";
    const timer = setTimeout(() => {
      reject(new Error(`The browser did not start: ${said.slice(-500)}`));
    }, START_MS);
    process_.stderr?.on("data", (chunk: Buffer) => {
      said += chunk.toString();
      const [, address] = /DevTools listening on (ws:\S+)/.exec(said) ?? [];
      if (!address) return;
      clearTimeout(timer);
      resolve(address);
    });
  });
}
