import { describe, expect, it } from "vitest";
import { textOf } from "./textOf";

const WORDS = "name;lab_l\r\nGrün «Küste» ½;41,5\r\n";
const wide = (text: string, isBig: boolean): Uint8Array => {
  const bytes = new Uint8Array(2 * text.length);
  const view = new DataView(bytes.buffer);
  Array.from(text).forEach((letter, i) => {
    view.setUint16(2 * i, letter.charCodeAt(0), !isBig);
  });
  return bytes;
};

describe("text of a file", () => {
  it("is read as UTF-8 and UTF-16 in either order, with their marks and without", () => {
    expect(textOf(new TextEncoder().encode(WORDS))).toBe(WORDS);
    expect(textOf(new TextEncoder().encode(`\uFEFF${WORDS}`))).toBe(WORDS);
    for (const isBig of [false, true]) {
      expect(textOf(wide(WORDS, isBig))).toBe(WORDS);
      expect(textOf(wide(`\uFEFF${WORDS}`, isBig))).toBe(WORDS);
    }
    expect(textOf(new Uint8Array())).toBe("");
  });

  it("is read in the letters of Western Windows where it is no Unicode", () => {
    const bytes = Array.from(WORDS, (letter) => letter.charCodeAt(0));
    expect(textOf(Uint8Array.from(bytes))).toBe(WORDS);
  });

  it("is none where bytes are that no text has", () => {
    expect(
      textOf(Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13])),
    ).toBeUndefined();
    expect(textOf(Uint8Array.from([0xff, 0xd8, 0xff, 0xe0, 0x00, 0x10]))).toBeUndefined();
    // A half letter of 16 bits.
    expect(textOf(Uint8Array.from([0xff, 0xfe, 0x00]))).toBeUndefined();
  });
});
