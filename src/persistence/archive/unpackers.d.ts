/** What Gaman uses of packages that bring no types. */

declare module "@openpgp/seek-bzip" {
  /** @throws Error where the data are damaged, or what `writeByte` throws. */
  export function decode(
    packed: Uint8Array,
    output: { writeByte(byte: number): void; flush(): void },
  ): undefined;
}

declare module "js-lzma" {
  type ByteSource = { readonly size: number; readByte(): number };

  type Lzma = {
    /**
     * @param properties - five bytes.
     * @param size - bytes that come out.
     * @throws string where the data are damaged, or what `readByte` and `writeByte` throw.
     */
    decompress(
      properties: ByteSource,
      packed: ByteSource,
      output: { writeByte(byte: number): void },
      size: number,
    ): true;
  };
  const LZMA: Lzma;
  export default LZMA;
}
