import { describe, expect, it } from "vitest";
import { withDeclaredSize } from "../../../tests/support/zips";
import { createRng } from "../../core/random/rng";
import { ArchiveRefused } from "./format";
import { listZip, unfold } from "./zip";

/** The same text, packed by other programs. */
const PACKED = {
  Deflate64:
    "UEsDBBUAAAAJAEmlfF39wzXcgQAAABkCAAAFAAAAYS50eHRV0csJw0AMhOF7qtgSdqV9l5ESHAw5JBgMJu2HxGDmPw76QEhz" +
    "3z4hzrA9nvt6+4U0w/Fe1v0fbIbldZwDV5VVFVFVVVPVRQ1sjMpSEpcM0AGzwgJYAZvCDjhwbRRoSaEZoCvMgAWwKmyAHXDo" +
    "p1GIoxFHJQ6YAYvCCtgAu8KrmS9QSwECPwMVAAAACQBJpXxd/cM13IEAAAAZAgAABQAkAAAAAAAAACCApIEAAAAAYS50eHQK" +
    "ACAAAAAAAAEAGADfkOv0eH/dAQAAAAAAAAAAAAAAAAAAAABQSwUGAAAAAAEAAQBXAAAApAAAAAAA",
  bzip2:
    "UEsDBC4AAAAMAEmlfF39wzXclwAAABkCAAAFAAAAYS50eHRCWmg5MUFZJlNZ0k1IcAAAc1uAABBAAH/wEAAaRpKAMAC0sNTz" +
    "VUab9VDT1AMEp+qqAAAGgiqAADAPF9RGERJERhGlWXerLXS2LCZBrCbCLCZBANggEA2CAXXbtz2zr4zJBAaW0tbklttVreUl" +
    "hfsWdMs/WZ5tAQACD5ln2zGWakdBaAJRGotkc0eAEuLuSKcKEhpJqQ4AUEsBAj8DLgAAAAwASaV8Xf3DNdyXAAAAGQIAAAUA" +
    "JAAAAAAAAAAggKSBAAAAAGEudHh0CgAgAAAAAAABABgA35Dr9Hh/3QEAAAAAAAAAAAAAAAAAAAAAUEsFBgAAAAABAAEAVwAA" +
    "ALoAAAAAAA==",
  LZMA:
    "UEsDBD8AAgAOAEmlfF39wzXcgAAAABkCAAAFAAAAYS50eHQaAgUAXQAQAAAAKRvK4gEMoaEe2wZEXLBkjPxlTxP6mPfgFgST" +
    "oNd8+n2faPkYMdoo4K8kaMNlZjC28MYC2r/PiC1i+bxMp4JadT4TSqbvs4mjLp9aGK4IxBnyMtK0z107yk+GOVrf/iaHOdLY" +
    "5CMGDpeTzgP3yD++/v//yAMAAFBLAQI/Az8AAgAOAEmlfF39wzXcgAAAABkCAAAFACQAAAAAAAAAIICkgQAAAABhLnR4dAoA" +
    "IAAAAAAAAQAYAN+Q6/R4f90BAAAAAAAAAAAAAAAAAAAAAFBLBQYAAAAAAQABAFcAAACjAAAAAAA=",
  Zstandard:
    "UEsDBD8AAABdAAAAfF39wzXceQAAABkCAAAFAAAAYS50eHQotS/9ZBkBXQMAcgUQEKDtkKXJAwTOavqJDIV+TsHHbFkyVux+" +
    "vWHPzQv5uNj/fvixKSYewuvbDj6mkCFWOqXokaknFRmw2BZUFHTCFCioEFg8DZsBwOMOEBBCBERUPlQu2I1L7sb2K9Q9bn8S" +
    "jNltuxJASwFB3K9VUEsBAj8APwAAAF0AAAB8Xf3DNdx5AAAAGQIAAAUAAAAAAAAAAAAAAAAAAAAAAGEudHh0UEsFBgAAAAAB" +
    "AAEAMwAAAJwAAAAAAA==",
} as const;

const TEXT = Array.from(
  { length: 40 },
  (_, i) => `Row ${i}: ${["ochre", "umber", "blue"][i % 3] ?? ""}\n`,
).join("");

function bytesOf(packed: string): Uint8Array<ArrayBuffer> {
  return Uint8Array.from(atob(packed), (letter) => letter.charCodeAt(0));
}

async function textIn(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const entry = (await listZip(new Blob([bytes]), "a.txt")).get("a.txt");
  if (!entry) throw new Error("the zip holds no a.txt");
  return (await unfold(entry, 1e6, "rows")).text();
}

describe.each(Object.entries(PACKED))("a file packed by %s", (_name, packed) => {
  it("is read", async () => {
    expect(await textIn(bytesOf(packed))).toBe(TEXT);
  });

  it("is refused, or read as it was, whatever byte is changed", async () => {
    const rng = createRng(7);
    for (let i = 0; i < 60; i++) {
      const bytes = bytesOf(packed);
      const at = Math.floor(rng.next() * bytes.length);
      bytes[at] = (bytes[at] ?? 0) ^ (1 << Math.floor(rng.next() * 8));
      const read = await textIn(bytes).catch((error: unknown) => error);
      if (read instanceof Error && !(read instanceof ArchiveRefused)) {
        expect(read.message, `byte ${at}`).toBe("the zip holds no a.txt");
      } else if (typeof read === "string") expect(read, `byte ${at}`).toBe(TEXT);
    }
  });

  it("is given up where it holds more, or less, than it declares", async () => {
    for (const declared of [TEXT.length - 1, TEXT.length + 1, 3]) {
      const bytes = withDeclaredSize(bytesOf(packed), declared);
      await expect(textIn(bytes), `${declared} bytes`).rejects.toThrow(/damaged|more-than-declared/);
    }
  });
});
