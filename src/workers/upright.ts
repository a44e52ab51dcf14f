type Pixels = {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
};

/**
 * Pixels as they are to be seen.
 *
 * @param orientation - 1 to 8, of TIFF 6.0: where the first row and column of what is stored belong.
 */
export function upright(stored: Pixels, orientation: number): Pixels {
  const { widthPx, heightPx, rgba } = stored;
  if (!(orientation >= 2 && orientation <= 8)) return stored;
  const isTurned = orientation >= 5;
  const [width, height] = isTurned ? [heightPx, widthPx] : [widthPx, heightPx];
  const isFromRight = [2, 3, 7, 8].includes(orientation);
  const isFromBottom = [3, 4, 6, 7].includes(orientation);
  const from = new Uint32Array(rgba.buffer, rgba.byteOffset, widthPx * heightPx);
  const to = new Uint32Array(widthPx * heightPx);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [column, row] = isTurned ? [y, x] : [x, y];
      const storedX = isFromRight ? widthPx - 1 - column : column;
      const storedY = isFromBottom ? heightPx - 1 - row : row;
      to[y * width + x] = from[storedY * widthPx + storedX] as number;
    }
  }
  return { widthPx: width, heightPx: height, rgba: new Uint8ClampedArray(to.buffer) };
}
