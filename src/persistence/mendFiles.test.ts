import "fake-indexeddb/auto";
import sharp from "sharp";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { fillStore } from "../../tests/support/sampleStore";
import { readArchive } from "./archive/readArchive";
import { writeArchive } from "./archive/writeArchive";
import { GamanDatabase } from "./database";
import { mendFileTypes } from "./mendFiles";

let db: GamanDatabase;
let count = 0;

beforeEach(() => {
  db = new GamanDatabase(`mend-${count++}`);
});

afterEach(async () => {
  await db.delete();
});

async function jpeg(): Promise<Buffer<ArrayBuffer>> {
  const made = await sharp({ create: { width: 40, height: 30, channels: 3, background: "#a05030" } })
    .jpeg()
    .toBuffer();
  return Buffer.from(made);
}

describe("a picture under another name", () => {
  it.each(["", "application/octet-stream", "text/plain", "application/pdf", "application/zip", "video/mp4"])(
    "kept as “%s” stops no archive, and is given the type of its bytes",
    async (type) => {
      await fillStore(db);
      const [photo] = await db.tubePhotos.toArray();
      if (!photo) throw new Error("no photo");
      await db.tubePhotos.put({ ...photo, blob: new Blob([await jpeg()], { type }) });
      const before = await writeArchive(db, { kind: "everything" }, 5);
      expect((await readArchive(before.blob)).manifest.leftOut).toBe(0);
      expect(await mendFileTypes(db)).toBeGreaterThan(0);
      expect((await db.tubePhotos.get(photo.tubeId))?.blob.type).toBe("image/jpeg");
      // Once mended there is nothing left to do.
      expect(await mendFileTypes(db)).toBe(0);
    },
  );

  it("that is none is left as it is, without a type", async () => {
    await fillStore(db);
    const [photo] = await db.tubePhotos.toArray();
    if (!photo) throw new Error("no photo");
    await db.tubePhotos.put({ ...photo, blob: new Blob(["no picture"], { type: "text/html" }) });
    await mendFileTypes(db);
    const kept = await db.tubePhotos.get(photo.tubeId);
    expect([kept?.blob.type, await kept?.blob.text()]).toEqual(["", "no picture"]);
  });
});
