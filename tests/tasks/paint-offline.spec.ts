import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { type Page, test as plain } from "@playwright/test";
import { expect, goTo, startPainting, test, trayNote, typeNote, VIEWS } from "./pages/studio";
import { benchOf } from "./pages/bench";

test.use({ serviceWorkers: "allow" });
plain.use({ serviceWorkers: "allow" });
// One file of the build is changed for a moment; nothing else may load it meanwhile.
test.describe.configure({ mode: "serial" });

const SERVICE_WORKER = path.join(import.meta.dirname, "../../public/sw.js");

/** The first visit: until all of the application is kept on this machine. */
async function visit(page: Page): Promise<void> {
  await page.goto("/");
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    if (navigator.serviceWorker.controller) return;
    await new Promise((resolve) => {
      navigator.serviceWorker.addEventListener("controllerchange", resolve, { once: true });
    });
  });
}

/** From here on every answer must come from this machine. Returns what came from elsewhere. */
async function goOffline(page: Page): Promise<readonly string[]> {
  const fromElsewhere: string[] = [];
  await page.context().setOffline(true);
  page.on("response", (response) => {
    const isLocal = response.fromServiceWorker() || /^(data|blob):/.test(response.url());
    if (!isLocal) fromElsewhere.push(response.url());
  });
  return fromElsewhere;
}

test("after one visit the application starts and the whole main task works without a network", async ({
  page,
}) => {
  await visit(page);
  const fromElsewhere = await goOffline(page);
  // A start from nothing, and every view by its own address.
  for (const { path: address, name } of VIEWS) {
    await page.goto(address);
    await expect(
      page.getByRole("navigation", { name: "Views" }).getByRole("link", { name, exact: true }),
    ).toHaveAttribute("aria-current", "page");
  }
  await startPainting(page, "Jetty", ["Titanium white", "Raw umber", "Prussian blue"]);
  await typeNote(page, "62 2 12", "Planks");
  await benchOf(page).addAll();
  await benchOf(page).looksTheSame.click();
  await benchOf(page).keep.click();
  await expect(benchOf(page).kept).toBeVisible();
  await goTo(page, "Log");
  await page.getByRole("button", { name: /Planks/ }).click();
  await expect(page.getByRole("dialog").getByText("What went in")).toBeVisible();
  await page.getByRole("button", { name: "Close" }).click();
  // The demo and the simulated camera come along too.
  await goTo(page, "Settings");
  await page.getByRole("button", { name: "Open the demo painting" }).click();
  await goTo(page, "Table");
  await expect(page.getByRole("heading", { name: "Slipway, low tide" })).toBeVisible();
  // Views change without loading the page again.
  await page.evaluate(() => {
    (window as unknown as { stayed: boolean }).stayed = true;
  });
  for (const name of ["Tubes", "Mix", "Log"]) await goTo(page, name);
  expect(await page.evaluate(() => (window as unknown as { stayed?: boolean }).stayed)).toBe(true);
  expect(fromElsewhere).toEqual([]);
});

test("a kept version opens just the note that was asked for, also while there is a network", async ({
  page,
}) => {
  await visit(page);
  // From here on the pages themselves come from the kept version.
  await page.reload();
  await startPainting(page, "Jetty", ["Titanium white", "Raw umber", "Prussian blue"]);
  await typeNote(page, "62 2 12", "Planks");
  await typeNote(page, "40 20 10", "Rust");
  for (const name of ["1 Planks", "2 Rust"]) {
    await trayNote(page, new RegExp(`^${name}`)).click();
    await expect(page.getByRole("heading", { name: `Mix note ${name.replace(" ", ", ")}` })).toBeAttached();
    expect(new URL(page.url()).searchParams.has("note")).toBe(true);
  }
  await page.reload();
  await expect(page.getByRole("heading", { name: "Mix note 2, Rust" })).toBeAttached();
  await goTo(page, "Subject");
  await typeNote(page, "30 0 0", "Tar");
  expect(new URL(page.url()).searchParams.has("note")).toBe(true);
});

test("can be installed: a manifest with icons of its own, all of which are there", async ({ page }) => {
  await page.goto("/");
  const address = await page.locator("link[rel=manifest]").getAttribute("href");
  const manifest = (await (await page.request.get(address ?? "")).json()) as {
    readonly start_url: string;
    readonly display: string;
    readonly icons: readonly { readonly src: string; readonly type: string; readonly purpose?: string }[];
  };
  expect(manifest).toMatchObject({ start_url: "/", display: "standalone" });
  expect(manifest.icons.some(({ purpose }) => purpose === "maskable")).toBe(true);
  for (const { src, type } of manifest.icons) {
    const icon = await page.request.get(src);
    expect([src, icon.status(), icon.headers()["content-type"]]).toEqual([src, 200, type]);
  }
});

test("after the browser cleared what was kept, one visit with a network keeps all of it again", async ({
  page,
}) => {
  await visit(page);
  const kept = () =>
    page.evaluate(async () => {
      const [name] = await caches.keys();
      return name === undefined ? false : (await (await caches.open(name)).match("/__whole")) !== undefined;
    });
  expect(await kept()).toBe(true);
  await page.evaluate(async () => {
    for (const name of await caches.keys()) await caches.delete(name);
  });
  await page.goto("/log");
  await expect.poll(kept).toBe(true);
  await goOffline(page);
  for (const { path: address, name } of VIEWS) {
    await page.goto(address);
    await expect(
      page.getByRole("navigation", { name: "Views" }).getByRole("link", { name, exact: true }),
    ).toHaveAttribute("aria-current", "page");
  }
});

