/** Text of a file as programs save it: Unicode, or the letters of Western Windows. */

/** So much of a file is looked at for what kind of text it is. */
const LOOKED_AT = 4096;
/** Of figures and Latin letters in 16 bits every other byte is 0. */
const LEAST_ZEROS = 0.4;

/**
 * @param bytes - a whole file.
 * @returns its text without the mark of its kind; undefined where it is no text.
 *
 * UTF-8, or UTF-16 with its mark or without. What is neither, and has no byte that text never has, is code page 1252: so
 * spreadsheets save it, and a tube is called “Grün” there too.
 */
export function textOf(bytes: Uint8Array): string | undefined {
  try {
    return new TextDecoder(wideKindOf(bytes) ?? "utf-8", { fatal: true }).decode(bytes);
  } catch {
    return bytes.some(isNoLetter) ? undefined : new TextDecoder("windows-1252").decode(bytes);
  }
}

/** {@link textOf} of a file. */
export async function textOfFile(file: Blob): Promise<string | undefined> {
  return textOf(new Uint8Array(await file.arrayBuffer()));
}

function wideKindOf(bytes: Uint8Array): "utf-16le" | "utf-16be" | undefined {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe) return "utf-16le";
  if (first === 0xfe && second === 0xff) return "utf-16be";
  const head = bytes.subarray(0, LOOKED_AT);
  const zeros = [0, 0];
  head.forEach((byte, i) => {
    if (byte === 0) zeros[i % 2] = (zeros[i % 2] ?? 0) + 1;
  });
  const [even = 0, odd = 0] = zeros;
  if (Math.min(even, odd) > 0 || even + odd < LEAST_ZEROS * head.length) return undefined;
  return even === 0 ? "utf-16le" : "utf-16be";
}

/** Control characters but tab, line feed, form feed, carriage return and the old mark of a file's end. */
function isNoLetter(byte: number): boolean {
  return byte < 0x20 && ![0x09, 0x0a, 0x0c, 0x0d, 0x1a].includes(byte);
}
