/** Archives changed byte by byte where it matters to a zip: in its headers, and in texts whose sums still agree. */
import { crc32 } from "node:zlib";
import type { Rng } from "@/core/random/rng";
import { anyOf } from "./pushedValues";

/** One field of one header of the zip, which are few of its bytes, at an end of what it can be. */
export function withHeaderField(original: Uint8Array<ArrayBuffer>, rng: Rng): Uint8Array<ArrayBuffer> {
  const changed = original.slice();
  const heads = headsOf(changed);
  const { at, fields } = anyOf(heads, rng);
  const [offset, size] = anyOf(fields, rng);
  const value = anyOf([0, 1, 8, 0x7f, 0xffff, 0xfffffffe, 0xffffffff, rng.below(2 ** 16)], rng);
  const view = new DataView(changed.buffer);
  if (size === 2) view.setUint16(at + offset, value & 0xffff, true);
  else view.setUint32(at + offset, value, true);
  return changed;
}

type Head = { readonly at: number; readonly fields: readonly (readonly [offset: number, size: 2 | 4])[] };

/** Where the headers of a zip begin, with their fields (APPNOTE 4.3: local 4.3.7, central 4.3.12, end 4.3.16). */
function headsOf(zip: Uint8Array<ArrayBuffer>): readonly Head[] {
  const view = new DataView(zip.buffer);
  const fieldsOf = new Map<number, Head["fields"]>([
    [
      0x04034b50,
      [
        [4, 2],
        [6, 2],
        [8, 2],
        [14, 4],
        [18, 4],
        [22, 4],
        [26, 2],
        [28, 2],
      ],
    ],
    [
      0x02014b50,
      [
        [6, 2],
        [8, 2],
        [10, 2],
        [16, 4],
        [20, 4],
        [24, 4],
        [28, 2],
        [30, 2],
        [32, 2],
        [38, 4],
        [42, 4],
      ],
    ],
    [
      0x06054b50,
      [
        [4, 2],
        [8, 2],
        [10, 2],
        [12, 4],
        [16, 4],
        [20, 2],
      ],
    ],
  ]);
  const heads: Head[] = [];
  for (let at = 0; at + 46 <= zip.length; at++) {
    const fields = fieldsOf.get(view.getUint32(at, true));
    if (fields) heads.push({ at, fields });
  }
  return heads;
}

/** One to three letters of the texts themselves are others, and the zip's own sums agree with them. */
export function withOtherText(plain: Uint8Array<ArrayBuffer>, rng: Rng): Uint8Array<ArrayBuffer> {
  const changed = plain.slice();
  const view = new DataView(changed.buffer);
  const locals = headsOf(changed).filter(({ at }) => view.getUint32(at, true) === 0x04034b50);
  const centrals = headsOf(changed).filter(({ at }) => view.getUint32(at, true) === 0x02014b50);
  const { at } = anyOf(locals, rng);
  const start = at + 30 + view.getUint16(at + 26, true) + view.getUint16(at + 28, true);
  const central = centrals.find((head) => view.getUint32(head.at + 42, true) === at);
  if (!central) throw new Error("a file that the directory does not know");
  const size = view.getUint32(central.at + 24, true);
  for (let times = 1 + rng.below(3); times > 0 && size > 0; times--)
    changed[start + rng.below(size)] = 32 + rng.below(95);
  const sum = crc32(changed.subarray(start, start + size));
  view.setUint32(central.at + 16, sum, true);
  view.setUint32(at + 14, sum, true);
  return changed;
}
