/** A browser killed at the worst moment of a large write, on a profile of its own. */
import { writeFileSync } from "node:fs";
import { packRows } from "@/persistence/archive/writeArchive";
import { cutImportShort, startTwice } from "../support/cutShort";
import { beginPainting, newProfile } from "../support/killable";
import { makeLog } from "../support/madeLog";
import { expect, test, trayNote, typeNote } from "./pages/studio";

const ROWS = 1500;

test("an import cut short by a kill takes nothing along that was kept before or after", async ({
  baseURL: served,
}, info) => {
  const baseURL = served ?? "";
  const archive = info.outputPath("cut.gaman.zip");
  const { blob } = await packRows(makeLog(ROWS, 2), { kind: "everything" }, 1_700_000_000_000);
  writeFileSync(archive, Buffer.from(await blob.arrayBuffer()));
  const profile = newProfile();
  try {
    const { page, kill } = await profile.open();
    await beginPainting(page, baseURL);
    await kill();
    await cutImportShort(profile, baseURL, archive);
    const after = await startTwice(profile, baseURL, async (first) => {
      await first.getByRole("heading", { name: "Jetty" }).waitFor();
      await typeNote(first, "60 4 14", "Kept after");
    });
    await expect(after.getByRole("heading", { name: "Jetty" })).toBeVisible();
    await expect(trayNote(after, /Kept after/)).toBeVisible();
  } finally {
    await profile.remove();
  }
});
