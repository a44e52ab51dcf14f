/** What can go wrong with a store, one by one: nothing kept is lost, and the words say what to do. */
import { readFileSync, statSync } from "node:fs";
import { type Page, test as plain } from "@playwright/test";
import {
  expect,
  goTo,
  openDemo,
  openDemoByHand,
  said,
  startPainting,
  test,
  trayNote,
  typeNote,
  VIEWS,
} from "./pages/studio";
import { benchOf } from "./pages/bench";
import { beforeKeeper, withoutKeeper } from "./pages/inWorkers";

/** Writes to a store behind the application's back, as a fault would. */
async function putRow(page: Page, database: string, table: string, row: unknown): Promise<void> {
  await page.evaluate(
    ([name, store, value]) =>
      new Promise<void>((resolve, reject) => {
        const request = indexedDB.open(name);
        request.onerror = () => {
          reject(new Error("the store could not be opened"));
        };
        request.onsuccess = () => {
          const transaction = request.result.transaction(store, "readwrite");
          transaction.objectStore(store).put(value);
          transaction.oncomplete = () => {
            request.result.close();
            resolve();
          };
        };
      }),
    [database, table, row] as const,
  );
}

/** Writes noise into a store of its own until the browser itself takes no more, not even a few bytes. */
async function fillStorage(page: Page): Promise<void> {
  const written = await page.evaluate(async () => {
    const isKept = (bytes: number): Promise<boolean> =>
      new Promise((resolve) => {
        const noise = new Uint8Array(bytes);
        for (let at = 0; at < bytes; at += 65_536) crypto.getRandomValues(noise.subarray(at, at + 65_536));
        const request = indexedDB.open("filler");
        request.onupgradeneeded = () => request.result.createObjectStore("noise", { autoIncrement: true });
        request.onerror = () => {
          resolve(false);
        };
        request.onsuccess = () => {
          const transaction = request.result.transaction("noise", "readwrite");
          transaction.objectStore("noise").put(noise);
          const end = (isOk: boolean) => () => {
            request.result.close();
            resolve(isOk);
          };
          transaction.oncomplete = end(true);
          transaction.onabort = end(false);
        };
      });
    let total = 0;
    for (let bytes = 8_000_000; bytes > 50; ) {
      if (await isKept(bytes)) total += bytes;
      else bytes = Math.floor(bytes / 2);
    }
    return total;
  });
  expect(written).toBeGreaterThan(1_000_000);
}

/** A page of this origin that is none of the application's, to reach its stores from. */
async function openBlank(page: Page): Promise<void> {
  await page.route("**/blank", (route) =>
    route.fulfill({ contentType: "text/html", body: '<link rel="icon" href="data:,">' }),
  );
  await page.goto("/blank");
}

test("a record that cannot be read is kept apart, word for word, and everything else goes on", async ({
  page,
}) => {
  await openDemo(page);
  await putRow(page, "gaman-demo", "notes", {
    id: "torn",
    paintingId: "slipway",
    number: "ten",
    name: "Torn",
  });
  await page.reload();
  await expect(page.getByText("One record could not be read and is kept apart")).toBeVisible();
  await expect(trayNote(page, /^9 Buoy/)).toBeVisible();
  await page.getByRole("link", { name: "Look at what was kept apart" }).click();
  const apart = page.getByRole("region", { name: "Kept apart, since they cannot be read" });
  await expect(apart).toContainText("notes, torn: number");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    apart.getByRole("button", { name: "save them as a file" }).click(),
  ]);
  expect(readFileSync(await download.path(), "utf8")).toContain('"name": "Torn"');
  await apart.getByRole("button", { name: "put back what can be read now" }).click();
  await expect(said(page, "None of them can be read yet.")).toBeVisible();
  await apart.getByRole("button", { name: "delete them for good" }).click();
  await expect(apart).toHaveCount(0);
  await page.getByRole("button", { name: "Check every record" }).click();
  await expect(page.getByText(/records read, all in order\./)).toBeVisible();
});