// The browser writes a 404 to the console, which other tests take for a fault of the page.
plain("an address that is none shows Gaman's own page, without a network too", async ({ page }) => {
  await visit(page);
  await page.context().setOffline(true);
  const answer = await page.goto("/harbour/jug");
  expect(answer?.status()).toBe(404);
  await expect(page.getByRole("navigation", { name: "Views" })).toBeVisible();
});

test("a newer version that cannot be fetched whole leaves nothing behind, and the older one goes on", async ({
  page,
}) => {
  await visit(page);
  const built = readFileSync(SERVICE_WORKER, "utf8");
  const names = () => page.evaluate(() => caches.keys());
  const before = await names();
  const version = before[0]?.slice("gaman-".length) ?? "";
  try {
    writeFileSync(
      SERVICE_WORKER,
      built
        .replaceAll(version, "torn")
        .replace('"/manifest.webmanifest"', '"/manifest.webmanifest","/missing.js"'),
    );
    const failed = await page.evaluate(async () => {
      const registration = await navigator.serviceWorker.getRegistration();
      await registration?.update();
      const worker = registration?.installing;
      if (!worker) return "none";
      return new Promise<string>((resolve) => {
        worker.addEventListener("statechange", () => {
          resolve(worker.state);
        });
      });
    });
    expect(failed).toBe("redundant");
    await expect.poll(names).toEqual(before);
  } finally {
    writeFileSync(SERVICE_WORKER, built);
  }
});

test("a window with something half typed is not reloaded when another one takes the newer version", async ({
  page,
}) => {
  await visit(page);
  const other = await page.context().newPage();
  await other.goto("/");
  const field = other.getByLabel("Name of the painting");
  await field.fill("Harbour in r");
  const built = readFileSync(SERVICE_WORKER, "utf8");
  try {
    writeFileSync(SERVICE_WORKER, `${built}\n// a newer one`);
    await page.reload();
    // Its own window says so, when something is half typed in it.
    await page.getByLabel("Name of the painting").fill("Je");
    await page.getByRole("button", { name: "Take it now" }).click();
    await expect(page.getByText("Keep or clear what you are typing first")).toBeVisible();
    await page.getByLabel("Name of the painting").fill("");
    await Promise.all([page.waitForEvent("load"), page.getByRole("button", { name: "Take it now" }).click()]);
    await expect(other.getByText("A newer Gaman runs in your other windows")).toBeVisible();
    await expect(field).toHaveValue("Harbour in r");
    await Promise.all([other.waitForEvent("load"), field.fill("")]);
  } finally {
    writeFileSync(SERVICE_WORKER, built);
  }
});

test("a newer version waits until the painter agrees", async ({ page }) => {
  await visit(page);
  const built = readFileSync(SERVICE_WORKER, "utf8");
  try {
    writeFileSync(SERVICE_WORKER, `${built}\n// a newer one`);
    await page.reload();
    const word = page.getByText("A newer Gaman is here");
    await expect(word).toBeVisible();
    // Not taken until asked for: another window still starts with the version it has.
    const state = () =>
      page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.waiting?.state);
    expect(await state()).toBe("installed");
    await Promise.all([page.waitForEvent("load"), page.getByRole("button", { name: "Take it now" }).click()]);
    await expect.poll(state).toBeUndefined();
    await expect(word).toBeHidden();
  } finally {
    writeFileSync(SERVICE_WORKER, built);
  }
});

test("a picture and a colour that another program shares arrive, without a network", async ({ page }) => {
  await visit(page);
  await startPainting(page, "Jetty", ["Titanium white", "Raw umber"]);
  await goOffline(page);
  /** What the platform does when Gaman is chosen in its share sheet: a form is sent, and its answer is opened. */
  const share = (field: string, value: string | undefined) =>
    page.evaluate(
      async ([name, text]) => {
        const form = document.createElement("form");
        form.method = "POST";
        form.action = "/share";
        form.enctype = "multipart/form-data";
        const input = document.createElement("input");
        input.name = name;
        if (text !== undefined) input.value = text;
        else {
          input.type = "file";
          const picture = await (await fetch("/demo/slipway.jpg")).blob();
          const files = new DataTransfer();
          files.items.add(new File([picture], "from a phone.jpg", { type: "image/jpeg" }));
          input.files = files.files;
        }
        form.append(input);
        document.body.append(form);
        form.submit();
      },
      [field, value] as const,
    );
  await share("picture", undefined);
  await expect(page.getByRole("application", { name: /from a phone\.jpg/ })).toBeVisible();
  await page.goto("/");
  await share("text", "#7a6a58");
  await expect(page.getByRole("heading", { name: /^Mix note 1/ })).toBeAttached();
  await page.reload();
  await expect(
    page.getByRole("navigation", { name: "Notes and piles of this painting" }).getByRole("link"),
  ).toHaveCount(2);
});
