/** Ways to pack a file into a zip that the platform itself cannot unpack: other programs write them. */
import { decode as unpackBzip2 } from "@openpgp/seek-bzip";
import CRC32 from "crc-32";
import { Decompress as ZstdStream } from "fzstd";
import LZMA from "js-lzma";

/** Bytes that come out, at most `size` of them: a packed file may hold far more than it declares. */
class Unpacked {
  private length = 0;
  private readonly bytes: Uint8Array<ArrayBuffer>;

  constructor(size: number) {
    this.bytes = new Uint8Array(size);
  }

  put(chunk: Uint8Array): void {
    if (this.length + chunk.length > this.bytes.length) throw new RangeError("it holds more than it says");
    this.bytes.set(chunk, this.length);
    this.length += chunk.length;
  }

  putByte(byte: number): void {
    if (this.length === this.bytes.length) throw new RangeError("it holds more than it says");
    this.bytes[this.length++] = byte;
  }

  whole(): Uint8Array<ArrayBuffer> {
    if (this.length !== this.bytes.length) throw new RangeError("it holds less than it says");
    return this.bytes;
  }
}

type Unpack = (packed: Uint8Array<ArrayBuffer>, size: number) => Uint8Array<ArrayBuffer>;

function bzip2(packed: Uint8Array<ArrayBuffer>, size: number): Uint8Array<ArrayBuffer> {
  const unpacked = new Unpacked(size);
  unpackBzip2(packed, {
    writeByte: (byte) => {
      unpacked.putByte(byte);
    },
    flush: () => undefined,
  });
  return unpacked.whole();
}

/** Version (2 bytes), size of the properties (2), properties: so a zip heads its LZMA data. */
const LZMA_HEAD_BYTES = 4;
const LZMA_PROPERTIES_BYTES = 5;

function lzma(packed: Uint8Array<ArrayBuffer>, size: number): Uint8Array<ArrayBuffer> {
  const dataFrom = LZMA_HEAD_BYTES + LZMA_PROPERTIES_BYTES;
  if (packed[2] !== LZMA_PROPERTIES_BYTES || packed[3] !== 0)
    throw new RangeError("its LZMA head is damaged");
  const unpacked = new Unpacked(size);
  LZMA.decompress(
    byteSource(packed.subarray(LZMA_HEAD_BYTES, dataFrom)),
    byteSource(packed.subarray(dataFrom)),
    {
      writeByte: (byte) => {
        unpacked.putByte(byte);
      },
    },
    size,
  );
  return unpacked.whole();
}

function byteSource(bytes: Uint8Array): { readonly size: number; readByte(): number } {
  let at = 0;
  return {
    size: bytes.length,
    readByte() {
      const byte = bytes[at++];
      if (byte === undefined) throw new RangeError("it is cut short");
      return byte;
    },
  };
}

function zstd(packed: Uint8Array<ArrayBuffer>, size: number): Uint8Array<ArrayBuffer> {
  const unpacked = new Unpacked(size);
  new ZstdStream((chunk) => {
    unpacked.put(chunk);
  }).push(packed, true);
  return unpacked.whole();
}

/** By the number that a zip gives to each. */
const UNPACKERS: ReadonlyMap<number, Unpack> = new Map([
  [12, bzip2],
  [14, lzma],
  [93, zstd],
]);

/** Whether {@link unpack} knows a packing, by its number in the zip. */
export function canUnpack(method: number): boolean {
  return UNPACKERS.has(method);
}

/**
 * A file as it was before it was packed, checked against its sum.
 *
 * @param size - bytes that it declares; no more than these are ever held.
 * @param sum - CRC-32 that it declares.
 * @throws RangeError where the packed data disagree with either; Error of the unpacker where they are damaged.
 */
export function unpack(
  method: number,
  packed: Uint8Array<ArrayBuffer>,
  size: number,
  sum: number,
): Uint8Array<ArrayBuffer> {
  const unpacker = UNPACKERS.get(method);
  if (!unpacker) throw new RangeError(`method ${method} is not known`);
  const bytes = unpacker(packed, size);
  if (CRC32.buf(bytes) !== (sum | 0)) throw new RangeError("its sum does not agree");
  return bytes;
}