test("a record that speaks of one that is gone is told of, and shown without it", async ({ page }) => {
  await openDemo(page);
  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        indexedDB.open("gaman-demo").onsuccess = (event) => {
          const db = (event.target as IDBOpenDBRequest).result;
          const transaction = db.transaction("piles", "readwrite");
          transaction.objectStore("piles").clear();
          transaction.oncomplete = () => {
            db.close();
            resolve();
          };
        };
      }),
  );
  await page.reload();
  await goTo(page, "Settings");
  await page.getByRole("button", { name: "Check every record" }).click();
  await expect(page.getByText(/not in order/)).toBeVisible();
  await expect(page.getByText(/reading .*: the pile it speaks of is not there/).first()).toBeVisible();
  await goTo(page, "Log");
  await page.getByRole("button", { name: /Rope/ }).click();
  await expect(page.getByRole("dialog")).toContainText("The pile of this match is not in the record.");
});

test("an older window that holds the store is named, and when it goes the newer one goes on", async ({
  context,
}) => {
  // As version 5 of the store left it, held by a window that does not let go.
  const older = await context.newPage();
  await openBlank(older);
  await older.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const request = indexedDB.open("gaman", 50);
        request.onupgradeneeded = () => {
          for (const name of [
            "paintings",
            "pictures",
            "tubes",
            "palettes",
            "notes",
            "settings",
            "recipes",
            "tubePhotos",
          ])
            request.result.createObjectStore(name, { keyPath: name === "tubePhotos" ? "tubeId" : "id" });
          for (const name of ["readings", "piles", "matches", "looks", "timers"])
            request.result.createObjectStore(name, { keyPath: "id" });
          request.result.createObjectStore("benches", { keyPath: "noteId" });
        };
        request.onsuccess = () => {
          (window as unknown as { held: IDBDatabase }).held = request.result;
          resolve();
        };
      }),
  );
  const newer = await context.newPage();
  await newer.goto("/");
  await expect(newer.getByRole("heading", { name: "Another window is in the way" })).toBeVisible();
  await expect(newer.getByRole("alert").filter({ hasText: "Close it there" })).toBeVisible();
  await older.close();
  await expect(newer.getByRole("button", { name: "Open the demo painting" })).toBeVisible();
});

test("a store that a newer Gaman wrote is left alone", async ({ page }) => {
  await openBlank(page);
  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const request = indexedDB.open("gaman", 990);
        request.onupgradeneeded = () => {
          request.result.createObjectStore("paintings", { keyPath: "id" });
        };
        request.onsuccess = () => {
          request.result.close();
          resolve();
        };
      }),
  );
  await page.goto("/");
  await expect(page.getByRole("alert").filter({ hasText: "They are all there" })).toContainText(
    "newer Gaman",
  );
});

test("a window that may keep nothing says so, and what to do", async ({ page }) => {
  await beforeKeeper(page, () => {
    IDBFactory.prototype.open = () => {
      throw new DOMException("The operation is insecure.", "SecurityError");
    };
  });
  await page.goto("/");
  await expect(page.getByRole("heading", { name: "Your paintings could not be opened" })).toBeVisible();
  await expect(page.getByRole("alert").filter({ hasText: "private window" })).toBeVisible();
});

test.describe("a full storage", () => {
  // The kept copy of the application would make room by giving itself up.
  test.use({ serviceWorkers: "block" });

  test("when the storage is full it is said at once, nothing is half written, an archive is still saved, and room made is used", async ({
    page,
  }, info) => {
    await page.goto("/manifest.webmanifest");
    const browser = await page.context().newCDPSession(page);
    const { origin } = new URL(page.url());
    await browser.send("Storage.overrideQuotaForOrigin", { origin, quotaSize: 40_000_000 });
    await startPainting(page, "Jetty", ["Titanium white", "Raw umber", "Prussian blue"]);
    await typeNote(page, "62 2 12", "Planks");
    await expect(benchOf(page).allAdded).toBeEnabled();
    const full = page.getByRole("alert").filter({ hasText: "storage is full" });
    await fillStorage(page);
    await benchOf(page).allAdded.press("Enter");
    await expect(full).toContainText("Free some space");
    await page.getByRole("button", { name: "Understood" }).click();

    await goTo(page, "Settings");
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: "Save an archive" }).click(),
    ]);
    const file = info.outputPath("full.gaman.zip");
    await download.saveAs(file);
    expect(statSync(file).size).toBeGreaterThan(1000);
    // All that is kept can be looked at.
    for (const { name } of VIEWS) {
      await goTo(page, name);
      await expect(page.getByRole("main")).toBeVisible();
      await expect(page.getByRole("heading", { name: "This view stopped" })).toBeHidden();
    }

    await page.evaluate(() => {
      indexedDB.deleteDatabase("filler");
    });
    await browser.send("Storage.overrideQuotaForOrigin", { origin });
    await trayNote(page, /^1 Planks/).click();
    // Nothing of the pile was kept by halves: it is laid down now, once.
    await benchOf(page).addAll();
    await benchOf(page).looksTheSame.click();
    await benchOf(page).keep.click();
    await expect(benchOf(page).kept).toBeVisible();
    await goTo(page, "Log");
    await expect(page.getByRole("main").getByText("1 match", { exact: true })).toBeVisible();
    await page.getByRole("radio", { name: "piles" }).click();
    await expect(page.getByText("1 pile", { exact: true })).toBeVisible();
  });
});

test("two windows on one store see each other's work, and one that deletes it all tells the other", async ({
  context,
}) => {
  const [first, second] = [await context.newPage(), await context.newPage()];
  // A window behind another draws seldom, and clicks wait for it.
  await first.bringToFront();
  await startPainting(first, "Jetty", ["Titanium white", "Raw umber"]);
  await second.goto("/");
  await expect(second.getByRole("heading", { name: "Jetty" })).toBeVisible();
  await first.bringToFront();
  await typeNote(first, "62 2 12", "Planks");
  await expect(trayNote(second, /^1 Planks/)).toBeVisible();
  await second.bringToFront();
  await goTo(second, "Log");
  await first.bringToFront();
  await first.getByRole("button", { name: "All added" }).click();
  await first.getByRole("button", { name: "Looks the same" }).click();
  await first.getByRole("button", { name: "Keep as match" }).click();
  await expect(second.getByRole("main").getByText("1 match", { exact: true })).toBeVisible();

  // A remark that both write: the later one counts, and the earlier window shows it.
  await second.bringToFront();
  await second.getByRole("button", { name: /Planks/ }).click();
  await second.getByRole("textbox", { name: "Remark" }).fill("from the second");
  await second.getByRole("button", { name: "Keep the remark" }).click();
  await first.bringToFront();
  await goTo(first, "Log");
  await first.getByRole("button", { name: /Planks/ }).click();
  await expect(first.getByRole("textbox", { name: "Remark" })).toHaveValue("from the second");

  await first.getByRole("button", { name: "Close" }).click();
  await goTo(first, "Settings");
  await first.getByRole("button", { name: "Delete everything" }).click();
  await first.getByLabel("Type “delete” to go on").fill("delete");
  await first.getByRole("button", { name: "Delete everything for good" }).click();
  await expect(second.getByRole("heading", { name: "This window is out of date" })).toBeVisible();
  await second.bringToFront();
  await second.getByRole("button", { name: "Reload this page" }).click();
  await expect(second.getByText("Each match that you keep is recorded here")).toBeVisible();
});

test("where the browser refuses to remember choices, everything else works", async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, "localStorage", {
      get: () => {
        throw new DOMException("denied", "SecurityError");
      },
    });
  });
  await openDemoByHand(page);
  await goTo(page, "Settings");
  await page.getByRole("radio", { name: "dark", exact: true }).click();
  await expect(page.locator("html")).toHaveAttribute("data-room", "dark");
  await goTo(page, "Mix");
  await expect(page.getByRole("heading", { name: /^Mix note/ })).toBeAttached();
});

test("where the browser's storage never answers, the page says so and what to do", async ({ page }) => {
  await beforeKeeper(page, () => {
    IDBFactory.prototype.open = () => new EventTarget() as IDBOpenDBRequest;
  });
  await page.goto("/");
  await expect(page.getByRole("alert").filter({ hasText: "storage does not answer" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Reload this page" })).toBeVisible();
});

test("what lies in hand when the page closes is there again, also where its worker wrote nothing any more", async ({
  page,
}) => {
  await openDemo(page);
  await trayNote(page, /^8 Slip wall/).click();
  await page.getByRole("button", { name: "change it by hand" }).click();
  // From here on what is in hand does not reach the store.
  await page.evaluate(() => {
    const send = Object.getOwnPropertyDescriptor(Worker.prototype, "postMessage")?.value as (
      ...message: unknown[]
    ) => void;
    Worker.prototype.postMessage = function (this: Worker, ...message: unknown[]) {
      if (!JSON.stringify(message).includes("changeBench")) send.apply(this, message);
    };
  });
  const parts = page.getByLabel("Parts of Raw umber");
  await parts.fill("3");
  await parts.press("Enter");
  await expect(page.getByText("3 parts Raw umber").first()).toBeVisible();
  await page.reload();
  await expect(page.getByText("By hand, predicted")).toBeVisible();
  await expect(page.getByText("3 parts Raw umber").first()).toBeVisible();
  // It is written now, and need not be said again.
  await expect
    .poll(() => page.evaluate(() => Object.keys(localStorage).filter((key) => key.includes("last-words"))))
    .toEqual([]);
});

// An error of a worker is written to the console, which other tests take for a fault of the page.
plain("where the store's own worker does not come, the page says so and what to do", async ({ page }) => {
  await withoutKeeper(page);
  await page.goto("/");
  await expect(page.getByRole("heading", { name: "Your paintings could not be opened" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Reload this page" })).toBeVisible();
});

plain(
  "where the store's own worker stops, another one goes on, and what is done then is kept",
  async ({ page }) => {
    await openDemo(page);
    await trayNote(page, /^5 Lichen/).click();
    await benchOf(page).allAdded.waitFor();
    const stop = async () => {
      const worker = page.workers().find((one) => one.url().includes("/keeper-"));
      await worker?.evaluate(() => {
        setTimeout(() => {
          throw new Error("out of memory");
        });
      });
      await worker?.waitForEvent("close");
    };
    await stop();
    await benchOf(page).addAll();
    await stop();
    await benchOf(page).looksTheSame.click();
    await benchOf(page).keep.click();
    await expect(benchOf(page).kept).toBeVisible();
    await page.reload();
    await expect(benchOf(page).kept).toBeVisible();
  },
);

test("a store that the browser emptied is told as lost, with the way back, and not as a first visit", async ({
  page,
}) => {
  await startPainting(page, "Jetty", ["Raw umber", "Titanium white PW6"]);
  await page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const deleting = indexedDB.deleteDatabase("gaman");
        deleting.onsuccess = () => {
          resolve();
        };
        deleting.onerror = () => {
          reject(new Error("the store could not be deleted"));
        };
      }),
  );
  await page.goto("/");
  const lost = page.getByRole("main").getByRole("alert");
  await expect(lost).toContainText("“Jetty” was here on");
  await expect(page.getByRole("link", { name: "Take in an archive" })).toHaveAttribute("href", "/settings");
  // The first steps are there all the same.
  await expect(page.getByRole("button", { name: "Open the demo painting" })).toBeVisible();
  await page.getByRole("button", { name: "Begin afresh" }).click();
  await expect(lost).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole("button", { name: "Open the demo painting" })).toBeVisible();
  await expect(lost).toHaveCount(0);
});
